/** From samples to notes: what begins in a recording, and which planned note it is. */
import { match, type Matched, type Matching } from './align';
import { findBleed, type Bleed } from './bleed';
import { bunchesIn, loosenessOf } from './bunches';
import { blindOnsets, fluxAt, fluxOf, levelsOf, onsetsIn, type Flux } from './onsets';
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

/** The recording without the clicks that are heard in it, and what rises in it. */
function soundOf(
  recording: Float32Array,
  sampleRate: number,
  plan: TakePlan,
  start: number | null,
  tell: (done: number) => void,
): { samples: Float32Array; flux: Flux; bleed: Bleed | null } {
  const heard = levelsOf(recording, sampleRate, (done) => tell(0.4 * done));
  const flux = fluxOf(heard);
  const bleed = findBleed(recording, sampleRate, plan, blindOnsets(flux), start);
  if (!bleed) return { samples: recording, flux, bleed };
  const { samples } = bleed;
  const rest = levelsOf(samples, sampleRate, (done) => tell(0.4 + 0.2 * done), heard);
  return { samples, flux: fluxOf(rest), bleed };
}

/** What is to be matched, whatever is expected of the tempo. */
type Asked = Omit<Matching, 'expected' | 'stretch'>;

/** The best way at the plan's tempo, or where that is dear at one near it. */
function firstMatch(asked: Asked): Matched {
  const matched = match({ ...asked, expected: null, stretch: 1 });
  if (matched.cost <= CHEAP * asked.planned.length) return matched;
  return STRETCHES.slice(1)
    .map((stretch) => match({ ...asked, expected: null, stretch }))
    .reduce((best, other) => (other.cost < best.cost ? other : best), matched);
}

/** Matches again around the line of time that a match gives, which moves it. @returns null where too little was heard for one. */
function settled(
  plan: TakePlan,
  asked: Asked,
  middle: number,
  first: Matched,
): { matched: Matched; timeLine: TimeLine } | null {
  const lineOf = ({ onsets }: Matched): TimeLine | null => {
    const times = onsets.map((onset) => (onset === null ? null : asked.heard[onset]!));
    const bunched = bunchesIn(plan, times);
    const moments = times.flatMap((heard, note): Moment[] =>
      heard === null || bunched[note] ? [] : [{ planned: asked.planned[note]!, heard }],
    );
    return moments.length < 2 ? null : timeLineOf(moments, middle);
  };
  let matched = first;
  let timeLine = lineOf(first);
  for (let round = 0; timeLine && round < ROUNDS; round++) {
    const expected = asked.planned.map((seconds) => timeLine!.at(seconds));
    const next = match({ ...asked, expected: (note) => expected[note]!, stretch: 1 });
    const line = lineOf(next);
    if (!line) break;
    [matched, timeLine] = [next, line];
  }
  return timeLine && { matched, timeLine };
}

/** What a match must stand out by. @param others strengths of the onsets that are no planned note. */
function leastStrength(others: readonly number[], count: number): number {
  if (others.length < NOISY_PART * count) return WEAK_STRENGTH;
  // Where much is heard that is nothing, a match must stand out from that.
  const loud = others.toSorted((a, b) => a - b)[Math.floor(0.9 * others.length)]!;
  return Math.min(WEAK_MOST, Math.max(WEAK_STRENGTH, loud));
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
  const { samples, flux, bleed } = soundOf(recording, sampleRate, plan, start, tell);
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
  const asked: Asked = {
    planned: plan.notes.map(({ onset }) => onset),
    loose: loosenessOf(plan),
    heard: onsets.map(({ at }) => at),
    // What is left of a click stands back behind notes.
    strengths: onsets.map(({ at, strength }) => (isClick(at) ? 0.3 * strength : strength)),
    evidence,
    start: bleed ? bleed.at(0) : start,
  };
  const first = firstMatch(asked);
  tell(0.85);
  const settling = settled(plan, asked, middle, first);
  if (!settling) return null;
  tell(0.95);
  const { matched, timeLine } = settling;
  const taken = new Set(matched.onsets);
  const others = onsets.filter((_, onset) => !taken.has(onset)).map(({ strength }) => strength);
  const weak = leastStrength(others, onsets.length);
  const found = matched.onsets.map((onset, note): HeardNote | null => {
    if (onset === null) return null;
    const agrees = evidence(note, onset);
    const { at, strength } = onsets[onset]!;
    return strength < weak && agrees < WEAK_EVIDENCE ? null : { at, strength, evidence: agrees };
  });
  const notes = lookedAgain(found, { plan, samples, sampleRate, flux, ear, timeLine, middle });
  const times = notes.flatMap((note) => (note ? [note.at] : [])).sort((a, b) => a - b);
  const isNote = (onset: number) => matched.onsets.some((one, note) => one === onset && notes[note]);
  const isApart = (at: number) => times.every((time) => Math.abs(time - at) >= EXTRA_FROM_NOTE_SECONDS);
  // What somebody tries before and after is no fault of what was planned.
  const isWithin = (at: number) => at > times[0]! - middle && at < times.at(-1)! + middle;
  const extras = onsets.filter(
    ({ at, strength, sure }, onset) =>
      sure && strength >= EXTRA_STRENGTH && !isClick(at) && isApart(at) && isWithin(at) && !isNote(onset),
  );
  return { notes, extras, timeLine, ear, bleed, samples };
}

/** What was not found among the onsets may rise too little to be one: hammered notes do. */
function lookedAgain(
  found: readonly (HeardNote | null)[],
  {
    plan,
    samples,
    sampleRate,
    flux,
    ear,
    timeLine,
    middle,
  }: Omit<Hearing, 'notes' | 'extras' | 'bleed'> & {
    plan: TakePlan;
    sampleRate: number;
    flux: Flux;
    middle: number;
  },
): (HeardNote | null)[] {
  const notes = [...found];
  const last = notes.findLastIndex((note) => note !== null);
  const some = notes.filter((note) => note !== null).slice(0, USUAL_NOTES);
  const usual = medianOf(some.map(({ at }) => ear.at(at).amount));
  for (let note = notes.findIndex((one) => one !== null) + 1; note < last; note++) {
    if (notes[note]) continue;
    const due = timeLine.at(plan.notes[note]!.onset);
    const rise = riseNear(flux, due, Math.min(LATE_LOOK_SECONDS, LATE_LOOK_INTERVALS * middle));
    if (rise === null) continue;
    const beside = [notes[note - 1], notes[note + 1]];
    if (beside.some((one) => one && Math.abs(one.at - rise) < APART_SECONDS)) continue;
    const [refined] = refineOnsets(samples, sampleRate, [{ at: rise, strength: 0 }]);
    const pitch = ear.at(refined!.at);
    const agrees = pitch.gained(plan.notes[note]!.midi);
    if (agrees >= LATE_LOOK_EVIDENCE && pitch.amount >= LATE_LOOK_AMOUNT * usual)
      notes[note] = { at: refined!.at, strength: 0, evidence: agrees };
  }
  return notes;
}
