/** Tapping a tempo. */
import { tappedBpm } from '@/core';

const MOST_TAPS = 16;

/** Taps of the hand, in seconds. */
const taps: number[] = [];

/** A tap on the beat; gives the tempo, beats a minute, once there are two. */
export function tapBeat(seconds: number): number | null {
  taps.push(seconds);
  if (taps.length > MOST_TAPS) taps.shift();
  return tappedBpm(taps);
}
