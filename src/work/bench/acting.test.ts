/** The actions of a Bench on a real editor and database: nothing is lost, the caret goes where something happened. */
import '@/storage/testing';
import fc from 'fast-check';
import { beforeEach, expect, it } from 'vitest';
import { emptyPassage, newExercise, putNote, slotsOf, type Passage, type Place } from '@/core';
import { addExercise, database, ExerciseEditor } from '@/storage';
import { listening, soon } from '../testing';
import { BenchActions, type Where } from './acting';
import { putFret } from './editing';

let editor: ExerciseEditor;
let actions: BenchActions;
let close: () => void;
const first = putNote(emptyPassage(), 0, 4, 7);
const at = (slot: number, string: number): Place => ({ ticks: slotsOf(first)[slot]!.ticks, string });

async function open(passage: Passage): Promise<void> {
  const { id } = await addExercise(database(), newExercise('Gate', passage), 'New');
  editor = new ExerciseEditor(database(), id);
  close = editor.open();
  await soon(() => expect(editor.snapshot().status).toBe('ready'));
  actions = new BenchActions(editor, passage);
}
beforeEach(() => open(first));
const frets = () => actions.passage().notes.map(({ string, fret }) => `${string}.${fret}`);

it('begins at the first note, or where an empty exercise begins', async () => {
  expect(actions.getSnapshot().wanted).toEqual(at(0, 4));
  close();
  await open(emptyPassage());
  expect(actions.getSnapshot().wanted).toEqual({ ticks: 0, string: 3 });
  close();
  await open({ ...emptyPassage(), pickupTicks: 3360 });
  expect(actions.getSnapshot().wanted).toEqual({ ticks: -3360, string: 3 });
});

it('an edit is made from the notes as they are then, and takes the caret along; a fault changes nothing and is said', async () => {
  const seen: Where[] = [];
  const end = actions.subscribe(() => seen.push(actions.getSnapshot()));
  actions.laneApply((of) => putFret(of, at(1, 3), 5));
  actions.laneApply((of) => putFret(of, at(2, 2), 8));
  expect(frets()).toEqual(['4.7', '3.5', '2.8']);
  expect(actions.getSnapshot()).toMatchObject({ fromLane: true, remark: null });
  const before = actions.getSnapshot();
  actions.apply(null);
  expect(actions.getSnapshot()).toBe(before);
  actions.apply({ fault: 'There is no string above it.' });
  expect(actions.getSnapshot()).toMatchObject({
    remark: 'There is no string above it.',
    wanted: before.wanted,
  });
  expect(frets()).toEqual(['4.7', '3.5', '2.8']);
  actions.place(at(1, 3), true);
  expect(actions.getSnapshot()).toMatchObject({
    wanted: at(1, 3),
    explains: true,
    remark: null,
    fromLane: true,
  });
  actions.go(at(0, 4));
  expect(actions.getSnapshot()).toMatchObject({ wanted: at(0, 4), explains: false, fromLane: false });
  end();
  const { length } = seen;
  actions.place(at(1, 3));
  expect(seen).toHaveLength(length);
  await editor.settled();
  expect(editor.snapshot()).toMatchObject({ saving: false, problem: null });
});

it('a place that is chosen ends the number that is being typed', () => {
  actions.digits.type(1, 0);
  actions.place(at(1, 3));
  expect(actions.digits.type(2, 10).fret).toBe(2);
  expect(actions.digits.type(1, 20).fret).toBe(21);
});

it('undo and redo put the caret where a note came or went; where there is nothing to undo, that is said', async () => {
  const { told } = listening();
  actions.laneApply((of) => putFret(of, at(3, 2), 8));
  await editor.settled();
  actions.go(at(0, 4));
  actions.undo('undo');
  await soon(() => expect(actions.getSnapshot().wanted).toEqual(at(3, 2)));
  expect(frets()).toEqual(['4.7']);
  actions.go(at(0, 4));
  actions.undo('redo');
  await soon(() => expect(frets()).toEqual(['4.7', '2.8']));
  await soon(() => expect(actions.getSnapshot().wanted).toEqual(at(3, 2)));
  expect(told).toEqual([]);
});

it('a loop cuts the empty end, says so, and undo brings it back; from a panel the lane’s haste ends', async () => {
  const { told } = listening();
  const { lengthTicks } = actions.passage();
  actions.place(at(0, 4));
  actions.setLoop(true);
  expect(actions.getSnapshot().fromLane).toBe(false);
  expect(told.map(({ text }) => text)).toEqual([
    expect.stringMatching(/empty slots after the last note are cut/),
  ]);
  expect(actions.passage().lengthTicks).toBeLessThan(lengthTicks);
  expect(editor.snapshot().exercise!.policy.loop).toBe(true);
  actions.setLoop(false);
  actions.setLoop(true);
  // Nothing is left to cut.
  expect(told).toHaveLength(1);
  await editor.settled();
  for (let back = 0; back < 3; back++) actions.undo('undo');
  await soon(() => expect(actions.passage().lengthTicks).toBe(lengthTicks));
  await editor.settled();
  expect(editor.snapshot().exercise!.policy.loop ?? false).toBe(false);
});

/** Whatever is typed, all of it is there, in the editor at once and after a reopening. */
it('loses nothing of a burst', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(6), fc.integer({ min: 1, max: 6 }), fc.nat(20)), {
        minLength: 1,
        maxLength: 10,
      }),
      async (typed) => {
        close();
        await open(emptyPassage());
        const wanted = new Map<string, number>();
        for (const [slot, string, fret] of typed) {
          actions.laneApply((of) => putFret(of, at(slot, string), fret));
          wanted.set(`${at(slot, string).ticks} ${string}`, fret);
        }
        await editor.settled();
        const again = new ExerciseEditor(database(), editor.id);
        const end = again.open();
        await soon(() => expect(again.snapshot().status).toBe('ready'));
        const kept = again.snapshot().exercise!.passage.notes;
        expect(new Map(kept.map((note) => [`${note.onsetTicks} ${note.string}`, note.fret]))).toEqual(wanted);
        end();
      },
    ),
    { numRuns: 8 },
  );
});
