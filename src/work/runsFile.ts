/** Single runs as a table for a file, with what the hand said: one line a run or sign, oldest first. */
import { KIND_NAMES, PART_NAMES, type RunRecord, type SignRecord } from '@/core';
import { REASON_MENDINGS } from '@/core/record';
import { database, readRuns, readSigns, type RunsWanted } from '@/storage';

const HEADS = [
  'Day',
  'Moment',
  'Exercise',
  'Part',
  'bpm',
  'Slots a beat',
  'Passes',
  'Verdict',
  'Stopped in pass',
  'Reason',
  'Change',
  'From string',
  'To string',
  'Seconds',
  'Strokes',
  'Outside',
  'Inside',
  'Sweep',
  'Against the grain',
  'Hand',
  'Noted',
  'By hand',
] as const;

const cellsOfRun = (run: RunRecord, title: string): readonly (string | number | null)[] => {
  const { place, reason, part, exposure } = run;
  return [
    ...[
      run.day,
      run.at,
      title,
      PART_NAMES[part ?? 'whole'],
      run.bpm,
      run.subdivision,
      run.passes,
      run.verdict,
    ],
    ...[run.stoppedIn, reason && REASON_MENDINGS[reason].name, place && KIND_NAMES[place.kind]],
    ...[place && place.stringFrom, place && place.stringTo, run.seconds, run.strokes],
    ...[exposure.outside, exposure.inside, exposure.sweep, exposure.backtrack],
    ...[null, run.seen, run.byHand ? 'yes' : ''],
  ];
};

/** What a hand said is a line of its own, at the tempo at which it did. */
const cellsOfSign = ({ day, at, bpm, subdivision, kind }: SignRecord, title: string) =>
  HEADS.map((head) => {
    const cells: Partial<Record<string, string | number>> = {
      ...{ Day: day, Moment: at, Exercise: title, bpm, 'Slots a beat': subdivision, Hand: kind },
    };
    return cells[head] ?? null;
  });

/** All runs that are wanted, and the signs of the same time and exercises, as rows of text with their heads. */
export async function runRows(
  playerId: string,
  wanted: RunsWanted,
  titleOf: (exerciseId: string) => string,
): Promise<string[][]> {
  const { exerciseId = 'all', among = null, from = '' } = wanted;
  const [runs, signs] = await Promise.all([
    readRuns(database(), playerId, wanted),
    readSigns(database(), playerId, from),
  ]);
  const mine = signs.filter((sign) =>
    exerciseId === 'all' ? (among?.has(sign.exerciseId) ?? true) : sign.exerciseId === exerciseId,
  );
  const lines = [
    ...runs.map((run) => ({ at: run.at, cells: cellsOfRun(run, titleOf(run.exerciseId)) })),
    ...mine.map((sign) => ({ at: sign.at, cells: cellsOfSign(sign, titleOf(sign.exerciseId)) })),
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return [[...HEADS], ...lines.map(({ cells }) => cells.map((cell) => String(cell ?? '')))];
}
