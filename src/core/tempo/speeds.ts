/** Tempos as speeds of the hand: equal speeds in other divisions, tapping, and how tempos and durations are written. */
import { MAX_BPM, MIN_BPM } from '../model/tempo';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';

/** A tempo with the slots a beat that make it as fast, in notes a second, as another. */
export interface EqualSpeed {
  readonly subdivision: number;
  readonly bpm: number;
}

/** Equal speed in every other subdivision: bpm × m / m′. Tempos that no exercise may have are left out. */
export function equalSpeeds(bpm: number, subdivision: number): EqualSpeed[] {
  return Array.from({ length: MAX_SLOTS_PER_BEAT }, (_, at) => ({
    subdivision: at + 1,
    bpm: (bpm * subdivision) / (at + 1),
  })).filter((one) => one.subdivision !== subdivision && one.bpm >= MIN_BPM && one.bpm <= MAX_BPM);
}

/** A tempo as it is written: "72", "93.3". */
export function bpmText(bpm: number): string {
  return Number.isInteger(bpm) ? String(bpm) : bpm.toFixed(1);
}

/** A duration as it is said: "48 s", "3 min 20 s", "1 h 5 min". */
export function durationText(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  const minutes = Math.floor(whole / 60);
  if (minutes < 60) return whole % 60 === 0 ? `${minutes} min` : `${minutes} min ${whole % 60} s`;
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** What taps on the beat say about the tempo, in whole beats a minute: from the mean of the last few gaps; null with fewer than two taps. */
export function tappedBpm(tapSeconds: readonly number[]): number | null {
  // A longer gap than the slowest beat begins a new count; more than eight gaps make it slow to follow the hand.
  const MAX_GAP_SECONDS = 60 / MIN_BPM;
  const MOST_GAPS = 8;
  let first = tapSeconds.length - 1;
  while (
    first > 0 &&
    tapSeconds.length - first <= MOST_GAPS &&
    tapSeconds[first]! - tapSeconds[first - 1]! <= MAX_GAP_SECONDS
  )
    first--;
  const gaps = tapSeconds.length - 1 - first;
  if (gaps < 1) return null;
  const bpm = Math.round((60 * gaps) / (tapSeconds.at(-1)! - tapSeconds[first]!));
  return Math.max(MIN_BPM, Math.min(MAX_BPM, bpm));
}
