/** One hand alone: the strokes of the whole figure on damped strings, or every stopped note without the pick. */
import '@/storage/testing';
import { beforeEach, expect, it } from 'vitest';
import { DEFAULT_SETUP, newExercise, planOf, readTabText, type Exercise } from '@/core';
import { database, readExercise, readLibrary } from '@/storage';
import { tables } from '@/storage/database';
import { makeHandAlone } from './handsAlone';
import { listening } from './testing';

const whole = (): Exercise => {
  const { passage } = readTabText(
    ['e|-------5p3---|', 'B|---5h6-------|', 'G|-5---------0-|', 'D|-----------0-|'].join('\n') +
      '\nA|-----------0-|\nE|-----------0-|',
    { subdivision: 4 },
  );
  return { ...newExercise('Sluice', passage), policy: { kind: 'alternateByNote', start: 'up', loop: false } };
};
const strokesOf = ({ passage, policy }: Exercise) =>
  planOf(passage, policy, DEFAULT_SETUP).assignment.passes[0]!;

beforeEach(async () => {
  for (const table of tables(database()).tables) if (table.name !== 'players') await table.clear();
});

it('the picking hand has every stroke of the figure, on damped strings, at its moment', async () => {
  const heard = listening();
  const id = (await makeHandAlone(whole(), 'picking', DEFAULT_SETUP))!;
  const { exercise } = (await readExercise(database(), id))!;
  expect(exercise.title).toBe('Sluice (picking hand alone)');
  expect(exercise.goal.technique).toBe('picking hand only');
  expect(exercise.passage.notes.every(({ dead, technique }) => dead && technique === 'pick')).toBe(true);
  const picked = whole().passage.notes.flatMap(({ string, onsetTicks, technique }, at) =>
    technique === 'pick' ? [[string, onsetTicks, strokesOf(whole())[at]]] : [],
  );
  expect(
    exercise.passage.notes.map(({ string, onsetTicks }, at) => [string, onsetTicks, strokesOf(exercise)[at]]),
  ).toEqual(picked);
  expect(heard.told.map(({ text }) => text)).toEqual([
    expect.stringContaining('2 notes that the picking hand'),
  ]);
});

it('the fretting hand has every stopped note and no stroke; what it cannot sound is told', async () => {
  const heard = listening();
  const id = (await makeHandAlone(whole(), 'fretting', DEFAULT_SETUP))!;
  const { exercise } = (await readExercise(database(), id))!;
  expect(strokesOf(exercise).every((stroke) => stroke === null)).toBe(true);
  // The open G sounds where the finger on it pulls off; the other open strings cannot.
  expect(exercise.passage.notes.map(({ fret }) => fret)).toEqual([5, 5, 6, 5, 3, 0]);
  expect(heard.told[0]?.text).toContain('that the fretting hand does not sound alone became rests');
});

it('nothing is made where nothing is left to play', async () => {
  const heard = listening();
  const { passage } = readTabText('e|-0-0-|\nB|-----|\nG|-----|\nD|-----|\nA|-----|\nE|-----|');
  expect(await makeHandAlone(newExercise('Open', passage), 'fretting', DEFAULT_SETUP)).toBeNull();
  expect(await readLibrary(database(), 'me')).toEqual([]);
  expect(heard.told[0]?.text).toContain('Nothing was made.');
});
