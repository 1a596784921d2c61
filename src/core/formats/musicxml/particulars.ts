/** What an exercise holds that notation has no sign for; it travels in a miscellaneous field of the score. */
import Joi from 'joi';
import { EXERCISE_FIELDS, type Exercise } from '../../model/exercise';
import { filledWithin } from '../../model/field';
import { HAND } from '../../model/hand';
import { canonicalJson } from '../../passage/canonical';
import type { PreferredDamper } from '../../passage/dampers';
import type { Lock, Passage } from '../../passage/passage';
import { noteMarks } from '../project/parts';
import { exerciseParts } from '../project/schema';

/** The name of the field. */
export const PARTICULARS_FIELD = 'yardfell-exercise';

/** Fields of the exercise, and what hangs on single notes by their number. */
export interface Particulars {
  readonly policy: Exercise['policy'];
  readonly goal: Exercise['goal'];
  readonly alsoTrains: string;
  readonly cues: string | null;
  /** Absent in scores written before it was there. */
  readonly hand?: Exercise['hand'];
  readonly subdivision: number;
  readonly beatSubdivisions: Passage['beatSubdivisions'];
  /** Absent where it is straight. */
  readonly swingPercent?: number;
  /** Indices of notes whose stroke comes to rest; absent where there are none. */
  readonly restStrokes?: readonly number[];
  /** By index of a note, the number of its held span; absent where there are none. */
  readonly held?: Readonly<Record<number, number>>;
  /** By index of a note, what damps first there; absent where no note says it. */
  readonly dampers?: Readonly<Record<number, PreferredDamper>>;
  /** Of the notes, so that locks and pinned notes are put back only on the notes they were on. */
  readonly notesAre: string;
  readonly locks: Readonly<Record<number, Lock>>;
  /** Notes to the student; `pinnedTo` is the index of a note. */
  readonly studentNotes: readonly { readonly text: string; readonly pinnedTo: number | null }[];
}

/** What tells one row of notes from another: string, fret and onset of each. */
export function digestOf({ notes }: Pick<Passage, 'notes'>): string {
  return notes.map(({ string, fret, onsetTicks }) => `${string}.${fret}.${onsetTicks}`).join(' ');
}

/** The text of the field. */
export function particularsOf({
  passage,
  policy,
  goal,
  alsoTrains,
  cues,
  hand,
  studentNotes,
}: Exercise): string {
  const index = new Map(passage.notes.map((note, at) => [note.id, at]));
  const rests = passage.notes.flatMap(({ restStroke }, at) => (restStroke ? [at] : []));
  const held = passage.notes.flatMap((note, at) => (note.held === undefined ? [] : [[at, note.held]]));
  const dampers = passage.notes.flatMap(({ damper }, at) => (damper ? [[at, damper]] : []));
  const particulars: Particulars = {
    policy,
    goal,
    alsoTrains,
    cues,
    hand,
    subdivision: passage.subdivision,
    beatSubdivisions: passage.beatSubdivisions,
    ...(passage.swingPercent === undefined ? {} : { swingPercent: passage.swingPercent }),
    ...(rests.length > 0 ? { restStrokes: rests } : {}),
    ...(held.length > 0 ? { held: Object.fromEntries(held) } : {}),
    ...(dampers.length > 0 ? { dampers: Object.fromEntries(dampers) } : {}),
    notesAre: digestOf(passage),
    locks: Object.fromEntries(passage.notes.flatMap((note, at) => (note.lock ? [[at, note.lock]] : []))),
    studentNotes: studentNotes.map(({ text, pinnedTo }) => ({
      text,
      pinnedTo: pinnedTo === null ? null : (index.get(pinnedTo) ?? null),
    })),
  };
  return canonicalJson(particulars);
}

const schema = Joi.object({
  policy: exerciseParts.policy.required(),
  goal: exerciseParts.goal.required(),
  alsoTrains: exerciseParts.alsoTrains,
  cues: exerciseParts.cues,
  hand: exerciseParts.hand.optional(),
  subdivision: exerciseParts.subdivision.required(),
  beatSubdivisions: exerciseParts.beatSubdivisions.required(),
  swingPercent: exerciseParts.swingPercent,
  restStrokes: Joi.array().items(Joi.number().integer().min(0)).max(20_000),
  held: Joi.object().pattern(/^\d+$/, Joi.number().integer().min(1)),
  dampers: Joi.object().pattern(/^\d+$/, noteMarks.damper),
  notesAre: Joi.string().allow('').max(2_000_000).required(),
  locks: Joi.object().pattern(/^\d+$/, exerciseParts.lock).required(),
  studentNotes: Joi.array()
    .items(
      Joi.object({
        text: Joi.string().allow('').max(20_000).required(),
        pinnedTo: Joi.alternatives(Joi.number().integer().min(0), Joi.valid(null)).required(),
      }),
    )
    .max(1000)
    .required(),
});

/** Reads the field; null when it is not what this program writes. */
export function readParticulars(text: string): Particulars | null {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return null;
  }
  // Scores of before say what was known of a hand and a policy then.
  const fields = { hand: HAND, policy: EXERCISE_FIELDS.policy };
  const checked = schema.validate(filledWithin(fields, value), { convert: false });
  return checked.error ? null : (checked.value as Particulars);
}
