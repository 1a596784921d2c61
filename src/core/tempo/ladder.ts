/** Tempo ladders: the ordered steps from a start to a goal, and how long they take. */
import { MAX_BPM, MIN_BPM } from '../exercise/exercise';
import { MAX_SLOTS_PER_BEAT } from '../rhythm/slots';

/** What a ladder is made from. Tempos in beats a minute. */
export interface LadderSpec {
  /** Even steps: so many beats a minute more each time. */
  readonly kind: 'even';
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly stepBpm: number;
  /** Passes of the exercise at each step. */
  readonly passes: number;
  readonly countInBeats: number;
  /** Between two steps. */
  readonly restSeconds: number;
}

/** One step of a ladder. It lasts a number of passes or of minutes; the other is null. */
export interface LadderStep {
  readonly bpm: number;
  /** Slots a beat; null: as the exercise is written. */
  readonly subdivision: number | null;
  readonly passes: number | null;
  readonly minutes: number | null;
  /** What leads on to the next step: that this one was played. */
  readonly moveOn: 'played';
  /** How it is to sound; null: as it likes. */
  readonly sound: 'clean' | 'driven' | 'damped' | null;
  readonly restSeconds: number;
  /** Made by hand, and kept when the rest is computed anew. */
  readonly byHand: boolean;
}

export const MIN_STEP_BPM = 1;
export const MAX_STEP_BPM = 60;
export const MAX_LADDER_PASSES = 99;
/** A ladder of more steps is no plan for a lesson; the arithmetic does not need the limit. */
export const MAX_LADDER_STEPS = (MAX_BPM - MIN_BPM) / MIN_STEP_BPM + 1;

/** Common practice, no source: four passes at each step, four beats more, a bar's count-in and a breath between. */
export const DEFAULT_LADDER = {
  kind: 'even',
  stepBpm: 4,
  passes: 4,
  countInBeats: 4,
  restSeconds: 10,
} as const satisfies Omit<LadderSpec, 'startBpm' | 'goalBpm'>;

/**
 * The steps of a ladder, slowest first: even steps end on the goal, the last one shorter where it does not divide. With
 * a goal at or below the start there is one step, the start.
 * @throws RangeError for a step that is not above 0 or tempos that are not finite.
 */
export function buildLadder(spec: LadderSpec): LadderStep[] {
  const { startBpm, goalBpm, stepBpm, passes, restSeconds } = spec;
  if (!(stepBpm > 0) || !Number.isFinite(startBpm) || !Number.isFinite(goalBpm))
    throw new RangeError('A ladder needs a start, a goal and a step above 0.');
  const count = Math.max(0, Math.ceil((goalBpm - startBpm) / stepBpm));
  return Array.from({ length: count + 1 }, (_, at): LadderStep => ({
    bpm: at === 0 ? startBpm : Math.min(goalBpm, startBpm + at * stepBpm),
    subdivision: null,
    passes,
    minutes: null,
    moveOn: 'played',
    sound: null,
    restSeconds,
    byHand: false,
  }));
}

/** How long a step takes, and when it is over. */
export interface StepTime {
  readonly passSeconds: number;
  /** Count-in and all passes, without the rest after it. */
  readonly seconds: number;
  /** From the start of the ladder to the end of this step, with the rests before it. */
  readonly untilSeconds: number;
}

/**
 * Times of the steps of a ladder.
 * @param passBeats length of a pass in beats of the meter, trailing rest included.
 */
export function ladderTimes(
  steps: readonly LadderStep[],
  passBeats: number,
  countInBeats: number,
): StepTime[] {
  let until = 0;
  return steps.map((step, at) => {
    const beatSeconds = 60 / step.bpm;
    const passSeconds = passBeats * beatSeconds;
    const playing = step.minutes === null ? (step.passes ?? 1) * passSeconds : step.minutes * 60;
    const seconds = countInBeats * beatSeconds + playing;
    until += seconds + (at > 0 ? steps[at - 1]!.restSeconds : 0);
    return { passSeconds, seconds, untilSeconds: until };
  });
}

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
