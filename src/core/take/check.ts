/** Holding a recording against the plan. */
import { blurredIn } from './bunches';
import { hearPlan, intervalsOf, type Hearing } from './hear';
import {
  deviationsOf,
  groupsOf,
  kindsOf,
  loudnessOf,
  spreadsOf,
  swappedOf,
  takenNotes,
  tooFewOf,
  verdictOf,
  WRONG_EVIDENCE,
} from './judge';
import { blindOnsets, fluxOf, levelsOf } from './onsets';
import type { TakePlan } from './plan';
import { ringingOf } from './ringing';
import { refineOnsets } from './refine';
import type { NotJudged } from '../model/take';
import type { TakeReport } from './report';
import { medianOf } from './timeline';

/** How a take is checked. */
export interface TakeOptions {
  /** Seconds of the recording at which the plan starts, to about a tenth; absent: it is sought. */
  readonly startSeconds?: number;
  /** `startSeconds` is the click's own start to a millisecond, since the delay of the sound was measured; absent: it is not. */
  readonly startIsExact?: boolean;
  /** Is told how much is done, 0–1. */
  readonly report?: (done: number) => void;
}

const SILENT_PEAK = 0.001;
const MOST_EXTRAS = 0.15;
const LEAST_HEARD = 0.5;
const MOST_WRONG = 0.4;
/** Pitches that are heard speak for or against the plan; those of noise for nothing. In the middle of takes, by simulation: 0.5 to 0.8, of noise up to 0.2. */
const LEAST_CLEAR = 0.3;
/** Spread beside the shortest interval: beyond it neighbours change places. */
const MOST_SPREAD = 0.2;

const NOTHING = {
  extras: [],
  kinds: [],
  reference: 'alternate',
  groups: [],
  tooFew: [],
  spreadMs: null,
  slower: 0,
  due: [],
  breaks: [],
  swapped: [],
  startedLate: false,
  stoppedEarly: false,
  driven: false,
  behindClicksMs: null,
  ringing: null,
  verdict: null,
} as const;

function notHeard({ notes }: TakePlan, why: NotJudged): TakeReport {
  const missing = notes.map(({ id }) => ({ id, onset: null, deviationMs: null, state: 'missing' as const }));
  return { ...NOTHING, state: 'not judged', why, notes: missing };
}

/** Why what was heard says nothing of the playing; null: it does. */
function whyNot(plan: TakePlan, hearing: Hearing, spreadMs: number | null): NotJudged | null {
  const heard = hearing.notes.filter((note) => note !== null);
  const span = hearing.notes.findLastIndex((note) => note) - hearing.notes.findIndex((note) => note) + 1;
  const clear = hearing.notes.flatMap((note, at) =>
    note && plan.notes[at]!.midi.length > 0 ? [Math.abs(note.evidence)] : [],
  );
  if (clear.length > 0 && medianOf(clear) < LEAST_CLEAR) return 'too much beside the notes';
  const wrong = heard.filter(({ evidence }) => evidence < WRONG_EVIDENCE).length;
  if (wrong > MOST_WRONG * heard.length || heard.length < LEAST_HEARD * span) return 'another exercise';
  if (hearing.extras.length > MOST_EXTRAS * heard.length) return 'too much beside the notes';
  if (spreadMs !== null && spreadMs > MOST_SPREAD * intervalsOf(plan).shortest * 1000)
    return 'too uneven to tell';
  return null;
}

/** How far the take lies behind its clicks, in the middle: those that are heard in it, or those of the clock. */
function behindClicks(plan: TakePlan, { bleed, notes }: Hearing, clockSeconds: number | null): number | null {
  if (!bleed && clockSeconds === null) return null;
  const click = bleed ? bleed.at : (onset: number) => clockSeconds! + onset;
  const late = plan.notes.flatMap(({ onset }, at) => (notes[at] ? [notes[at].at - click(onset)] : []));
  return late.length === 0 ? null : medianOf(late) * 1000;
}

