/** Trying: shown as long as it was made from what is there, taken once, and the keys come back to where they were. */
import { expect, it } from 'vitest';
import { emptyPassage, MAX_BPM, MIN_BPM, newExercise, putNote, type LadderSpec } from '@/core';
import { mendingKey } from './mending';
import { nextTempo } from './steps';
import { ownTempo, playedBpm } from './tempo';
import { Trying, type Tried } from './trying';

const exercise = newExercise('Gate', putNote(emptyPassage(), 0, 3, 5));

function setUp() {
  const went: string[] = [];
  const trying = new Trying({ away: () => went.push('away'), back: () => went.push('back') });
  let taken = 0;
  const tried: Tried = {
    of: exercise,
    label: 'Play it backwards.',
    passage: exercise.passage,
    policy: exercise.policy,
    take: () => taken++,
  };
  return { trying, went, tried, taken: () => taken };
}

it('is tried until it is ended, taken, or the exercise is another', () => {
  const { trying, went, tried, taken } = setUp();
  let told = 0;
  const end = trying.subscribe(() => told++);
  expect(trying.of(exercise)).toBeNull();
  trying.take(exercise);
  trying.try(tried);
  expect(trying.of(exercise)).toBe(tried);
  expect(trying.of({ ...exercise, title: 'Ford' })).toBeNull();
  trying.take({ ...exercise, title: 'Ford' });
  expect(taken()).toBe(0);
  trying.take(exercise);
  expect(taken()).toBe(1);
  trying.try(null);
  expect([trying.getSnapshot(), went, told]).toEqual([null, ['away', 'back'], 2]);
  end();
  trying.try({ ...tried, take: null });
  trying.take(exercise);
  expect([told, taken()]).toEqual([2, 1]);
});

it('ending what is not tried leaves the keys where they are', () => {
  const { trying, went } = setUp();
  trying.try(null);
  expect(went).toEqual([]);
});

it('a tempo of the moment is the student’s who was there; it stays within what can be played', () => {
  expect(playedBpm(null, 'ash', 80)).toBe(80);
  expect(playedBpm(ownTempo('ash', 96), 'ash', 80)).toBe(96);
  expect(playedBpm(ownTempo('ash', 96), 'rowan', 80)).toBe(80);
  expect([ownTempo('ash', -3).bpm, ownTempo('ash', 5_000).bpm]).toEqual([MIN_BPM, MAX_BPM]);
});

it('changes that mend are told from each other, also where the second of two is the same', () => {
  const change = { kind: 'string', note: 4, to: 3 } as never as Parameters<typeof mendingKey>[0];
  const two = { ...change, first: { ...change, note: 2 } };
  expect([mendingKey(change), mendingKey(two)]).toEqual(['string 4 3', 'string 2 3, string 4 3']);
});

it('steps go to the nearest step of the ladder below or above, also from between two, and end at its ends', () => {
  const steps = [60, 66, 72].map((bpm) => ({ bpm }));
  const ladder = { spec: {} as LadderSpec, kept: { steps } as never };
  const next = (bpm: number, way: -1 | 1) => nextTempo({ ladder, bpm }, way)?.bpm;
  expect([next(60, 1), next(63, 1), next(72, 1), next(90, 1)]).toEqual([66, 66, undefined, undefined]);
  expect([next(72, -1), next(70, -1), next(60, -1), next(40, -1)]).toEqual([66, 66, undefined, undefined]);
});
