/** A track of what is shown: at the tempo and so often round as the student of the moment has it. */
import '@/storage/testing';
import { expect, it } from 'vitest';
import { DEFAULT_LADDER, emptyPassage, newExercise, putNote } from '@/core';
import { addExercise, addPlayer, database, setLadder } from '@/storage';
import { soon } from '../testing';
import type { OpenWeek } from '../week/problem';
import { trackAsked } from './asked';
import { trackOfDay, trackOfExercise } from './asking';

const exercise = { ...newExercise('', putNote(emptyPassage(), 0, 2, 5)), startBpm: 84 };
const asked = () => trackAsked.getSnapshot();

it('of an exercise without a ladder takes its own tempo, else that of the ladder of whoever is the student', async () => {
  const { id } = await addExercise(database(), exercise, 'New');
  await trackOfExercise({ id, exercise });
  const { passes, countInBeats } = DEFAULT_LADDER;
  expect(asked()).toEqual({
    name: 'Untitled',
    of: { kind: 'exercise', exercise, bpm: 84, passes, countInBeats },
  });
  trackAsked.answer(null);
  await addPlayer(database(), 'Orrin', 'orrin');
  await setLadder(database(), id, 'orrin', 84, { startBpm: 66, passes: 7, countInBeats: 2 });
  await trackOfExercise({ id, exercise: { ...exercise, title: 'Gate' } });
  await soon(() => expect(asked()?.name).toBe('Gate'));
  expect(asked()!.of).toMatchObject({ bpm: 66, passes: 7, countInBeats: 2 });
  trackAsked.answer(null);
});

it('of a day has what is planned on it, as far as it is there, and is named by day and student', () => {
  const climb = { steps: [] } as never;
  const open = {
    content: {
      sessions: [
        {
          visits: [
            { exerciseId: 'a', minutes: 4 },
            { exerciseId: 'gone', minutes: 6 },
          ],
        },
      ],
    },
    facts: new Map([['a', { climb, step: 3 }]]),
    book: { titleOf: (id: string) => `title of ${id}`, player: { name: 'Orrin' } },
  } as unknown as OpenWeek;
  trackOfDay(open, 0, 'Monday');
  expect(asked()).toEqual({
    name: 'Monday, Orrin',
    of: { kind: 'session', items: [{ title: 'title of a', climb, step: 3, minutes: 4 }] },
  });
  trackAsked.answer(null);
});
