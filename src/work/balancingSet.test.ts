/** A set: what is done is what was said, and what is made can be taken back. */
import '@/storage/testing';
import { expect, it } from 'vitest';
import {
  emptyPassage,
  newExercise,
  putNote,
  slotsOf,
  type Exposure,
  type SetMember,
  type SetMending,
} from '@/core';
import { database, LIBRARY, readLibrary } from '@/storage';
import { undoOrRedo } from '@/storage/undo';
import { applySetMending, mendSet, type SetMended } from './balancingSet';
import { Search } from './searching';

const empty = emptyPassage();
const ticks = slotsOf(empty).map((slot) => slot.ticks);
const passage = [0, 1, 2].reduce((made, at) => putNote(made, ticks[at]!, 3 - at, 5 + 2 * at), empty);
const exercise = newExercise('Gate', passage);
const change = (kind: SetMending['kind'], id: string | null): SetMending => ({
  kind,
  id,
  passes: { gate: 3, ford: 12 },
  after: {} as Exposure,
});
const never = () => {
  throw new Error('asked for passes that are given');
};

it('an exercise comes in with the passes that were said, or goes, or all get others', async () => {
  expect(await applySetMending(change('add', 'ford'), null, never)).toEqual({
    passes: { ford: 12 },
    out: null,
    in: 'ford',
  });
  expect(await applySetMending(change('drop', 'gate'), exercise, never)).toEqual({
    passes: {},
    out: 'gate',
    in: null,
  });
  expect(await applySetMending(change('passes', null), null, never)).toEqual({
    passes: { gate: 3, ford: 12 },
    out: null,
    in: null,
  });
  expect(await readLibrary(database(), 'me')).toEqual([]);
});

it('backwards is a copy in as many passes; the one that it was made of stays as it is, and undo takes the copy away', async () => {
  const made = await applySetMending(change('reverse', 'gate'), exercise, () => 5);
  const [item, ...others] = await readLibrary(database(), 'me');
  expect(others).toEqual([]);
  expect(made).toEqual({ passes: { [item!.record.id]: 5 }, out: 'gate', in: item!.record.id });
  const places = (of: typeof passage) =>
    [...of.notes].sort((a, b) => a.onsetTicks - b.onsetTicks).map(({ string, fret }) => [string, fret]);
  expect(places(item!.exercise.passage)).toEqual(places(passage).reverse());
  expect(item!.exercise.title).toBe('Gate (backwards)');
  await undoOrRedo(database(), LIBRARY, 'undo');
  expect(await readLibrary(database(), 'me')).toEqual([]);
});

it('offers nothing before the search has ended', async () => {
  const search = new Search<SetMended>();
  const members: SetMember[] = [];
  let settle!: (found: SetMending[]) => void;
  const start = () => ({
    result: new Promise<SetMending[]>((resolve) => (settle = resolve)),
    stop: () => undefined,
  });
  mendSet(search, start, members, [], {} as never);
  expect(search.getSnapshot().shown).toEqual({ of: members, mendings: null });
  settle([change('drop', 'gate')]);
  await new Promise((resolve) => setTimeout(resolve));
  expect(search.getSnapshot().shown!.mendings).toHaveLength(1);
});
