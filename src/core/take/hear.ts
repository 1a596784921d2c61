/** From samples to notes: what begins in a recording, and which planned note it is. */
import { match } from './align';
import { findBleed, type Bleed } from './bleed';
import { blindOnsets, fluxAt, fluxOf, onsetsIn, type Flux } from './onsets';
import { PitchEar, type PitchEvidence } from './pitch';
import type { TakePlan } from './plan';
import { refineOnsets, type RefinedOnset } from './refine';
import { medianOf, timeLineOf, type Moment, type TimeLine } from './timeline';

/** A planned note as it was heard. */
export interface HeardNote {
  /** Seconds of the recording. */
  readonly at: number;
  readonly strength: number;
  /** How well its pitch agrees with the plan, −1…1. */
  readonly evidence: number;
  /** Whether its place was found by itself rather than set with the others. */
  readonly sure: boolean;
}

/** What was heard of a plan. */
export interface Hearing {
  /** Note by note; null: not heard. */
  readonly notes: readonly (HeardNote | null)[];
  /** What began and is no planned note. */
  readonly extras: readonly RefinedOnset[];
  readonly timeLine: TimeLine;
  /** Agreement of pitch, where asked again. */
  readonly ear: PitchEar;
  /** The clicks that were in it; null: none were. */
  readonly bleed: Bleed | null;
  /** The recording, without clicks. */
  readonly samples: Float32Array;
}

/** Tempos that are tried, against the plan's. */
const STRETCHES = [1, 0.98, 1.02, 0.95, 1.05];
/** A way that costs less than this a note is taken without trying other tempos. */
const CHEAP = 1.2;
const ROUNDS = 2;
const LATE_LOOK_SECONDS = 0.045;
const LATE_LOOK_INTERVALS = 0.4;
const LATE_LOOK_EVIDENCE = 0.3;
/** Part of what notes usually gain. */
const LATE_LOOK_AMOUNT = 0.3;
const USUAL_NOTES = 60;
/** Swept notes come in a bunch, and the note after them waits. */
const LOOSE_PART = 0.5;
const BUNCHED_PART = 0.6;
/** Two beginnings nearer than this are one. */
const APART_SECONDS = 0.012;
const WEAK_STRENGTH = 0.08;
const WEAK_MOST = 0.12;
const WEAK_EVIDENCE = 0.4;
const NOISY_PART = 0.1;
/** What stands out less than this, or is placed by others, is no note too many. */
const EXTRA_STRENGTH = 0.12;
const EXTRA_FROM_NOTE_SECONDS = 0.02;
export const NEAR_CLICK_SECONDS = 0.02;

/** How far apart notes come, in the middle and at the least, in seconds. */
export function intervalsOf({ notes }: TakePlan): { middle: number; shortest: number } {
  const all = notes.slice(1).map(({ onset }, at) => onset - notes[at]!.onset);
  const real = all.filter((seconds) => seconds > 0.001);
  return { middle: medianOf(real) || 0.5, shortest: real.reduce((least, one) => Math.min(least, one), 0.5) };
}

/** How far swept notes may be off, in seconds: half their slot each, and the note after them half of all their slots. */
function loosenessOf({ notes }: TakePlan): number[] {
  let run = 0;
  return notes.map(({ onset, change }, at) => {
    const slot = at > 0 ? onset - notes[at - 1]!.onset : 0;
    if (change === 'sweep') {
      run += slot;
      return LOOSE_PART * run;
    }
    const after = run;
    run = 0;
    return LOOSE_PART * after;
  });
}

/** The largest flux around a time, as a time; null where nothing rises there. */
function riseNear(flux: Flux, seconds: number, reach: number): number | null {
  let [best, most] = [null as number | null, 0];
  for (let at = seconds - reach; at <= seconds + reach; at += flux.hopSeconds) {
    const value = fluxAt(flux, at);
    if (value > most) [best, most] = [at, value];
  }
  return best;
}

