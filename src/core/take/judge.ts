/** From heard notes to what they say. */
import { GROUPINGS, type Grouping } from '../model/take';
import type { ChangeKind } from '../picking/changes';
import type { Blurred } from './bunches';
import type { Hearing, HeardNote } from './hear';
import { intervalsOf } from './hear';
import { MAD_TO_SD, effectsOf, type Effect, type Sample } from './regression';
import type { PlannedNote, TakePlan } from './plan';
import { type ChangeLateness, type GroupLateness, type SuggestedVerdict, type TakenNote } from './report';
import { medianOf } from './timeline';

/** Evidence below this: another pitch was played. */
export const WRONG_EVIDENCE = -0.4;
/** Of fewer notes than this nothing is said. */
export const LEAST_NOTES = 8;
const BUNCHED_PART = 0.5;
const LOUDNESS_SECONDS = 0.04;
/** Peak over mean power of a note: what an amplifier has squared is flat. */
const DRIVEN_CREST = 2.1;
/** Under drive the measuring itself adds this much to string changes. */
export const DRIVEN_LEAST_MS = 3;
/** The rule of a clean run. */
const CLEAN = { extrasIn: 32, partInTime: 0.9, intervalPart: 0.1, leastMs: 15 } as const;

/** What an effect must be to be said: sure of its sign, and more than the measuring itself does. */
export const isSaid = ({ p, meanMs }: { p: number; meanMs: number }, driven: boolean): boolean =>
  p < 0.05 && (!driven || Math.abs(meanMs) >= DRIVEN_LEAST_MS);

/** Milliseconds late of each note that was heard in its right pitch; null elsewhere. */
export function deviationsOf(plan: TakePlan, { notes, timeLine }: Hearing): (number | null)[] {
  return plan.notes.map(({ onset }, at) => {
    const heard = notes[at];
    return heard ? (heard.at - timeLine.at(onset)) * 1000 : null;
  });
}

/** Peak and loudness of a note over its first 40 ms. */
function levelOf(samples: Float32Array, sampleRate: number, { at }: HeardNote) {
  const first = Math.max(0, Math.round((at + 0.002) * sampleRate));
  const cut = samples.subarray(first, first + Math.round(LOUDNESS_SECONDS * sampleRate));
  let [power, peak] = [1e-12, 0];
  for (const value of cut) {
    power += (value * value) / cut.length;
    peak = Math.max(peak, Math.abs(value));
  }
  return { crest: peak / Math.sqrt(power), decibels: 10 * Math.log10(power) };
}

/** Loudness of each note beside the others of its pitch; null where the sound was squared. */
export function loudnessOf(
  plan: TakePlan,
  { notes, samples }: Hearing,
  sampleRate: number,
): { driven: boolean; decibels: (number | null)[] } {
  const levels = notes.map((note) => note && levelOf(samples, sampleRate, note));
  const crests = levels.flatMap((level) => (level ? [level.crest] : []));
  const driven = crests.length > 0 && medianOf(crests) < DRIVEN_CREST;
  const byPitch = new Map<string, number[]>();
  const keyOf = (at: number) => plan.notes[at]!.midi.join(' ');
  levels.forEach((level, at) => {
    if (level) byPitch.set(keyOf(at), [...(byPitch.get(keyOf(at)) ?? []), level.decibels]);
  });
  const usual = new Map([...byPitch].map(([key, values]) => [key, medianOf(values)]));
  return {
    driven,
    decibels: levels.map((level, at) => (level && !driven ? level.decibels - usual.get(keyOf(at))! : null)),
  };
}

/** Whether a swept note came in under half its slot. */
function isBunched(plan: TakePlan, { notes }: Hearing, at: number): boolean {
  const [heard, last] = [notes[at], notes[at - 1]];
  if (plan.notes[at]!.change !== 'sweep' || !heard || !last) return false;
  return heard.at - last.at < BUNCHED_PART * (plan.notes[at]!.onset - plan.notes[at - 1]!.onset);
}

