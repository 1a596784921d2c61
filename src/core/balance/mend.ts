/** Mending: the small changes that bring an exercise nearer to the balance its goal wants. */
import type { Exercise, Goal } from '../model/exercise';
import { planOf } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { deleteSlot, moveToString, putNote, setTechnique } from '../passage/edits';
import type { Passage } from '../passage/passage';
import { reversePassage } from '../passage/range';
import type { Analysis } from '../picking/analysis';
import { POLICY_KINDS, type PickingPolicy, type PolicyKind } from '../picking/policy';
import { lastAgain } from '../rhythm/lay';
import { scopedChanges, targetOf } from './goal';

/** What is changed. */
export type MendKind =
  | 'start'
  | 'reverse'
  | 'thereAndBack'
  | 'thereAndBackTwice'
  | 'oneMore'
  | 'oneLess'
  | 'slur'
  | 'otherString'
  | 'shiftStrings'
  | 'policy';

/** How much each alters an exercise, least first: judged, no source. */
const ALTERS: Readonly<Record<MendKind, number>> = {
  start: 1,
  oneMore: 2,
  oneLess: 2,
  slur: 3,
  otherString: 3,
  reverse: 4,
  shiftStrings: 5,
  thereAndBack: 6,
  thereAndBackTwice: 6,
  policy: 7,
};

/** Inside, outside and sweeps in the goal's scope, a pass. */
export interface ScopedShare {
  readonly outside: number;
  readonly inside: number;
  readonly sweep: number;
  /** All string changes in scope. */
  readonly changes: number;
}

/** A change that brings an exercise nearer to its goal, with how near. */
export interface Mending {
  /** What is changed before it, where one change is not enough. */
  readonly first: Mending | null;
  readonly kind: MendKind;
  /** The note it is about, by number from 1; 0 where it is about none. */
  readonly note: number;
  /** The other string or policy. */
  readonly to: number | PolicyKind | null;
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  readonly after: ScopedShare;
  /** How far it is off the target then: 0 is on target. */
  readonly gap: number;
}

/** Counts in the goal's scope. */
export function scopedShare(goal: Goal, analysis: Analysis): ScopedShare {
  const changes = scopedChanges(goal, analysis);
  const of = (kind: string) => changes.filter((change) => change.kind === kind).length / analysis.passes;
  return {
    outside: of('outside'),
    inside: of('inside'),
    sweep: of('sweep'),
    changes: changes.length / analysis.passes,
  };
}

/**
 * How far an exercise is off what its goal wants, 0–1: the inside share beyond its tolerance, or for sweeps the part of the
 * changes that are none; 1 where there is nothing of the kind. Null where the goal wants no balance.
 */
export function gapOf(goal: Goal, { outside, inside, sweep, changes }: ScopedShare): number | null {
  if (goal.kind === 'sweep') return changes === 0 ? 1 : 1 - sweep / changes;
  const target = targetOf(goal);
  if (!target) return null;
  if (inside + outside === 0) return 1;
  const off = Math.abs(inside / (inside + outside) - target.insideShare) - target.tolerance;
  return off > 1e-9 ? off : 0;
}

type Candidate = Omit<Mending, 'after' | 'gap' | 'first'>;

/** The passage with its way back behind it; the turning moment once or twice. */
function withWayBack(passage: Passage, repeated: boolean): Passage {
  const onsets = [...new Set(passage.notes.map(({ onsetTicks }) => onsetTicks))].reverse();
  let next = passage;
  for (const onset of repeated ? onsets : onsets.slice(1)) {
    const at = next.lengthTicks;
    for (const { string, fret } of passage.notes.filter(({ onsetTicks }) => onsetTicks === onset))
      next = putNote(next, at, string, fret);
  }
  return next;
}

