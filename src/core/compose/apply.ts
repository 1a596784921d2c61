/** A recipe written into an exercise: notes with lasting ids, so that locks and fingers outlive a change of the recipe. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Exercise } from '../model/exercise';
import type { Setup } from '../instrument/instrument';
import type { Note, Passage } from '../passage/passage';
import { compose } from './compose';
import type { Fault } from './faults';
import type { Line } from './line';
import { slotClock, untilNext } from './own';
import { type Recipe, MARKS } from '../model/recipe';

/**
 * Hash of what a recipe decides: strings, frets, techniques and damping in their order. Rhythm, locks, fingers and marks
 * are the teacher's and leave it as it is.
 */
export function materialHash({ tuning, capo = 0, notes }: Passage): string {
  const played = notes.map(
    ({ string, fret, technique, dead }) => `${string}.${fret}.${technique}.${dead ? 1 : 0}`,
  );
  return bytesToHex(sha256(utf8ToBytes(`${tuning.join()}/${capo}/${played.join(' ')}`)));
}

/** Whether the notes were edited by hand since the recipe of the exercise gave them. */
export function isDetached({ passage, recipe }: Exercise): boolean {
  return recipe !== null && materialHash(passage) !== recipe.hash;
}

/** What of a note the teacher may set against its recipe. Dead notes are the recipe's. */
const CARRIED = [
  ...MARKS.filter((mark) => mark !== 'dead' && mark !== 'restStroke'),
  'lock',
  'finger',
] as const;

/** The id of a recipe's note by its number. Notes that are written by hand are named otherwise. */
const idOf = (index: number) => `r${index + 1}`;

/** The notes of some cells from the first bar line on, one a slot where the cell says nothing else. */
function laid(cells: readonly Line[], grid: Passage): { notes: Note[]; endTicks: number } {
  const ticksOf = slotClock(grid);
  const notes: Note[] = [];
  let at = 0;
  // No held span goes on into the next cell.
  const held = new Map<string, number>();
  const heldIn = (cell: number, span: number) => {
    const key = `${cell}.${span}`;
    return held.get(key) ?? held.set(key, held.size + 1).size;
  };
  const sounds = cells.flatMap((line, cell) => line.map((sound) => ({ sound, cell })));
  for (const { sound, cell } of sounds) {
    at += sound.restsBefore ?? 0;
    const onsetTicks = ticksOf(at);
    for (const one of [sound, ...(sound.also ?? [])]) {
      const { string, fret, technique, finger, dead, restStroke, lock, marks } = one;
      notes.push({
        id: idOf(notes.length),
        string,
        fret,
        technique,
        onsetTicks,
        durationTicks: ticksOf(at + (one.slots ?? 1)) - onsetTicks,
        ...marks,
        ...(marks?.held === undefined ? {} : { held: heldIn(cell, marks.held) }),
        ...(finger ? { finger } : {}),
        ...(dead ? { dead } : {}),
        ...(restStroke ? { restStroke } : {}),
        ...(lock ? { lock } : {}),
      });
    }
    at += sound.until ?? 1;
  }
  return { notes: untilNext(notes), endTicks: ticksOf(at) };
}

/** The passage of some cells on the grid of another, from the first bar line on. */
function passageFrom(recipe: Recipe, cells: readonly Line[], grid: Passage): Passage {
  const { loopBounds: _l, capo: _c, ...rest } = grid;
  const { notes, endTicks } = laid(cells, grid);
  return {
    ...rest,
    tuning: recipe.tuning,
    ...(recipe.capo > 0 ? { capo: recipe.capo } : {}),
    pickupTicks: 0,
    lengthTicks: endTicks,
    notes,
  };
}

/** What the teacher set or took off on a note of the same number: marks, lock and finger where the recipe gave them otherwise. */
function carried(note: Note, old: Note | undefined, given: Note | undefined): Note {
  if (!old) return note;
  const next: Record<string, unknown> = { ...note };
  for (const key of CARRIED) {
    const isOwn = JSON.stringify(old[key]) !== JSON.stringify(given?.[key]);
    if (!isOwn) continue;
    if (old[key] === undefined) delete next[key];
    else next[key] = old[key];
  }
  return next as unknown as Note;
}

/** Whether a recipe gives its notes at the same moments, for as long, as another did. */
function isSameRhythm(some: readonly Note[], others: readonly Note[]): boolean {
  return some.every(
    ({ onsetTicks, durationTicks }, at) =>
      onsetTicks === others[at]?.onsetTicks && durationTicks === others[at].durationTicks,
  );
}

/** An exercise with a recipe written in, or why the recipe gives nothing. */
export type Applied = { readonly exercise: Exercise } | { readonly fault: Fault };

/**
 * Writes a recipe into an exercise. Goal, policy, tempo, meter and division of the beat stay, and so do locks and fingers set by
 * hand on notes of the same number, with their other marks; where as many notes come out as there were, their rhythm stays too.
 */
export function applyRecipe(exercise: Exercise, recipe: Recipe, setup: Setup): Applied {
  const composed = compose(recipe, setup);
  if ('fault' in composed) return composed;
  const { passage: old, policy } = exercise;
  const fresh = passageFrom(recipe, composed.cells, old);
  const before = exercise.recipe && compose(exercise.recipe.recipe, setup);
  const given = before && 'cells' in before ? laid(before.cells, old).notes : [];
  const givenById = new Map(given.map((note) => [note.id, note]));
  const oldById = new Map(old.notes.map((note) => [note.id, note]));
  const keepsRhythm =
    exercise.recipe !== null &&
    old.notes.length === fresh.notes.length &&
    // The recipe's own rhythm is another: the old one would hide it.
    isSameRhythm(fresh.notes, given) &&
    fresh.notes.every(({ id }) => oldById.has(id)) &&
    recipe.source.kind === exercise.recipe.recipe.source.kind;
  const notes = fresh.notes.map((note) => {
    const there = oldById.get(note.id);
    const kept = carried(note, there, givenById.get(note.id));
    return keepsRhythm && there
      ? { ...kept, onsetTicks: there.onsetTicks, durationTicks: there.durationTicks }
      : kept;
  });
  const keepsLoop = exercise.recipe?.recipe.goesRound === recipe.goesRound;
  const { pickupTicks, lengthTicks, loopBounds } = old;
  const passage: Passage = keepsRhythm
    ? { ...fresh, pickupTicks, lengthTicks, ...(loopBounds ? { loopBounds } : {}), notes }
    : { ...fresh, notes };
  return {
    exercise: {
      ...exercise,
      passage,
      // Round or not by hand stays as long as the recipe says the same as before.
      policy: keepsLoop ? policy : { ...policy, loop: recipe.goesRound },
      recipe: { recipe, hash: materialHash(passage) },
    },
  };
}
