/** Mending: the small changes that bring an exercise nearer to the balance its goal wants. */
import type { Exercise, Goal } from '../model/exercise';
import { planOf, type Plan } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { deleteSlot, moveToString, putNote, setTechnique } from '../passage/edits';
import { heldApart } from '../passage/held';
import { pitchOf, type Note, type Passage, type Stroke } from '../passage/passage';
import { reversePassage } from '../passage/range';
import type { Analysis } from '../picking/analysis';
import { isPicked } from '../picking/picks';
import { otherStroke, POLICY_KINDS, type PickingPolicy, type PolicyKind } from '../picking/policy';
import { lastAgain } from '../rhythm/lay';
import { scopedChanges, targetOf } from './goal';

/** What is changed. */
export type MendKind =
  | 'start'
  | 'bothStarts'
  | 'reverse'
  | 'thereAndBack'
  | 'thereAndBackTwice'
  | 'oneMore'
  | 'oneLess'
  | 'slur'
  | 'otherString'
  | 'shiftStrings'
  | 'policy';

/** How much each alters an exercise, a teacher's first remedies least: judged, no source. */
const ALTERS: Readonly<Record<MendKind, number>> = {
  start: 1,
  bothStarts: 2,
  thereAndBack: 3,
  thereAndBackTwice: 3,
  slur: 4,
  otherString: 5,
  oneMore: 6,
  oneLess: 6,
  reverse: 7,
  shiftStrings: 8,
  policy: 9,
};
/** Leaving the position, the beat or the notes of the chord: more than what one remedy alters more than another. */
const LEAVES = 10;

/** What a change costs the exercise, beside what it alters. */
export interface MendCosts {
  /** Notes that stay and are struck the other way, in the first pass. */
  readonly turned: number;
  /** Notes that were picked and are slurred now. */
  readonly slurred: number;
  /** A fretted note lies outside the window that the hand had. */
  readonly leavesPosition: boolean;
  /** A pass was whole beats long and is not any more. */
  readonly leavesBeat: boolean;
  /** A note sounds that the exercise had in no octave. */
  readonly leavesChord: boolean;
}

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
  readonly costs: MendCosts;
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

type Candidate = Omit<Mending, 'after' | 'gap' | 'first' | 'costs'>;

/** Frets that a hand in one place has under its fingers. */
const WINDOW_FRETS = 4;

/** The frets that the hand of a passage has: those that are stopped, four at least; null where none is. */
function windowOf({ notes }: Passage): readonly [number, number] | null {
  const frets = notes.flatMap(({ fret, dead }) => (fret > 0 && !dead ? [fret] : []));
  if (frets.length === 0) return null;
  const low = Math.min(...frets);
  return [low, Math.max(low + WINDOW_FRETS - 1, ...frets)];
}

const isWithin = (window: readonly [number, number] | null, { fret, dead }: Pick<Note, 'fret' | 'dead'>) =>
  fret === 0 || dead === true || (window !== null && fret >= window[0] && fret <= window[1]);

const isWholeBeats = ({ lengthTicks, pickupTicks, meter }: Passage) =>
  (lengthTicks + pickupTicks) % meter.beatTicks === 0;

/** What a changed exercise costs against the one before it. */
function costsOf(before: Plan, after: Plan): MendCosts {
  const strokes = ({ passage, assignment }: Plan) =>
    new Map(passage.notes.map(({ id }, at) => [id, assignment.passes[0]?.[at] ?? null]));
  const [was, is] = [strokes(before), strokes(after)];
  const kept = [...was].flatMap(([id, stroke]) => (is.has(id) && stroke ? [[stroke, is.get(id)!]] : []));
  const window = windowOf(before.passage);
  const classes = ({ passage }: Plan) =>
    passage.notes.filter(({ dead }) => !dead).map((note) => pitchOf(passage, note) % 12);
  const had = new Set(classes(before));
  return {
    turned: kept.filter(([stroke, now]) => now !== null && now !== stroke).length,
    slurred: kept.filter(([, now]) => now === null).length,
    leavesPosition: !after.passage.notes.every((note) => isWithin(window, note)),
    leavesBeat: isWholeBeats(before.passage) && !isWholeBeats(after.passage),
    leavesChord: classes(after).some((one) => !had.has(one)),
  };
}

/** A pass, a beat's rest, the same from the other stroke, a rest; null where the first stroke is locked or the passage has parts. */
function withBothStarts(passage: Passage, plan: Plan): Passage | null {
  const { notes, meter, lengthTicks, pickupTicks, loopBounds, nextNoteNumber, beatSubdivisions } = passage;
  const first = notes.findIndex(isPicked);
  const stroke = plan.assignment.passes[0]?.[first];
  if (!stroke || notes[first]!.lock || pickupTicks > 0 || loopBounds) return null;
  const eachTicks = (Math.ceil(lengthTicks / meter.beatTicks) + 1) * meter.beatTicks;
  // Both are locked, or the start would give way to the one that is.
  const from = (note: Note, at: number, begins: Stroke, reason: string): Note =>
    at === first ? { ...note, lock: { stroke: begins, reason } } : note;
  // What is held in one pass does not ring into the other.
  const again = heldApart(notes, notes).map((note, at) => ({
    ...from(note, at, otherStroke(stroke), 'the other start'),
    id: `n${nextNoteNumber + at}`,
    onsetTicks: note.onsetTicks + eachTicks,
  }));
  return {
    ...passage,
    notes: [...notes.map((note, at) => from(note, at, stroke, 'one start')), ...again],
    beatSubdivisions: {
      ...beatSubdivisions,
      ...Object.fromEntries(
        Object.entries(beatSubdivisions).map(([beat, slots]) => [
          Number(beat) + eachTicks / meter.beatTicks,
          slots,
        ]),
      ),
    },
    lengthTicks: 2 * eachTicks,
    nextNoteNumber: nextNoteNumber + notes.length,
  };
}

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

