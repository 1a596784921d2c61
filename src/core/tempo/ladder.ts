/** Tempo ladders: the ordered steps from a start to a goal, and how long they take. */
import { BPM_DECIMALS, MAX_BPM } from '../model/tempo';
import { roundedBpm } from './marks';
import {
  DEFAULT_LADDER,
  DENSITY_PARTS,
  type DensityPart,
  type LadderSpec,
  type LadderStep,
} from '../model/ladder';

/** Movements are made large up to this part of the climb (counted in octaves): common practice, no source. */
const LARGE_UP_TO = 1 / 3;

interface Rung {
  readonly bpm: number;
  readonly isBurst?: boolean;
  readonly part?: DensityPart;
}

const exact = (bpm: number) => Number(bpm.toFixed(BPM_DECIMALS));

/** Even steps up to the goal itself, the last one shorter where it does not divide. */
function evenRungs({ startBpm, goalBpm, stepBpm }: LadderSpec): number[] {
  const count = Math.max(0, Math.ceil((goalBpm - startBpm) / stepBpm - 1e-9));
  return Array.from({ length: count + 1 }, (_, at) =>
    at === 0 ? startBpm : exact(Math.min(goalBpm, startBpm + at * stepBpm)),
  );
}

function ratioRungs({ startBpm, goalBpm, rises }: LadderSpec): number[] {
  if (goalBpm <= startBpm) return [startBpm];
  return Array.from({ length: rises + 1 }, (_, at) =>
    at === rises ? goalBpm : exact(startBpm * (goalBpm / startBpm) ** (at / rises)),
  );
}

/** Rounded, without equal neighbours, never beyond the goal; the last rung stays the goal itself. */
function rounded(rungs: readonly number[], { goalBpm, rounding }: LadderSpec): number[] {
  const last = rungs.at(-1)!;
  const top = Math.max(goalBpm, last);
  const all = rungs.map((bpm, at) =>
    at === rungs.length - 1 ? bpm : Math.min(top, roundedBpm(bpm, rounding)),
  );
  return all.filter((bpm, at) => at === all.length - 1 || (bpm !== all[at + 1] && bpm !== last));
}

/** Two single steps up, one back, until the last is reached. */
function twoUpOneBack(rungs: readonly number[]): number[] {
  const last = rungs.length - 1;
  const order = [0];
  for (let low = 0; order.at(-1)! < last; low++) {
    order.push(Math.min(last, low + 1));
    if (low + 2 <= last) order.push(low + 2);
    if (order.at(-1)! < last) order.push(low + 1);
  }
  return order.filter((rung, at) => rung !== order[at - 1]).map((rung) => rungs[rung]!);
}

function rungsOf(spec: LadderSpec, parts: readonly DensityPart[]): Rung[] {
  if (spec.kind === 'density')
    return parts.map((part) => ({ bpm: roundedBpm(spec.startBpm, spec.rounding), part }));
  const plain = rounded(spec.kind === 'ratio' ? ratioRungs(spec) : evenRungs(spec), spec);
  if (spec.kind === 'twoUpOneBack') return twoUpOneBack(plain).map((bpm) => ({ bpm }));
  if (spec.kind !== 'overshoot') return plain.map((bpm) => ({ bpm }));
  return plain.flatMap((bpm): Rung[] => {
    const burst = roundedBpm(Math.min(MAX_BPM, exact(bpm + spec.burstBpm)), spec.rounding);
    return burst > bpm ? [{ bpm }, { bpm: burst, isBurst: true }, { bpm }] : [{ bpm }];
  });
}

/** What a ladder may be asked for by: start and goal; all else is the usual where it is left out. */
export type LadderAsk = Pick<LadderSpec, 'startBpm' | 'goalBpm'> & Partial<LadderSpec>;

/**
 * The steps of a ladder, first to last: by even steps, by even ratio, two up and one back, with bursts above the working tempo,
 * by density (the tempo stays, the part of the exercise grows) or adaptive (even steps, up after so many clean runs, back after
 * one that is not: transformed up-down, Levitt 1971). With a goal at or below the start there is one tempo, the start.
 * @param parts the parts that a ladder of density has.
 * @throws RangeError for a step that is not above 0 or tempos that are not finite.
 */
