/** How long it takes to say what needs attention of forty students, out of twenty thousand runs that are added up by days. Invented hands, seeded. */
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { emptyPassage, NEW_PLAYER, newExercise, type ExerciseRecord, type PlayerRecord } from '@/core';
import { dayAfter, NO_KINDS, type DayRecord } from '@/core/record';
import { attending, type ReadRoster } from '@/work/students/roster';
import { report } from './report';

const STUDENTS = 40;
const EXERCISES = 5;
const DAYS = 25;
const RUNS_A_DAY = 4;
const TODAY = '2026-06-01';
const ROUNDS = 5;

function daysOf(playerId: string, chance: () => number): DayRecord[] {
  const days: DayRecord[] = [];
  for (let exercise = 0; exercise < EXERCISES; exercise++)
    for (let at = 0; at < DAYS; at++) {
      const clean = 80 + 10 * exercise + at / 2;
      const speeds = Array.from({ length: RUNS_A_DAY }, () => {
        const bpm = clean * 2 ** (0.4 * (chance() - 0.5));
        const isClean = chance() < 1 / (1 + Math.exp(-(Math.log(4) - 12 * Math.log2(bpm / clean))));
        return {
          ...{ notesPerSecond: bpm / 15, passes: 4, clean: isClean, stoppedIn: null, runs: 1, seconds: 40 },
        };
      });
      days.push({
        ...{ playerId, exerciseId: `e${exercise}`, day: dayAfter(TODAY, 2 * (at - DAYS)), runs: RUNS_A_DAY },
        ...{ clean: 3, passes: 16, seconds: 160, strokes: 900, exposure: NO_KINDS, wideStretches: 0 },
        ...{ longestSeconds: 60, stretches: [], reasons: {}, speeds, fails: [], cold: null, lastAt: TODAY },
      });
    }
  return days.sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** Prints the median. */
export function benchRoster(): void {
  const random = xoroshiro128plus(7);
  const chance = () => uniformInt(random, 0, 1_000_000) / 1_000_001;
  const { passage: _, ...fields } = newExercise('E', emptyPassage());
  const stamp = { revision: 1, createdAt: TODAY, updatedAt: TODAY, deviceId: 'd', versions: {} };
  const players = Array.from({ length: STUDENTS }, (_one, at): PlayerRecord => ({
    ...stamp,
    ...NEW_PLAYER,
    id: `p${at}`,
    name: `Student ${at}`,
  }));
  const ids = Array.from({ length: EXERCISES }, (_one, at) => `e${at}`);
  const read: ReadRoster = {
    today: TODAY,
    halfLifeDays: null,
    players,
    days: new Map(players.map(({ id }) => [id, daysOf(id, chance)])),
    signs: new Map(),
    lessons: new Map(),
    ladders: new Map(),
    exercises: new Map(
      ids.map((id): [string, ExerciseRecord] => [
        id,
        { ...stamp, ...fields, id, passageHash: '', archivedAt: null },
      ]),
    ),
    subdivisions: new Map(ids.map((id) => [id, 4])),
  };
  const times = Array.from({ length: ROUNDS }, () => {
    const from = performance.now();
    const steps = attending(read, (day) => day);
    while (!steps.next().done);
    return performance.now() - from;
  });
  report(
    `Attention of ${STUDENTS} students, ${STUDENTS * EXERCISES * DAYS * RUNS_A_DAY} runs`,
    times.sort((a, b) => a - b)[ROUNDS >> 1]!,
    'ms',
    300,
  );
}
