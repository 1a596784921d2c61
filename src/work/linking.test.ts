/** Links to exercises: with the ladder of the student of the moment, told where they are too long, kept on the other side. */
import '@/storage/testing';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xorshift128plus } from 'pure-rand/generator/xorshift128plus';
import { beforeEach, expect, it } from 'vitest';
import { emptyPassage, ME, newExercise, putNote, type Exercise } from '@/core';
import { readLink } from '@/core/formats';
import { addExercise, choosePlayer, database, keptLadder, readExercise, setLadder } from '@/storage';
import type { Ways } from './givingOne';
import { copyLink, isLocal, keepLinked, linkTo } from './linking';
import { listening } from './testing';

// An address that is no one's (RFC 2606).
const ORIGIN = 'https://school.example';
const exercise: Exercise = { ...newExercise('Gate', putNote(emptyPassage(), 0, 3, 5)), startBpm: 92 };
let copied: string[];
let files: string[];
let isShut: boolean;
const ways: Ways = {
  download: (name) => files.push(name),
  copy: (text) => {
    if (isShut) return Promise.reject(new Error('shut'));
    copied.push(text);
    return Promise.resolve();
  },
};
beforeEach(async () => {
  [copied, files, isShut] = [[], [], false];
  // Whatever other tests left.
  await choosePlayer(database(), ME);
});

it('goes out with the ladder of the student, and comes in for another', async () => {
  const { id } = await addExercise(database(), exercise, 'Gate');
  await setLadder(database(), id, ME, 92, { startBpm: 80, goalBpm: 120, kind: 'ratio' });
  const { told: said } = listening();
  await copyLink([{ id, exercise }], ORIGIN, ways);
  expect(said.at(-1)?.text).toMatch(/on the clipboard.*no names and no record/);
  const fragment = copied[0]!.split('#')[1]!;
  expect(copied[0]).toBe(`${ORIGIN}/link#${fragment}`);
  const read = readLink(fragment);
  if (!('linked' in read)) throw new Error(read.fault.message);
  const [kept] = await keepLinked(read.linked, { id: 'wren' });
  expect(kept).not.toBe(id);
  expect((await readExercise(database(), kept!))!.exercise).toEqual(exercise);
  expect(await keptLadder(database(), kept!, 'wren')).toMatchObject({
    startBpm: 80,
    goalBpm: 120,
    kind: 'ratio',
  });
});

it('says what it is a link to: the exercise, or how many', async () => {
  const { told: said } = listening();
  const other = { id: 'b', exercise: { ...exercise, title: 'Stile' } };
  await copyLink([{ id: 'a', exercise }], ORIGIN, ways);
  await copyLink([{ id: 'a', exercise }, other], 'http://localhost:3000/music', ways);
  expect(said.map(({ text }) => text)).toEqual([
    expect.stringMatching(/^The link to the exercise is on the clipboard.*no record\.$/),
    expect.stringMatching(
      /^The link to 2 exercises is on the clipboard.* reached from this machine alone\.$/,
    ),
  ]);
});

it('too long it says so and offers the file; with a shut clipboard it is saved as text', async () => {
  let passage = emptyPassage();
  const random = xorshift128plus(7);
  const part = (of: number) => uniformInt(random, 0, of);
  for (let at = 0; at < 900; at++) passage = putNote(passage, at * 1680, 1 + part(5), part(22));
  const long = { id: 'long', exercise: { ...exercise, passage } };
  const { address, characters } = await linkTo([long], ORIGIN);
  expect(address).toBeNull();
  expect(characters).toBeGreaterThan(2000);
  const { told: said } = listening();
  await copyLink([long], ORIGIN, ways);
  expect(copied).toEqual([]);
  expect(said.at(-1)?.text).toMatch(/would have \d,\d{3} characters/);
  expect(said.at(-1)?.offer?.name).toBe('Save the file');
  isShut = true;
  await copyLink([{ id: 'gate', exercise }], ORIGIN, ways);
  expect(files).toEqual(['Link.txt']);
});

it('knows addresses that are reached from this machine alone', () => {
  const local = ['http://127.0.0.1:3000', 'http://localhost:3000', 'http://[::1]:3000'];
  // Also where the application lives under a path.
  expect([...local, ...local.map((one) => `${one}/music`)].every(isLocal)).toBe(true);
  expect(['https://school.example', 'http://192.168.1.4', 'https://localhost.example'].some(isLocal)).toBe(
    false,
  );
});