export function buildLadder(ask: LadderAsk, parts: readonly DensityPart[] = DENSITY_PARTS): LadderStep[] {
  const spec: LadderSpec = { ...DEFAULT_LADDER, ...ask };
  const { startBpm, goalBpm, stepBpm, rises, passes, upAfter, backAfter, restSeconds } = spec;
  if (!(stepBpm > 0) || !(rises >= 1) || !Number.isFinite(startBpm) || !Number.isFinite(goalBpm))
    throw new RangeError('A ladder needs a start, a goal and a step above 0.');
  const climb = Math.log2(Math.max(goalBpm, startBpm) / startBpm);
  return rungsOf(spec, parts).map(({ bpm, isBurst = false, part }): LadderStep => {
    const isLow = climb > 0 && Math.log2(bpm / startBpm) <= LARGE_UP_TO * climb;
    const isAdaptive = spec.kind === 'adaptive';
    return {
      bpm,
      toBpm: null,
      course: 'even',
      subdivision: null,
      rhythm: null,
      accents: null,
      part: part === undefined || part === 'whole' ? null : part,
      passes: isBurst ? spec.burstPasses : passes,
      minutes: null,
      // A burst is left whether it was clean or not.
      upAfter: isBurst ? 0 : isAdaptive ? Math.max(1, upAfter) : upAfter,
      backAfter: isBurst ? 0 : isAdaptive ? 1 : backAfter,
      sound: null,
      movement: isLow && !isBurst ? 'large' : null,
      look: null,
      restSeconds,
      isBurst,
      byHand: false,
    };
  });
}

/** How long a step takes, and when it is over. */
export interface StepTime {
  readonly passSeconds: number;
  /** Count-in and all passes of a run. */
  readonly runSeconds: number;
  /** The fewest runs that lead on. */
  readonly runs: number;
  /** All those runs with the rests between them, without the rest after the last. */
  readonly seconds: number;
  /** From the start of the ladder to the end of this step, with the rests before it. */
  readonly untilSeconds: number;
}

/** Passes in a run of a step: as many whole ones as its minutes hold, at least one. */
export function passesInRun({ passes, minutes, bpm }: LadderStep, passBeats: number): number {
  if (minutes === null) return passes ?? 1;
  return Math.max(1, Math.floor((minutes * bpm) / passBeats + 1e-9));
}

/**
 * Times of the steps of a ladder where every run is clean.
 * @param passBeats length of a pass in beats of the meter, trailing rest included; or that of the pass of a step.
 */
export function ladderTimes(
  steps: readonly LadderStep[],
  passBeats: number | ((step: LadderStep) => number),
  countInBeats: number,
): StepTime[] {
  let until = 0;
  return steps.map((step, at) => {
    const beats = typeof passBeats === 'number' ? passBeats : passBeats(step);
    const beatSeconds = 60 / step.bpm;
    const passSeconds = beats * beatSeconds;
    const runSeconds = countInBeats * beatSeconds + passesInRun(step, beats) * passSeconds;
    const runs = Math.max(1, step.upAfter);
    const seconds = runs * runSeconds + (runs - 1) * step.restSeconds;
    until += seconds + (at > 0 ? steps[at - 1]!.restSeconds : 0);
    return { passSeconds, runSeconds, runs, seconds, untilSeconds: until };
  });
}

/** Whether two steps are the same tempo of the same thing. */
function isSameSpeed(a: LadderStep | undefined, b: LadderStep): boolean {
  return a?.bpm === b.bpm && a.part === b.part && a.subdivision === b.subdivision && a.isBurst === b.isBurst;
}

/**
 * A ladder computed anew with the steps that were made by hand in the one before: each stands where it fits into the climb,
 * as near as that allows to where it stood, and takes the place of a computed neighbour of its speed.
 */
export function withHandMade(computed: readonly LadderStep[], before: readonly LadderStep[]): LadderStep[] {
  const steps = [...computed];
  before.forEach((mine, was) => {
    if (!mine.byHand) return;
    const wanted = (was / Math.max(1, before.length - 1)) * steps.length;
    const fits = Array.from({ length: steps.length + 1 }, (_, at) => at).filter((at) => {
      const [prior, next] = [steps[at - 1], steps[at]];
      return (!prior || prior.bpm <= mine.bpm) && (!next || next.bpm >= mine.bpm);
    });
    const at = fits.reduce(
      (best, one) => (Math.abs(one - wanted) < Math.abs(best - wanted) ? one : best),
      fits[0] ?? steps.length,
    );
    const replaced = [at, at - 1].find((one) => isSameSpeed(steps[one], mine) && !steps[one]!.byHand);
    if (replaced === undefined) steps.splice(at, 0, mine);
    else steps.splice(replaced, 1, mine);
  });
  return steps;
}
