/** Swing: of two slots the first is longer. It is played, not written. */
import { slotsInBeat, type Grid } from './slots';

/** Percent of two slots that the first takes: 50 is straight, 67 the triplet feel. Common practice, no source. */
export const STRAIGHT = 50;
/** The most percent of two slots that the first may take. */
export const MAX_SWING = 80;

/** Carries a moment from the written beat to the swung one, or back. */
function warp(grid: Grid, ticks: number, back: boolean): number {
  const percent = grid.swingPercent ?? STRAIGHT;
  if (percent === STRAIGHT) return ticks;
  const { beatTicks } = grid.meter;
  const beat = Math.floor(ticks / beatTicks);
  const slots = slotsInBeat(grid, beat);
  // Triplets and other odd divisions have no pairs.
  if (slots % 2 === 1) return ticks;
  const pairTicks = (2 * beatTicks) / slots;
  const pair = Math.floor((ticks - beat * beatTicks) / pairTicks);
  const start = beat * beatTicks + pair * pairTicks;
  const into = (ticks - start) / pairTicks;
  const long = percent / 100;
  const [from, to] = back ? [long, 0.5] : [0.5, long];
  return (
    start + pairTicks * (into < from ? (into / from) * to : to + ((into - from) / (1 - from)) * (1 - to))
  );
}

/** When a written moment of a passage is heard, in ticks from the first bar line; beats stay where they are. */
export function swung(grid: Grid, ticks: number): number {
  return warp(grid, ticks, false);
}

/** The written moment that is heard at one: the way back from `swung`. */
export function unswung(grid: Grid, ticks: number): number {
  return warp(grid, ticks, true);
}
