/**
 * Ticks against sample frames. A tempo holds from a tick on; where it changes, the new stretch begins on a whole frame,
 * and every moment is reckoned from the beginning of its stretch, so nothing drifts however long it plays.
 */
import { commonDivisor } from '../time/periods';

export interface TempoStretch {
  readonly startTicks: number;
  readonly startFrame: number;
  /** Beats a minute; of a ramp those at its start. */
  readonly bpm: number;
  /** Where the tempo rises or falls evenly, beat by beat, and where to. */
  readonly ramp?: { readonly endTicks: number; readonly endBpm: number };
}

/** Which tick falls on which frame of the sound, tempo by tempo. */
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

/** From a tick on the tempo changes evenly over the ticks until another, where it stays; what was planned after is dropped. */
export function rampTempo(map: TempoMap, ticks: number, endTicks: number, endBpm: number): TempoMap {
  const bpm = bpmAt(map, ticks);
  if (bpm === endBpm || endTicks <= ticks) return changeTempo(map, ticks, endBpm);
  const { stretches, ...rest } = changeTempo(map, ticks, bpm);
  const ramp = { ...stretches.at(-1)!, ramp: { endTicks, endBpm } };
  const ramped = { ...rest, stretches: [...stretches.slice(0, -1), ramp] };
  return changeTempo(ramped, endTicks, endBpm);
}

/** A minute, for tempos counted in thousandths of a beat a minute. */
const MILLI_MINUTE = 60_000;

/**
 * Frames from the start of a ramp: the tempo is linear in the beats b + s·x, so the time is the integral of its reciprocal,
 * ln(1 + s·x / b) / s. The logarithm is good to far less than a thousandth of a frame.
 */
function rampFrames({ sampleRate, beatTicks }: TempoMap, stretch: TempoStretch, ticks: number): number {
  const { startTicks, bpm, ramp } = stretch;
  const slope = (ramp!.endBpm - bpm) / (ramp!.endTicks - startTicks);
  return ((sampleRate * 60) / beatTicks / slope) * Math.log1p((slope * (ticks - startTicks)) / bpm);
}

/**
 * The whole sample frame of a moment: exactly the nearest one (a half goes up). For steady tempos of up to three decimals and
 * the usual meters numerator and denominator stay whole and below 2^53 for many hours, so the division cannot err.
 */
export function frameAt(map: TempoMap, ticks: number): number {
  const { sampleRate, beatTicks, stretches } = map;
  const stretch = stretches.findLast((one) => one.startTicks <= ticks) ?? stretches[0]!;
  if (stretch.ramp) return stretch.startFrame + Math.round(rampFrames(map, stretch, ticks));
  const common = commonDivisor(MILLI_MINUTE, beatTicks);
  const numerator = (ticks - stretch.startTicks) * sampleRate * (MILLI_MINUTE / common);
  const denominator = (beatTicks / common) * Math.round(stretch.bpm * 1000);
  return stretch.startFrame + Math.round(numerator / denominator);
}

/** The moment, in ticks and parts of ticks, that sounds at a frame. */
export function ticksAtFrame(map: TempoMap, frame: number): number {
  const { sampleRate, beatTicks, stretches } = map;
  const stretch = stretches.findLast((one) => one.startFrame <= frame) ?? stretches[0]!;
  const { startTicks, startFrame, bpm, ramp } = stretch;
  const beats = ((frame - startFrame) * beatTicks) / (sampleRate * 60);
  if (!ramp) return startTicks + beats * bpm;
  const slope = (ramp.endBpm - bpm) / (ramp.endTicks - startTicks);
  return startTicks + (bpm * Math.expm1(beats * slope)) / slope;
}

/** The tempo that holds at a moment. */
export function bpmAt(map: TempoMap, ticks: number): number {
  const { startTicks, bpm, ramp } =
    map.stretches.findLast((one) => one.startTicks <= ticks) ?? map.stretches[0]!;
  if (!ramp) return bpm;
  return bpm + ((ramp.endBpm - bpm) * (ticks - startTicks)) / (ramp.endTicks - startTicks);
}
