/** The part of the core's face that outside checks call: each name is there, takes and gives plain data, and holds its shape. */
import { expect, it } from 'vitest';
import { draftBrief } from './brief';
import * as face from './index';

const TAB = 'e|---------|\nB|-5-7-8---|\nG|-------7-|\nD|---------|\nA|---------|\nE|---------|';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

it('describes changes between picks', () => {
  // Common facts of the trade: down on the thicker string, up on the thinner one goes outside; the other way round inside.
  const changes = face.describeChanges(
    plain([
      { string: 3, stroke: 'down' },
      { string: 2, stroke: 'up' },
      { string: 3, stroke: 'down' },
      { string: 4, stroke: 'up' },
    ] as const),
    { loop: false },
  );
  expect(changes.map(({ from, to, kind, travel }) => [from, to, kind, travel])).toEqual([
    [0, 1, 'outside', 'floorward'],
    [1, 2, 'outside', 'ceilingward'],
    [2, 3, 'inside', 'ceilingward'],
  ]);
  expect(plain(changes)).toEqual(changes);
});

it('reads tab, gives strokes and writes every format from plain data', () => {
  const { passage, problems } = face.readTabText(TAB);
  expect(problems).toEqual([]);
  const { passes } = face.assignStrokes(plain(passage), { kind: 'alternateByNote', start: 'down' });
  expect(passes).toEqual([['down', 'up', 'down', 'up']]);
  expect(plain(passage)).toEqual(passage);
  const again = face.readTabText(face.writeTabText(passage)).passage;
  expect(again.notes.map(({ string, fret }) => [string, fret])).toEqual([
    [2, 5],
    [2, 7],
    [2, 8],
    [3, 7],
  ]);
  const exercise = face.newExercise('Face', passage);
  const { analysis } = face.planOf(passage, exercise.policy, face.DEFAULT_SETUP);
  expect(plain(analysis)).toEqual(analysis);
  const score = face.readMusicXml(face.writeMusicXml(exercise));
  expect('exercise' in score && score.exercise?.passage.notes).toHaveLength(4);
  const midi = face.readMidi(
    face.writeMidi(exercise, { bpm: 80, passes: 1, countInBeats: 0, withClick: false }),
  );
  expect('exercise' in midi && midi.exercise?.passage.notes).toHaveLength(4);
});

it('builds ladders, estimates the clean tempo, compares and mends', () => {
  const steps = face.buildLadder({ ...face.DEFAULT_LADDER, startBpm: 60, goalBpm: 66 });
  expect(steps.at(-1)!.bpm).toBe(66);
  const runs = [60, 70, 80, 90].map((bpm) => ({ bpm, clean: bpm < 85 }));
  const { bpm, low, high } = face.estimateCleanTempo(plain(runs), {});
  expect(low! < bpm! && bpm! < high!).toBe(true);
  const ofDays = runs.map((run, at) => ({ ...run, day: at + 1, passes: 1 }));
  const today = face.estimateTempoToday(plain(ofDays), { today: 5 });
  expect(today.low < today.bpm && today.bpm < today.high && today.tau >= 0).toBe(true);
  expect(plain(today)).toEqual(today);
  const passage = face.emptyPassage();
  expect(passage.tuning).toEqual(face.STANDARD_TUNING);
  const alternate = { kind: 'alternateByNote', start: 'down' } as const;
  expect(face.comparePolicies(passage, alternate, face.DEFAULT_SETUP).length).toBeGreaterThan(1);
  expect(face.mendings(face.newExercise('Face', passage), face.DEFAULT_SETUP)).toEqual([]);
});

it('composes to a brief', () => {
  const brief = {
    ...draftBrief(face.newExercise('Face', face.readTabText(TAB).passage)),
    notes: 4,
    loop: false,
  };
  const { candidates } = face.composeToBrief(plain(brief), face.DEFAULT_SETUP, { seed: 1 });
  expect(candidates[0]!.passage.notes).toHaveLength(4);
});
