/** Own cells are true copies: whatever stands on the notes is there again, wherever the cell goes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise } from '../model/exercise';
import { MAX_FRET, DEFAULT_SETUP } from '../instrument/instrument';
import { heldSpans } from '../passage/held';
import { emptyPassage } from '../passage/empty';
import { endingWithNotes } from '../passage/edits';
import type { Note, Passage } from '../passage/passage';
import { passages } from '../passage/testing';
import { applyRecipe } from './apply';
import { takeCell } from './own';
import { firstRecipe } from './recipe';
import { type Recipe, MARKS } from '../model/recipe';

const MOST = 500;

/** The notes that a cell taken from a passage gives, its recipe changed. */
function applied(passage: Passage, change: Partial<Recipe> = {}): readonly Note[] | null {
  const recipe: Recipe = {
    ...firstRecipe('cell', passage.tuning, passage.capo ?? 0),
    source: { kind: 'cell', notes: takeCell(passage, null, MOST) },
    ...change,
  };
  const grid = { ...emptyPassage(passage.tuning), ...gridOf(passage) };
  const made = applyRecipe(newExercise('', grid), recipe, DEFAULT_SETUP);
  return 'fault' in made ? null : made.exercise.passage.notes;
}

const gridOf = ({ meter, subdivision, beatSubdivisions }: Passage) => ({
  meter,
  subdivision,
  beatSubdivisions,
});

/** What stands on a note besides where and when it is, and how it is slurred. */
const onIt = (note: Note) => {
  const marks = Object.fromEntries(MARKS.flatMap((mark) => (note[mark] ? [[mark, note[mark]]] : [])));
  return {
    ...marks,
    // Each repetition is a held span of its own.
    ...(note.held === undefined ? {} : { held: true }),
    ...(note.lock ? { lock: note.lock } : {}),
    ...(note.finger ? { finger: note.finger } : {}),
  };
};
const sorted = (some: readonly unknown[]) => some.map((one) => JSON.stringify(one)).sort();
const without = (notes: readonly Note[]) => notes.map(({ id: _, ...note }) => note);
const SLURRED = ['hammer', 'pull', 'slide'];

describe('a cell of the teacher’s own', () => {
  it('taken and written again is the same, note for note, rests and lengths included', () => {
    fc.assert(
      fc.property(passages, (whole) => {
        // From the first bar line on, as cells are laid.
        const passage = {
          ...whole,
          pickupTicks: 0,
          notes: whole.notes.filter(({ onsetTicks }) => onsetTicks >= 0),
        };
        fc.pre(passage.notes.length > 0);
        const recipe: Recipe = {
          ...firstRecipe('cell', passage.tuning, passage.capo ?? 0),
          source: { kind: 'cell', notes: takeCell(passage, null, MOST) },
        };
        const grid = { ...emptyPassage(passage.tuning), ...gridOf(passage) };
        const made = applyRecipe(newExercise('', grid), recipe, DEFAULT_SETUP);
        if ('fault' in made) throw new Error(made.fault.code);
        expect(without(made.exercise.passage.notes)).toEqual(without(passage.notes));
        expect(made.exercise.passage.lengthTicks).toBe(endingWithNotes(passage).lengthTicks);
      }),
    );
  });

  it('moved, repeated, played backward or mirrored keeps all that stands on its notes', () => {
    const ways: readonly Partial<Recipe>[] = [
      { moves: { kind: 'frets', by: 1, times: 1 } },
      { moves: { kind: 'octaves', times: 1 } },
      { moves: { kind: 'strings', by: 1, times: 1 } },
      { repeat: 2 },
      { direction: 'back' },
      { chain: 'B', variation: 'mirrored' },
      { chain: 'B', variation: 'backward' },
    ];
    let kept = 0;
    fc.assert(
      fc.property(passages, fc.constantFrom(...ways), (whole, way) => {
        const notes = whole.notes.filter(({ onsetTicks, fret }) => onsetTicks >= 0 && fret < MAX_FRET);
        const passage = { ...whole, pickupTicks: 0, notes };
        fc.pre(notes.length > 0);
        const made = applied(passage, way);
        // Off the neck there is nothing to compare.
        if (!made) return;
        kept++;
        const times = made.length / notes.length;
        expect(Number.isInteger(times)).toBe(true);
        const all = Array.from({ length: times }, () => notes).flat();
        expect(sorted(made.map(onIt))).toEqual(sorted(all.map(onIt)));
        expect(made.filter(({ technique }) => technique === 'tap')).toHaveLength(
          all.filter(({ technique }) => technique === 'tap').length,
        );
        for (const note of made) expect(note.durationTicks).toBeGreaterThan(0);
        const sizes = (some: readonly Note[]) => heldSpans(some).map(({ notes: span }) => span.length);
        const expected = Array.from({ length: times }, () => sizes(notes)).flat();
        expect(sorted(sizes(made))).toEqual(sorted(expected));
      }),
    );
    expect(kept).toBeGreaterThan(20);
  });

  it('played backward its slurs lie between the same notes, the other way', () => {
    let passage = emptyPassage();
    const frets = [5, 7, 8, 7, 5];
    const techniques = ['pick', 'hammer', 'hammer', 'pull', 'pick'] as const;
    passage = {
      ...passage,
      notes: frets.map((fret, at): Note => ({
        ...{ id: `n${at + 1}`, string: 3, fret, technique: techniques[at]! },
        ...{ onsetTicks: at * 1680, durationTicks: 1680 },
      })),
      nextNoteNumber: 6,
    };
    const back = applied(passage, { direction: 'back' })!;
    expect(back.map(({ fret, technique }) => [fret, technique])).toEqual([
      [5, 'pick'],
      [7, 'pick'],
      [8, 'hammer'],
      [7, 'pull'],
      [5, 'pull'],
    ]);
    expect(back.filter(({ technique }) => SLURRED.includes(technique))).toHaveLength(3);
  });

  it('goes on in its own rhythm: another rhythm of as many notes is not held to the old one', () => {
    const rests = (placed: boolean): Recipe => ({
      ...firstRecipe('restStrokes'),
      source: { kind: 'restStrokes', each: 1, placed },
    });
    const plain = applyRecipe(newExercise('', emptyPassage()), rests(false), DEFAULT_SETUP);
    if ('fault' in plain) throw new Error(plain.fault.code);
    const placed = applyRecipe(plain.exercise, rests(true), DEFAULT_SETUP);
    if ('fault' in placed) throw new Error(placed.fault.code);
    expect(placed.exercise.passage.lengthTicks).toBe(2 * plain.exercise.passage.lengthTicks);
  });
});