/**
 * Holds a recording against the plan, note by note. Where clicks of the plan are heard in the recording they are taken out and
 * serve as its clock. Never throws on what a recording may hold: what cannot be judged says why.
 * @param samples one channel, −1…1, at `sampleRate` (8,000 or more). @param plan at least one note.
 */
export function checkTake(
  samples: Float32Array,
  sampleRate: number,
  plan: TakePlan,
  { startSeconds, startIsExact, report = () => undefined }: TakeOptions = {},
): TakeReport {
  let peak = 0;
  // By index: over millions of samples an iterator takes ten times as long.
  for (let at = 0; at < samples.length; at++) peak = Math.max(peak, Math.abs(samples[at]!));
  if (peak < SILENT_PEAK) return notHeard(plan, 'silence');
  const hearing = hearPlan(samples, sampleRate, plan, startSeconds ?? null, (done) => report(0.9 * done));
  if (!hearing) return notHeard(plan, 'nothing of it was heard');
  const deviations = deviationsOf(plan, hearing);
  const { driven, decibels } = loudnessOf(plan, hearing, sampleRate);
  // A clean sound tells the notes of a bunch apart; what an amplifier has squared does not.
  const blurred = driven
    ? blurredIn(
        plan,
        hearing.notes.map((note) => note?.at ?? null),
      )
    : null;
  const notes = takenNotes(plan, hearing, deviations, decibels, blurred);
  const extras = hearing.extras.flatMap(({ at }) => (blurred?.has(at) ? [] : [at]));
  const spreadMs = spreadsOf(plan, notes);
  // Bunches are then taken for one another, and what is played between them for late.
  const isMixed = blurred !== null && blurred.isMost;
  const why = whyNot(plan, hearing, spreadMs?.all ?? null) ?? (isMixed ? 'too uneven to tell' : null);
  const first = notes.findIndex(({ onset }) => onset !== null);
  const last = notes.findLastIndex(({ onset }) => onset !== null);
  const { timeLine } = hearing;
  const [from, to] = [plan.notes[first]!.onset, plan.notes[last]!.onset];
  const paused = timeLine.breaks.reduce((sum, { seconds }) => sum + seconds, 0);
  const common = {
    notes,
    extras,
    spreadMs,
    slower: to > from ? (timeLine.at(to) - timeLine.at(from) - paused) / (to - from) - 1 : 0,
    due: plan.notes.map(({ onset }) => timeLine.at(onset)),
    breaks: timeLine.breaks.map(({ planned, seconds }) => ({
      noteId: plan.notes.find(({ onset }) => onset >= planned)!.id,
      seconds,
    })),
    startedLate: first > 0,
    stoppedEarly: last < notes.length - 1,
    driven,
    behindClicksMs: behindClicks(plan, hearing, startIsExact ? (startSeconds ?? null) : null),
  };
  if (why) return { ...NOTHING, ...common, state: 'not judged', why };
  const late = kindsOf(plan, hearing);
  const rings = ringingOf(plan, hearing, sampleRate, driven);
  report(0.95);
  return {
    ...common,
    state: 'judged',
    ...late,
    groups: groupsOf(plan, hearing),
    tooFew: tooFewOf(plan, late),
    swapped: swappedOf(plan, hearing, notes),
    notes: notes.map((note) => (rings?.on.has(note.id) ? { ...note, ringsOn: true } : note)),
    ringing: rings && { told: rings.told, on: rings.on.size },
    verdict: verdictOf(plan, notes, extras),
  };
}

/** Seconds at which something begins in a recording, heard without a plan, in order. */
export function detectOnsets(samples: Float32Array, sampleRate: number): number[] {
  return refineOnsets(samples, sampleRate, blindOnsets(fluxOf(levelsOf(samples, sampleRate))))
    .map(({ at }) => at)
    .sort((a, b) => a - b);
}