/** @param plan of the exercise; null: without what is told from it. */
function* candidates({ passage, policy }: Exercise, plan: Plan | null): Generator<Candidate> {
  const plain = { passage, policy, note: 0, to: null };
  const { notes } = passage;
  const last = notes.at(-1);
  if (!last) return;
  const window = windowOf(passage);
  // An automatic start may have taken either; the one that changes nothing is no mending.
  for (const start of ['up', 'down'] as const)
    if (start !== policy.start) yield { ...plain, kind: 'start', policy: { ...policy, start } };
  const both = plan && withBothStarts(passage, plan);
  if (both) yield { ...plain, kind: 'bothStarts', passage: both };
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
    // What is held is a shape: its notes stay on their strings.
    for (const string of note.held === undefined ? [note.string + 1, note.string - 1] : []) {
      const moved = moveToString(passage, note.id, string, 'pitch');
      const there = moved.notes.find(({ id }) => id === note.id)!;
      if (moved !== passage && isWithin(window, there))
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

/** How much a change alters, with the one before it, and what it costs besides. */
function alters({ kind, first, costs, passage }: Mending): number {
  const left = Number(costs.leavesPosition) + Number(costs.leavesBeat) + Number(costs.leavesChord);
  const struckOtherwise = (costs.turned + costs.slurred) / Math.max(1, passage.notes.length);
  return ALTERS[kind] + (first ? ALTERS[first.kind] + 1 : 0) + LEAVES * left + struckOtherwise;
}

/** On target first, then by what it alters and costs, then by how near it comes. */
function inTurn(a: Mending, b: Mending): number {
  return Number(a.gap > 0) - Number(b.gap > 0) || alters(a) - alters(b) || a.gap - b.gap;
}

/** Of one kind no more are offered than this. */
const MOST_OF_A_KIND = 3;

/** How far the search has come. */
export interface Progress {
  /** How many changes were tried, and what the last of them mends. */
  readonly report?: (done: number, found: Mending | null) => void;
  readonly cancelled?: () => boolean;
}

/** What leaves more than this of the gap is no mending. */
const MOST_LEFT = 0.5;

/**
 * The changes that at least halve how far an exercise is off what its goal wants: those that bring it on target first, then a teacher's
 * first remedies before others, those that leave position, beat or chord last. Each is judged by the ordinary plan of the changed exercise.
 * Empty where the goal wants no balance or it is met.
 */
export function mendings(exercise: Exercise, setup: Setup, progress: Progress = {}): Mending[] {
  const { goal } = exercise;
  const own = planOf(exercise.passage, exercise.policy, setup);
  const now = gapOf(goal, scopedShare(goal, own.analysis));
  if (now === null || now === 0) return [];
  const found: Mending[] = [];
  const nearer: Mending[] = [];
  let done = 0;
  const tryAll = (
    from: Exercise,
    plan: Plan | null,
    first: Mending | null,
    kinds: ReadonlySet<MendKind> | null,
  ) => {
    for (const candidate of candidates(from, plan)) {
      if (progress.cancelled?.()) return;
      if (kinds && !kinds.has(candidate.kind)) continue;
      const made = planOf(candidate.passage, candidate.policy, setup);
      const after = scopedShare(goal, made.analysis);
      const gap = gapOf(goal, after);
      const isNearer = gap !== null && gap < (first?.gap ?? now) - 1e-9;
      const mending = isNearer ? { ...candidate, first, after, gap, costs: costsOf(own, made) } : null;
      if (mending) nearer.push(mending);
      const offer = mending && mending.gap <= now * MOST_LEFT + 1e-9 ? mending : null;
      if (offer) found.push(offer);
      progress.report?.(++done, offer);
    }
  };
  tryAll(exercise, own, null, null);
  // Where no single change is enough, those that come nearest are followed by one that concerns the whole.
  const singles = [...nearer].sort((a, b) => a.gap - b.gap || inTurn(a, b));
  if (singles[0] && singles[0].gap > 0)
    for (const first of singles.slice(0, MOST_FIRSTS))
      tryAll({ ...exercise, passage: first.passage, policy: first.policy }, null, first, SECOND_KINDS);
  const count = new Map<MendKind | 'two changes', number>();
  return found.sort(inTurn).filter(({ kind, first }) => {
    const sort = first ? 'two changes' : kind;
    count.set(sort, (count.get(sort) ?? 0) + 1);
    return count.get(sort)! <= MOST_OF_A_KIND;
  });
}
