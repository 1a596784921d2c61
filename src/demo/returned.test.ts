/** The record that comes with the documentation is the one that the demo serves, and there is something to see in it. */
import 'fake-indexeddb/auto';
import { readFileSync, writeFileSync } from 'node:fs';
import { afterAll, expect, it } from 'vitest';
import { readProject, writeProject } from '@/core';
import { listFiles, readInTwo, settleRecord, turnFile } from '@/work/parcels/listing';
import { arrivalOf } from '@/work/parcels/taking';
import { listening } from '@/work/testing';
import { Database } from '@/storage/indexed';
import { importProject, readImportPlan } from '@/storage/importing';
import { readUnsettled } from '@/storage/settling';
import { demoProject } from './library';
import { RETURNED_ON, returnedRecord } from './returned';

const FILE = 'docs/examples/from-orrin.json';
const db = new Database('returned');
afterAll(() => db.close());

it('stands in the documentation as it is made', () => {
  const text = writeProject(returnedRecord(RETURNED_ON));
  if (process.env.WRITE_EXAMPLES) writeFileSync(FILE, text);
  expect(readFileSync(FILE, 'utf8')).toBe(text);
});

it('merged with the demo brings runs, a ladder that is newer, and something to settle', async () => {
  await importProject(db, { ...demoProject(), backup: null }, 'Demo');
  const { project, problems } = readProject(readFileSync(FILE, 'utf8'));
  expect(problems).toEqual([]);
  expect(await arrivalOf(project!, db)).toMatchObject({ name: 'Orrin', mayBecome: false, isOwn: false });
  const { added, differences } = await readImportPlan(db, project!);
  expect([added.runs.length, differences.map(({ table, order }) => [table, order])]).toEqual([
    9,
    [
      ['exercises', 'apart'],
      ['ladders', 'newer'],
    ],
  ]);
  expect(await importProject(db, project!, 'In')).toMatchObject({
    others: { runs: 8 },
    beside: 1,
    replaced: 1,
  });
  expect(
    (await readUnsettled(db)).map(({ difference }) => difference.fields.map(({ field }) => field)),
  ).toEqual([['cues']]);
  // It is listed with what it brought, taken back and in again; the versions beside each other are settled.
  const { told } = listening();
  const files = () => listFiles(null, db);
  const [file] = await files();
  expect([file!.way, file!.what]).toEqual([
    'taken',
    'Brought or changed 1 ladder, 8 runs. 1 other version to be settled.',
  ]);
  expect(await listFiles('nobody', db)).toEqual([]);
  await turnFile(file!, db);
  expect((await files())[0]).toMatchObject({ id: file!.id, way: 'taken back' });
  await turnFile((await files())[0]!, db);
  const two = await readInTwo(db);
  expect([two.unsettled.length, two.around.passages.length > 0]).toEqual([1, true]);
  await settleRecord(two.unsettled[0]!, 'other', db);
  expect(await readUnsettled(db)).toEqual([]);
  expect(told.map(({ text }) => text)).toEqual([
    'Undone: In.',
    'Done again: In.',
    expect.stringMatching(/^Settled\./),
  ]);
});
