/** For tests of the runner: a figure that goes round, with its ladder. */
import { DEFAULT_SETUP, emptyPassage, FRESH_LADDER, newExercise, putNote } from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart } from '@/core/record';
import type { Given } from './state';

/** What the runner is given for a figure of one note a slot on some strings: an even ladder from 60 to 100. */
export function givenOn(strings: readonly number[]): Given {
  const passage = strings.reduce((notes, string, at) => putNote(notes, at * 1680, string, 5), emptyPassage());
  const plain = newExercise('Stored', passage);
  const exercise = { ...plain, policy: { ...plain.policy, loop: true } };
  const climb = climbOf(exercise, { ...FRESH_LADDER, startBpm: 60, goalBpm: 100 }, DEFAULT_SETUP);
  return {
    ...{ exerciseId: 'e', playerId: 'me', mode: 'ladder', setup: DEFAULT_SETUP, climb },
    ...{ steps: climb.steps, subdivision: 4, next: nextStart(null, null, climb.steps, 4) },
  };
}

/** A moment. */
export const momentAt = (ms: number) => ({ ms, at: new Date(ms).toISOString().replace('Z', '+00:00') });

/** A sound that nobody hears. */
export const silent = {
  play: () => undefined,
  stop: () => undefined,
  stopAtClick: () => undefined,
  setTempo: () => undefined,
};
