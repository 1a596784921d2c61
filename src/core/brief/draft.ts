/** The brief that an exercise's goal asks for, to begin with. */
import { asksForChanges } from '../balance/goal';
import type { Exercise, Goal } from '../model/exercise';
import { assignStrokes } from '../picking/strokes';
import {
  type BriefPolicy,
  MAX_BRIEF_NOTES,
  BRIEF_POLICIES,
  type Brief,
  type Tones,
  type Target,
} from '../model/brief';
import { pickedNotes } from './rhythm';

/** Where an exercise without notes begins: a key, a window and a length of our own choosing. */
const FIRST_TONES: Tones = { kind: 'scale', tonic: 'B', name: 'dorian' };
const FIRST_FRETS = [7, 11] as const;
const FIRST_NOTES = 16;
/** A hand in one place, with a reach: common practice, no source. */
const WINDOW_FRETS = 5;
/** A wider leap is a wish of its own. */
const OCTAVE = 12;
/** Of so many notes one change is asked for. */
const NOTES_A_CHANGE = 4;

function policyFrom({ policy, goal }: Exercise): BriefPolicy {
  if (goal.technique === 'economy picking') return 'economy';
  if (goal.technique === 'sweep picking' || goal.kind === 'sweep') return 'sweep';
  return (BRIEF_POLICIES as readonly string[]).includes(policy.kind)
    ? (policy.kind as BriefPolicy)
    : 'alternateByNote';
}

function targetsFrom(goal: Goal, notes: number): Target[] {
  const { strings, direction, skipped } = goal;
  const scope = { strings, direction, skipped };
  const count = Math.max(1, Math.floor(notes / NOTES_A_CHANGE));
  const some = (kind: Target['kind'], min: number, max: number | null): Target => ({
    ...scope,
    kind,
    min,
    max,
  });
  switch (goal.kind) {
    case 'outside':
      return [some('outside', count, null), some('inside', 0, 0)];
    case 'inside':
      return [some('inside', count, null), some('outside', 0, 0)];
    case 'sweep':
      return [some('sweep', count, null)];
    case 'balanced':
      return [some('inside', count, count), some('outside', count, count)];
    case null:
      return [some(null, count, null)];
  }
}

function tonesFrom({ recipe, passage }: Exercise): Tones {
  const source = recipe?.recipe.source;
  if (source?.kind === 'scale') return { kind: 'scale', tonic: source.tonic, name: source.scale };
  if (source?.kind === 'arpeggio' || source?.kind === 'chord')
    return { kind: 'chord', tonic: source.tonic, name: source.chord };
  return passage.notes.length === 0 ? FIRST_TONES : { kind: 'chromatic' };
}

function fretsFrom({ passage }: Exercise): readonly [number, number] {
  const frets = passage.notes.map(({ fret }) => fret);
  if (frets.length === 0) return FIRST_FRETS;
  const low = Math.min(...frets);
  return [low, Math.max(low + WINDOW_FRETS - 1, Math.max(...frets))];
}

function stringsFrom({ passage, goal }: Exercise): number[] {
  const all = passage.tuning.map((_, at) => passage.tuning.length - at);
  const used = new Set(passage.notes.map(({ string }) => string));
  if (goal.strings) {
    // The strings of the goal, and one more on each side to come from and go to.
    const [thicker, thinner] = goal.strings;
    return all.filter((string) => string <= thicker + 1 && string >= thinner - 1);
  }
  return used.size > 1 ? all.filter((string) => used.has(string)) : all;
}

