/** The marks of the classic mechanical metronome, and rounding a climb to them or to whole beats a minute. */
import type { Rounding } from '../model/ladder';

/** From, to and by how much the marks rise: common practice, no source (any such metronome bears them). */
const STRETCHES = [
  [40, 60, 2],
  [60, 72, 3],
  [72, 120, 4],
  [120, 144, 6],
  [144, 208, 8],
] as const;

/** All marks, slowest first: 40, 42, … 208. */
export const METRONOME_MARKS: readonly number[] = [
  ...new Set(
    STRETCHES.flatMap(([from, to, by]) =>
      Array.from({ length: (to - from) / by + 1 }, (_, at) => from + at * by),
    ),
  ),
];

/** The nearest tempo that a rounding allows; of two marks as near the slower. Outside the marks: whole beats a minute. */
export function roundedBpm(bpm: number, rounding: Rounding): number {
  if (rounding === 'none') return bpm;
  const [first, last] = [METRONOME_MARKS[0]!, METRONOME_MARKS.at(-1)!];
  if (rounding === 'whole' || bpm < first || bpm > last) return Math.round(bpm);
  return METRONOME_MARKS.reduce((best, mark) => (Math.abs(mark - bpm) < Math.abs(best - bpm) ? mark : best));
}
