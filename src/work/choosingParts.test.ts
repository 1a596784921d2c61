/** Parts of a file: what is ticked is taken, near the fret that is chosen, each for itself or as one, and why not. */
import { expect, it } from 'vitest';
import { emptyPassage, newExercise, pitchOf, putNote } from '@/core';
import type { ForeignPart } from '@/core/formats';
import { NEAR_FRETS, partsOffered } from './choosingParts';

const part = (name: string, string: number, frets: readonly number[], isPlaced = true): ForeignPart => {
  const passage = frets.reduce((notes, fret, at) => putNote(notes, at * 6720, string, fret), emptyPassage());
  return { name, exercise: newExercise(name, passage), remarks: [], isPlaced };
};
const high = part('High', 3, [5, 7, 9]);
const low = part('Low', 6, [8, 8, 10]);
const chosen = (ticked: number[], near: number | null = null, asOne = false) => ({
  ticked: new Set(ticked),
  near,
  asOne,
});
const pitches = ({ exercise }: ForeignPart) =>
  exercise!.passage.notes.map((note) => pitchOf(exercise!.passage, note));

it('takes what is ticked, each for itself, near the fret that is chosen', async () => {
  const { parts, taken } = await partsOffered([high, low], chosen([1]));
  expect([parts.length, taken.map(({ name }) => name)]).toEqual([2, ['Low']]);
  for (const near of NEAR_FRETS) {
    const [one] = (await partsOffered([high], chosen([0], near))).taken;
    expect(pitches(one!)).toEqual(pitches(high));
    if (near !== null)
      one!.exercise!.passage.notes.forEach(({ fret }) => expect(Math.abs(fret - near)).toBeLessThan(6));
  }
  // Tab stays where it is written.
  const tab = part('Tab', 3, [5, 7, 9], false);
  expect((await partsOffered([tab], chosen([0], 12))).taken).toEqual([tab]);
});

it('joins what is ticked where that can be, and says why not', async () => {
  const joined = await partsOffered([high, low], chosen([0, 1], null, true));
  expect([joined.apart, joined.taken.map(({ name }) => name)]).toEqual([null, ['High and Low']]);
  expect(joined.taken[0]!.exercise!.passage.notes).toHaveLength(6);
  expect(await partsOffered([high, low], chosen([0], null, true))).toMatchObject({
    apart: 'Tick two parts or more.',
    taken: [{ name: 'High' }],
  });
  const dropped = {
    ...low,
    exercise: { ...low.exercise!, passage: { ...low.exercise!.passage, tuning: [64, 59, 55, 50, 45, 38] } },
  };
  const apart = await partsOffered([high, dropped], chosen([0, 1], null, true));
  expect([apart.apart, apart.taken.length]).toEqual(['They are in different tunings.', 2]);
});