/** A brief filled from the goal, the policy and the notes that are there: three more choices and it can be composed. */
export function draftBrief(exercise: Exercise): Brief {
  const { passage, policy, goal } = exercise;
  const notes = Math.min(MAX_BRIEF_NOTES, passage.notes.length > 1 ? passage.notes.length : FIRST_NOTES);
  return {
    tuning: passage.tuning,
    capo: passage.capo ?? 0,
    policy: policyFrom(exercise),
    start: policy.start === 'up' ? 'up' : 'down',
    slant: policy.kind === 'oneSlant' ? assignStrokes(passage, policy).slant : null,
    tones: tonesFrom(exercise),
    strings: stringsFrom(exercise),
    frets: fretsFrom(exercise),
    notes,
    subdivision: passage.subdivision,
    loop: policy.loop === true,
    targets: targetsFrom(goal, notes),
    fingerChanges: [],
    contour: 'free',
    ...(passage.notes.length > 1 ? {} : { lands: true as const }),
    largestLeap: OCTAVE,
    mayRepeat: false,
    startsOn: null,
    endsOn: null,
    likeness: null,
  };
}

/** The goal that a brief amounts to: what its first wish for changes asks for; inside and outside alike where it asks so. */
export function goalFrom({ targets }: Brief): Partial<Goal> {
  const [first, second] = targets.filter(({ max, kind }) => max !== 0 && kind !== null);
  if (!first) return {};
  const { strings, direction, skipped } = first;
  const isAlike =
    second !== undefined && second.kind !== first.kind && second.min === first.min && first.kind !== 'sweep';
  return { kind: isAlike ? 'balanced' : first.kind, strings, direction, skipped };
}

/** An exercise with its brief as it is typed now: what it says of it, else what its notes were composed to, else a draft of it. */
export function withTyped(exercise: Exercise, part: BriefPart): Exercise {
  const now = exercise.briefTyped ?? exercise.brief ?? draftBrief(exercise);
  const said = Object.entries({ ...now, ...part }).filter(([, value]) => value !== undefined);
  return { ...exercise, briefTyped: Object.fromEntries(said) as unknown as Brief };
}

/** Fields of a brief; one that is given as undefined is taken away. */
export type BriefPart = { readonly [Name in keyof Brief]?: Brief[Name] | undefined };

/** Changes that ask for as many inside as outside on each pair of neighbours among its strings, as many as its notes have room for. */
export function equalOnPairs(brief: Brief): Target[] {
  const { strings } = brief;
  const row = [...strings].sort((a, b) => b - a);
  const pairs = row.slice(1).map((thinner, at) => [row[at]!, thinner] as const);
  // Of each kind; half of the notes that are picked stay on their string.
  const each = Math.max(1, Math.floor(pickedNotes(brief) / (NOTES_A_CHANGE * pairs.length)));
  return pairs.flatMap((pair) =>
    (['inside', 'outside'] as const).map((kind): Target => ({
      ...{ kind, strings: pair, direction: null, skipped: null, min: each, max: each },
    })),
  );
}

/** The turns of a brief with one end set anew; the other gives way, so that at most is never less than at least. Null: no wish. */
export function withTurns({ turns }: Brief, end: 'min' | 'max', count: number | null): Brief['turns'] {
  const [least, most] = [turns?.min ?? 0, turns?.max ?? null];
  const min = end === 'min' ? (count ?? 0) : count === null ? least : Math.min(least, count);
  const max = end === 'max' ? count : most === null ? null : Math.max(most, min);
  return min === 0 && max === null ? null : { min, max };
}

/** An exercise whose notes are those of a candidate; goal (where it has one), tempo, words and meter stay. */
export function withCandidate(
  exercise: Exercise,
  brief: Brief,
  { passage, policy, recipe }: Pick<Exercise, 'passage' | 'policy' | 'recipe'>,
): Exercise {
  const { meter, swingPercent } = exercise.passage;
  return {
    ...exercise,
    passage: { ...passage, meter, ...(swingPercent ? { swingPercent } : {}) },
    policy,
    recipe,
    brief,
    briefTyped: brief,
    goal: asksForChanges(exercise.goal) ? exercise.goal : { ...exercise.goal, ...goalFrom(brief) },
  };
}