function* candidates({ passage, policy }: Exercise): Generator<Candidate> {
  const plain = { passage, policy, note: 0, to: null };
  const { notes } = passage;
  const last = notes.at(-1);
  if (!last) return;
  // An automatic start may have taken either; the one that changes nothing is no mending.
  for (const start of ['up', 'down'] as const)
    if (start !== policy.start) yield { ...plain, kind: 'start', policy: { ...policy, start } };
  yield { ...plain, kind: 'oneMore', passage: lastAgain(passage) };
  if (notes.length > 1) yield { ...plain, kind: 'oneLess', passage: deleteSlot(passage, last.onsetTicks) };
  yield { ...plain, kind: 'reverse', passage: reversePassage(passage) };
  yield { ...plain, kind: 'thereAndBack', passage: withWayBack(passage, false) };
  yield { ...plain, kind: 'thereAndBackTwice', passage: withWayBack(passage, true) };
  for (const [at, note] of notes.entries()) {
    const before = notes[at - 1];
    const canSlur =
      note.technique === 'pick' &&
      !note.lock &&
      before?.string === note.string &&
      before.fret !== note.fret &&
      !before.dead &&
      !note.dead &&
      before.onsetTicks + before.durationTicks >= note.onsetTicks;
    if (canSlur) {
      const technique = note.fret > before.fret ? 'hammer' : 'pull';
      yield { ...plain, kind: 'slur', note: at + 1, passage: setTechnique(passage, note.id, technique) };
    }
    for (const string of [note.string + 1, note.string - 1]) {
      const moved = moveToString(passage, note.id, string, 'pitch');
      if (moved !== passage)
        yield { ...plain, kind: 'otherString', note: at + 1, to: string, passage: moved };
    }
  }
  for (const by of [1, -1]) {
    const moved = notes.map((note) => ({ ...note, string: note.string + by }));
    if (moved.every(({ string }) => passage.tuning[string - 1] !== undefined))
      yield { ...plain, kind: 'shiftStrings', to: by, passage: { ...passage, notes: moved } };
  }
  for (const kind of POLICY_KINDS)
    if (kind !== policy.kind) yield { ...plain, kind: 'policy', to: kind, policy: { ...policy, kind } };
}

/** Single changes that a second is tried after. */
const MOST_FIRSTS = 8;
/** Second changes: of the whole, not of a note. */
const SECOND_KINDS: ReadonlySet<MendKind> = new Set([
  'start',
  'oneMore',
  'oneLess',
  'reverse',
  'thereAndBack',
  'thereAndBackTwice',
]);

/** How much a change alters, with the one before it. */
function alters({ kind, first }: Mending): number {
  return ALTERS[kind] + (first ? alters(first) : 0);
}

function byEffect(a: Mending, b: Mending): number {
  return a.gap - b.gap || alters(a) - alters(b);
}

/** Of one kind no more are offered than this. */
const MOST_OF_A_KIND = 3;

/** How far the search has come. */
export interface Progress {
  /** How many changes were tried, and what the last of them mends. */
  readonly report?: (done: number, found: Mending | null) => void;
  readonly cancelled?: () => boolean;
}

/**
 * The changes that bring an exercise nearer to what its goal wants, best first: by how far they leave it off, then by how
 * little they alter, then as they are tried. Each is judged by the ordinary plan of the changed exercise. Empty where the
 * goal wants no balance or it is met.
 */
export function mendings(exercise: Exercise, setup: Setup, progress: Progress = {}): Mending[] {
  const { goal } = exercise;
  const judge = (passage: Passage, policy: PickingPolicy) => {
    const after = scopedShare(goal, planOf(passage, policy, setup).analysis);
    return { after, gap: gapOf(goal, after) };
  };
  const now = judge(exercise.passage, exercise.policy).gap;
  if (now === null || now === 0) return [];
  const found: Mending[] = [];
  let done = 0;
  const tryAll = (from: Exercise, first: Mending | null, kinds: ReadonlySet<MendKind> | null) => {
    for (const candidate of candidates(from)) {
      if (progress.cancelled?.()) return;
      if (kinds && !kinds.has(candidate.kind)) continue;
      const { after, gap } = judge(candidate.passage, candidate.policy);
      const isBetter = gap !== null && gap < (first?.gap ?? now) - 1e-9;
      const mending = isBetter ? { ...candidate, first, after, gap } : null;
      if (mending) found.push(mending);
      progress.report?.(++done, mending);
    }
  };
  tryAll(exercise, null, null);
  // Where no single change is enough, the best of them are followed by one that concerns the whole.
  const singles = [...found].sort(byEffect);
  if (singles[0] && singles[0].gap > 0)
    for (const first of singles.slice(0, MOST_FIRSTS))
      tryAll({ ...exercise, passage: first.passage, policy: first.policy }, first, SECOND_KINDS);
  const count = new Map<MendKind | 'two changes', number>();
  return found.sort(byEffect).filter(({ kind, first }) => {
    const sort = first ? 'two changes' : kind;
    count.set(sort, (count.get(sort) ?? 0) + 1);
    return count.get(sort)! <= MOST_OF_A_KIND;
  });
}