/** How well the pitch of a note agrees with an onset; each onset is heard once, each pitch asked once. */
function evidenceOf(plan: TakePlan, onsets: readonly RefinedOnset[], ear: PitchEar) {
  const kinds = new Map<string, number>();
  const kindOf = plan.notes.map(({ midi }) => {
    const key = midi.join(' ');
    if (!kinds.has(key)) kinds.set(key, kinds.size);
    return kinds.get(key)!;
  });
  const known = new Float32Array(onsets.length * kinds.size).fill(NaN);
  const heard = new Array<PitchEvidence | undefined>(onsets.length);
  return (note: number, onset: number): number => {
    const place = onset * kinds.size + kindOf[note]!;
    if (Number.isNaN(known[place]!)) {
      const pitch = (heard[onset] ??= ear.at(onsets[onset]!.at));
      known[place] = pitch.evidence(plan.notes[note]!.midi);
    }
    return known[place]!;
  };
}

/**
 * Hears a plan in a recording.
 * @param start seconds of the recording at which the plan starts, about; null: not known. @param tell is told how much is done, 0–1.
 * @returns null where nothing begins in it.
 */
export function hearPlan(
  recording: Float32Array,
  sampleRate: number,
  plan: TakePlan,
  start: number | null,
  tell: (done: number) => void,
): Hearing | null {
  let samples = recording;
  let flux = fluxOf(samples, sampleRate, (done) => tell(0.4 * done));
  const bleed = findBleed(samples, sampleRate, plan, blindOnsets(flux), start);
  if (bleed) {
    samples = bleed.samples;
    flux = fluxOf(samples, sampleRate, (done) => tell(0.4 + 0.2 * done));
  }
  const clicks = bleed?.clicks ?? [];
  const isClick = (at: number) => clicks.some((click) => Math.abs(click - at) < NEAR_CLICK_SECONDS);
  const onsets = refineOnsets(samples, sampleRate, onsetsIn(flux), (done) => tell(0.6 + 0.2 * done))
    .filter(({ at }) => at >= 0)
    .sort((a, b) => a.at - b.at);
  if (onsets.length === 0 || plan.notes.length === 0) return null;
  const { middle, shortest } = intervalsOf(plan);
  const pitches = plan.notes.flatMap(({ midi }) => midi);
  const ear = new PitchEar(samples, sampleRate, {
    lowest: pitches.length > 0 ? Math.min(...new Set(pitches)) : 60,
    highest: pitches.length > 0 ? Math.max(...new Set(pitches)) : 60,
    shortestSeconds: shortest,
  });
  const evidence = evidenceOf(plan, onsets, ear);
  const planned = plan.notes.map(({ onset }) => onset);
  const asked = {
    planned,
    loose: loosenessOf(plan),
    heard: onsets.map(({ at }) => at),
    // What is left of a click stands back behind notes.
    strengths: onsets.map(({ at, strength }) => (isClick(at) ? 0.3 * strength : strength)),
    evidence,
    start: bleed ? bleed.at(0) : start,
  };
  let matched = match({ ...asked, expected: null, stretch: 1 });
  if (matched.cost > CHEAP * planned.length)
    for (const stretch of STRETCHES.slice(1)) {
      const other = match({ ...asked, expected: null, stretch });
      if (other.cost < matched.cost) matched = other;
    }
  tell(0.85);
  // A bunch of swept notes says nothing of the time it was played in: it is early by itself.
  const isBunched = (found: readonly (number | null)[], note: number): boolean => {
    const [before, here] = [found[note - 1], found[note]];
    if (plan.notes[note]!.change !== 'sweep' || here === null || here === undefined) return false;
    if (isBunched(found, note - 1)) return true;
    const slot = planned[note]! - planned[note - 1]!;
    const isNear = typeof before === 'number' && onsets[here]!.at - onsets[before]!.at < BUNCHED_PART * slot;
    return isNear;
  };
  const momentsOf = (found: readonly (number | null)[]): Moment[] =>
    found.flatMap((onset, note) =>
      onset === null || isBunched(found, note) ? [] : [{ planned: planned[note]!, heard: onsets[onset]!.at }],
    );
  if (momentsOf(matched.onsets).length < 2) return null;
  let timeLine = timeLineOf(momentsOf(matched.onsets), middle);
  for (let round = 0; round < ROUNDS; round++) {
    const expected = planned.map((seconds) => timeLine.at(seconds));
    const next = match({ ...asked, expected: (note) => expected[note]!, stretch: 1 });
    if (momentsOf(next.onsets).length < 2) break;
    matched = next;
    timeLine = timeLineOf(momentsOf(matched.onsets), middle);
    tell(0.85 + 0.05 * (round + 1));
  }
  const matchedOnsets = new Set(matched.onsets);
  const others = onsets.filter((_, onset) => !matchedOnsets.has(onset)).map(({ strength }) => strength);
  // Where much is heard that is nothing, a match must stand out from that.
  const weak =
    others.length < NOISY_PART * onsets.length
      ? WEAK_STRENGTH
      : Math.min(
          WEAK_MOST,
          Math.max(WEAK_STRENGTH, others.sort((a, b) => a - b)[Math.floor(0.9 * others.length)]!),
        );
  const notes = matched.onsets.map((onset, note): HeardNote | null => {
    if (onset === null) return null;
    const agrees = evidence(note, onset);
    const { at, strength, sure } = onsets[onset]!;
    if (strength < weak && agrees < WEAK_EVIDENCE) return null;
    return { at, strength, sure, evidence: agrees };
  });
  lookAgain(notes);
  const taken = new Set(matched.onsets.filter((onset, note) => onset !== null && notes[note]));
  const times = notes.flatMap((note) => (note ? [note.at] : [])).sort((a, b) => a - b);
  const isApart = (at: number) => times.every((time) => Math.abs(time - at) >= EXTRA_FROM_NOTE_SECONDS);
  // What somebody tries before and after is no fault of what was planned.
  const isWithin = (at: number) => at > times[0]! - middle && at < times.at(-1)! + middle;
  const extras = onsets.filter(
    ({ at, strength, sure }, onset) =>
      !taken.has(onset) && sure && strength >= EXTRA_STRENGTH && !isClick(at) && isApart(at) && isWithin(at),
  );
  return { notes, extras, timeLine, ear, bleed, samples };

  /** What was not found among the onsets may rise too little to be one: hammered notes do. */
  function lookAgain(found: (HeardNote | null)[]): void {
    const first = found.findIndex((note) => note !== null);
    const last = found.findLastIndex((note) => note !== null);
    const some = found.filter((note) => note !== null).slice(0, USUAL_NOTES);
    const usual = medianOf(some.map(({ at }) => ear.at(at).amount));
    for (let note = first + 1; note < last; note++) {
      if (found[note]) continue;
      const due = timeLine.at(planned[note]!);
      const rise = riseNear(flux, due, Math.min(LATE_LOOK_SECONDS, LATE_LOOK_INTERVALS * middle));
      if (rise === null) continue;
      const beside = [found[note - 1], found[note + 1]];
      if (beside.some((one) => one && Math.abs(one.at - rise) < APART_SECONDS)) continue;
      const [refined] = refineOnsets(samples, sampleRate, [{ at: rise, strength: 0 }]);
      const pitch = ear.at(refined!.at);
      const agrees = pitch.gained(plan.notes[note]!.midi);
      if (agrees >= LATE_LOOK_EVIDENCE && pitch.amount >= LATE_LOOK_AMOUNT * usual)
        found[note] = { at: refined!.at, strength: 0, sure: refined!.sure, evidence: agrees };
    }
  }
}
