/**
 * Ticks against sample frames. A tempo holds from a tick on; where it changes, the new stretch begins on a whole frame,
 * and every moment is reckoned from the beginning of its stretch, so nothing drifts however long it plays.
 */
import { commonDivisor } from '../rhythm/periods';

export interface TempoStretch {
  readonly startTicks: number;
  readonly startFrame: number;
  /** Beats a minute. */
  readonly bpm: number;
}

export interface TempoMap {
  readonly sampleRate: number;
  readonly beatTicks: number;
  /** In order; the first also holds for what lies before it. */
  readonly stretches: readonly TempoStretch[];
}

/** A map with one tempo. */
export function steadyTempo(
  sampleRate: number,
  beatTicks: number,
  bpm: number,
  start: { readonly ticks: number; readonly frame: number },
): TempoMap {
  return {
    sampleRate,
    beatTicks,
    stretches: [{ startTicks: start.ticks, startFrame: start.frame, bpm }],
  };
}

/** Another tempo from a tick on; what was planned after it is dropped. */
export function changeTempo(map: TempoMap, ticks: number, bpm: number): TempoMap {
  const before = map.stretches.filter((stretch) => stretch.startTicks < ticks);
  return { ...map, stretches: [...before, { startTicks: ticks, startFrame: frameAt(map, ticks), bpm }] };
}

/** A minute, for tempos counted in thousandths of a beat a minute. */
const MILLI_MINUTE = 60_000;

/**
 * The whole sample frame of a moment: exactly the nearest one (a half goes up). For tempos of up to three decimals and
 * the usual meters numerator and denominator stay whole and below 2^53 for many hours, so the division cannot err.
 */
export function frameAt(map: TempoMap, ticks: number): number {
  const { sampleRate, beatTicks, stretches } = map;
  const stretch = stretches.findLast((one) => one.startTicks <= ticks) ?? stretches[0]!;
  const common = commonDivisor(MILLI_MINUTE, beatTicks);
  const numerator = (ticks - stretch.startTicks) * sampleRate * (MILLI_MINUTE / common);
  const denominator = (beatTicks / common) * Math.round(stretch.bpm * 1000);
  return stretch.startFrame + Math.round(numerator / denominator);
}

/** The moment, in ticks and parts of ticks, that sounds at a frame. */
export function ticksAtFrame(map: TempoMap, frame: number): number {
  const { sampleRate, beatTicks, stretches } = map;
  const stretch = stretches.findLast((one) => one.startFrame <= frame) ?? stretches[0]!;
  return stretch.startTicks + ((frame - stretch.startFrame) * beatTicks * stretch.bpm) / (sampleRate * 60);
}

/** The tempo that holds at a moment. */
export function bpmAt(map: TempoMap, ticks: number): number {
  return (map.stretches.findLast((one) => one.startTicks <= ticks) ?? map.stretches[0]!).bpm;
}