/** Each planned note as it was taken. @param blurred what bunches hide; null: in this sound nothing. */
export function takenNotes(
  plan: TakePlan,
  hearing: Hearing,
  deviations: readonly (number | null)[],
  loudness: readonly (number | null)[],
  blurred: Blurred | null,
): TakenNote[] {
  return plan.notes.map((note, at): TakenNote => {
    const heard = hearing.notes[at];
    const isRight = heard && heard.evidence >= WRONG_EVIDENCE;
    if (blurred?.notes.has(at) && !isRight)
      return { id: note.id, onset: null, deviationMs: null, state: 'played', bunched: true };
    if (!heard) return { id: note.id, onset: null, deviationMs: null, state: 'missing' };
    const bunched = isBunched(plan, hearing, at);
    return {
      id: note.id,
      onset: heard.at,
      deviationMs: deviations[at]!,
      state: isRight ? 'played' : 'wrong',
      ...(bunched ? { bunched } : {}),
      ...(loudness[at] === null || loudness[at] === undefined ? {} : { loudnessDb: loudness[at] }),
    };
  });
}

/** Late against the plan, part by part of a take that was broken off; what was not heard is left out, and what is bunched, a fault of its own. */
function samplesOf(
  plan: TakePlan,
  hearing: Hearing,
  kindOf: (note: PlannedNote, at: number) => string | null | undefined,
): Sample[] {
  const starts = hearing.timeLine.breaks.map(({ planned }) => planned);
  return plan.notes.flatMap((note, at): Sample[] => {
    const heard = hearing.notes[at];
    const kind = kindOf(note, at);
    if (!heard || heard.evidence < WRONG_EVIDENCE || kind === undefined) return [];
    if (isBunched(plan, hearing, at)) return [];
    const part = starts.filter((start) => note.onset >= start).length;
    return [{ late: (heard.at - note.onset) * 1000, kind, part, besides: changeOf(note) }];
  });
}

const isPicked = ({ technique }: PlannedNote) => technique === 'pick';
const changeOf = ({ change }: PlannedNote): ChangeKind | null => (change === 'alternate' ? null : change);

const latenessOf = ({ n, meanMs, low, high, p }: Effect) => ({ n, meanMs, low, high, p });

/** How late notes come after each kind of change, beside alternating on one string; where that is too seldom, beside the commonest. */
export function kindsOf(
  plan: TakePlan,
  hearing: Hearing,
): { kinds: ChangeLateness[]; reference: ChangeKind } {
  const all = samplesOf(plan, hearing, (note) => (isPicked(note) ? (note.change ?? 'alternate') : undefined));
  const counts = new Map<string, number>();
  for (const { kind } of all) counts.set(kind!, (counts.get(kind!) ?? 0) + 1);
  const [commonest] = [...counts].sort((a, b) => b[1] - a[1]);
  const isAlternating = (counts.get('alternate') ?? 0) >= LEAST_NOTES;
  const reference = (isAlternating ? 'alternate' : (commonest?.[0] ?? 'alternate')) as ChangeKind;
  const samples = all.map(({ late, part, kind }) => ({ late, part, kind: kind === reference ? null : kind }));
  const kinds = effectsOf(samples, LEAST_NOTES).map((effect) => ({
    change: effect.kind as ChangeKind,
    ...latenessOf(effect),
  }));
  return { kinds, reference };
}

/** Kinds of change that come too seldom. */
export function tooFewOf(
  plan: TakePlan,
  { kinds, reference }: { readonly kinds: readonly ChangeLateness[]; readonly reference: ChangeKind },
): { change: ChangeKind; n: number }[] {
  const counts = new Map<ChangeKind, number>();
  for (const note of plan.notes) {
    const change = isPicked(note) ? changeOf(note) : null;
    if (change) counts.set(change, (counts.get(change) ?? 0) + 1);
  }
  return [...counts]
    .filter(([change]) => change !== reference && !kinds.some((kind) => kind.change === change))
    .map(([change, n]) => ({ change, n }));
}

/** Of each way of sorting, what a note is; null: as the reference, undefined: it does not count. */
const SORTED: Readonly<
  Record<
    Grouping,
    (note: PlannedNote, at: number, notes: readonly PlannedNote[]) => string | null | undefined
  >
