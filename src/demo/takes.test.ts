/** The takes of the demo are what the simulated player plays and the check hears; inside changes come less late each time. */
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { checkTake, DEFAULT_SETUP, ME, PLAIN_CLICK, planOf, type Exercise } from '@/core';
import { simulateTake } from '@/core/take';
import { exerciseOf } from '@/storage/library';
import { planFor } from '@/work/take/desk';
import { takeOf } from '@/work/take/kept';
import { demoProject } from './library';
import { DEMO_TAKES, type ToldTake } from './takes';

const FILE = 'src/demo/takes.json';

/** How many days before the last of the record, at what tempo, and how late inside changes came. */
const PLAYED = [
  { ago: 66, bpm: 84, lateMs: 16, spreadMs: 9, seed: 201 },
  { ago: 45, bpm: 88, lateMs: 13, spreadMs: 8, seed: 202 },
  { ago: 24, bpm: 92, lateMs: 9, spreadMs: 7, seed: 203 },
  { ago: 10, bpm: 92, lateMs: 8, spreadMs: 6, seed: 204 },
  { ago: 2, bpm: 96, lateMs: 5, spreadMs: 6, seed: 205 },
] as const;
const PASSES = 8;
const RATE = 24_000;

/** Plays and hears the takes anew. */
function heardTakes(exercise: Exercise): ToldTake[] {
  const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
  return PLAYED.map(({ ago, bpm, lateMs, spreadMs, seed }) => {
    const of = { exerciseId: '', playerId: ME, exercise, plan, bpm, passes: PASSES };
    const planned = planFor({ ...of, countInBeats: 4, clicks: PLAIN_CLICK });
    const errors = { spreadMs, lateAfter: { inside: lateMs } };
    const { samples } = simulateTake(planned, { errors, seed, sampleRate: RATE });
    const report = checkTake(samples, RATE, planned);
    const {
      playerId: _p,
      exerciseId: _e,
      ...take
    } = takeOf(report, {
      ...of,
      source: 'simulated player',
      runId: null,
      sessionId: null,
    });
    return { ago, ...take };
  });
}

it('are as they are heard', () => {
  const { exercises, passages } = demoProject();
  const record = exercises.find(({ title }) => title === DEMO_TAKES.exercise)!;
  const { passage } = passages.find(({ hash }) => hash === record.passageHash)!;
  const heard = heardTakes(exerciseOf(record, passage));
  if (process.env.WRITE_EXAMPLES) writeFileSync(FILE, `${JSON.stringify(heard)}\n`);
  expect(JSON.parse(readFileSync(FILE, 'utf8'))).toEqual(JSON.parse(JSON.stringify(heard)));
  expect(heard.every(({ notJudged }) => notJudged === null)).toBe(true);
  const inside = heard.map(({ kinds }) => kinds.find(({ change }) => change === 'inside')!.meanMs);
  expect(inside.toSorted((a, b) => b - a)).toEqual(inside);
});