> = {
  stroke: ({ stroke }) => (stroke === undefined ? undefined : stroke === 'up' ? 'upstrokes' : null),
  pair: ({ string }, at, notes) => {
    const from = notes[at - 1]?.string;
    if (string === undefined || from === undefined) return undefined;
    return from === string ? null : `string ${from} to ${string}`;
  },
  skip: ({ skipped }, at, notes) =>
    skipped ? 'notes after a skip' : notes[at + 1]?.skipped ? 'notes before a skip' : null,
  place: ({ place }) =>
    place === undefined ? undefined : /^\d+$/.test(place) ? null : `notes on “${place}”`,
  finger: ({ fingerChange }) =>
    fingerChange === undefined ? undefined : fingerChange ? 'notes after a change of finger' : null,
};

/** What says the same as the kinds, only finer: their lateness is not taken off it. */
const OF_CHANGES: readonly Grouping[] = ['pair', 'skip'];

/** How late notes come by stroke, pair, skip, place and finger; by stroke, place and finger beyond what the kinds of change do. */
export function groupsOf(plan: TakePlan, hearing: Hearing): GroupLateness[] {
  return GROUPINGS.flatMap((by) => {
    const samples = samplesOf(plan, hearing, (note, at) =>
      isPicked(note) ? SORTED[by](note, at, plan.notes) : undefined,
    );
    const alone = samples.map(({ besides: _, ...sample }) => sample);
    return effectsOf(OF_CHANGES.includes(by) ? alone : samples, LEAST_NOTES).map((effect) => ({
      by,
      group: effect.kind,
      ...latenessOf(effect),
    }));
  });
}

const spreadOf = (values: readonly number[]): number | null => {
  if (values.length < LEAST_NOTES) return null;
  const middle = medianOf(values);
  return MAD_TO_SD * medianOf(values.map((value) => Math.abs(value - middle)));
};

/** How evenly was played, all, down and up apart; bunched sweeps are a fault of their own and do not count. */
export function spreadsOf(plan: TakePlan, notes: readonly TakenNote[]) {
  const of = (stroke: 'down' | 'up' | null) =>
    spreadOf(
      notes.flatMap(({ state, deviationMs, bunched }, at) =>
        state === 'played' && !bunched && (stroke === null || plan.notes[at]!.stroke === stroke)
          ? [deviationMs!]
          : [],
      ),
    );
  const all = of(null);
  return all === null ? null : { all, down: of('down'), up: of('up') };
}

/** Neighbours that were played in each other's place. */
export function swappedOf(plan: TakePlan, hearing: Hearing, notes: readonly TakenNote[]): [string, string][] {
  return notes.flatMap(({ state, onset, id }, at): [string, string][] => {
    const next = notes[at + 1];
    if (state !== 'wrong' || next?.state !== 'wrong') return [];
    const [mine, theirs] = [plan.notes[at]!.midi, plan.notes[at + 1]!.midi];
    const isSwapped =
      hearing.ear.at(onset!).gained(theirs) > 0 && hearing.ear.at(next.onset!).gained(mine) > 0;
    return isSwapped ? [[id, next.id]] : [];
  });
}

/** How far off its place a note may come and still be in time, in milliseconds: a tenth of the usual interval, and no less than the ear takes. */
export const inTimeMs = (plan: TakePlan): number =>
  Math.max(CLEAN.leastMs, CLEAN.intervalPart * intervalsOf(plan).middle * 1000);

/** What the rule of a clean run says: all there, right, hardly one too many, and nine in ten in time. */
export function verdictOf(
  plan: TakePlan,
  notes: readonly TakenNote[],
  extras: readonly number[],
): SuggestedVerdict {
  const faulty = notes.find(({ state }) => state !== 'played');
  if (faulty)
    return { clean: false, noteId: faulty.id, because: faulty.state === 'wrong' ? 'wrong' : 'missing' };
  if (extras.length > Math.ceil(notes.length / CLEAN.extrasIn)) {
    const after = notes.findLast(({ onset }) => onset !== null && onset <= extras[0]!);
    return { clean: false, noteId: (after ?? notes[0]!).id, because: 'extra' };
  }
  const limitMs = inTimeMs(plan);
  const late = notes.filter(({ deviationMs }) => Math.abs(deviationMs ?? 0) > limitMs);
  if (late.length > (1 - CLEAN.partInTime) * notes.length)
    return { clean: false, noteId: late[0]!.id, because: 'uneven' };
  return { clean: true, noteId: null, because: null };
}
