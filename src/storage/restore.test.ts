/** Out and in again: what was there is there again, all of it; of two versions both stay reachable. */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  buildLadder,
  emptyPassage,
  FRESH_LADDER,
  ME,
  newExercise,
  passageHash,
  putNote,
  readProject,
  writeProject,
  type Project,
} from '@/core';
import { exportable, writeCheckedProject } from '@/core/formats';
import { saidRun } from '@/core/record/testing';
import { keepGivenCalendars } from './calendars';
import { Database } from './indexed';
import { exportProject } from './exchange';
import { importProject, readImportPlan, type ImportChoice } from './importing';
import { addExercise, deleteExercise, renameExercise } from './library';
import { setLadder } from './ladders';
import { commit } from './log';
import { LIBRARY } from './scopes';
import { addPlayer, changePlayer } from './players';
import type { PracticeSitting } from './kept';
import { keepSitting, standingKey } from './practice';
import { addRuns, removeRuns } from './judged';
import { readRuns, type NewRun } from './runs';
import { keepHandoutSettings, keepSoundSettings, soundSettings } from './settings';
import { bringBack, readShelf } from './shelf';
import { seededSources, setSources } from './sources';
import { undoOrRedo } from './undo';

let count = 0;
const open: Database[] = [];
const fresh = (): Database => {
  const db = new Database(`restore-${count++}`);
  open.push(db);
  return db;
};

beforeEach(() => setSources(seededSources(7 * count, Date.UTC(2026, 0, 5))));
afterEach(() => {
  for (const db of open.splice(0)) db.close();
});

const ACTS = [
  'exercise',
  'edit',
  'student',
  'goals',
  'ladder',
  'run',
  'delete',
  'delete runs',
  'undo',
  'sound',
] as const;

const passageOf = (at: number) => putNote(putNote(emptyPassage(), 0, 1 + (at % 6), at % 13), 1680, 2, 5);

/** A library in which some things happened. */
async function libraryOf(acts: readonly (readonly [(typeof ACTS)[number], number])[]): Promise<Database> {
  const db = fresh();
  for (const [act, at] of acts) {
    const exercises = await db.exercises.toArray();
    const players = await db.players.toArray();
    const record = exercises[at % Math.max(1, exercises.length)];
    const player = players[at % players.length]!;
    if (act === 'exercise') await addExercise(db, newExercise(`E${at}`, passageOf(at)), 'New');
    if (act === 'student') await addPlayer(db, `S${at}`);
    if (act === 'goals') await changePlayer(db, player.id, { goals: `goal ${at}`, cautions: 'left thumb' });
    if (act === 'sound')
      await keepSoundSettings(db, { ...(await soundSettings(db)), volume: (at % 10) / 10 });
    if (act === 'undo') await undoOrRedo(db, LIBRARY, 'undo').catch(() => null);
    if (act === 'delete runs') await removeRuns(db, (await readRuns(db, player.id)).slice(0, 1));
    if (!record) continue;
    if (act === 'delete') await deleteExercise(db, record);
    if (act === 'ladder') await setLadder(db, record.id, player.id, 60, { startBpm: 50 + (at % 40) });
    if (act === 'edit') {
      const passage = passageOf(at + 1);
      const hash = passageHash(passage);
      await commit(
        db,
        record.id,
        'Note',
        [{ table: 'exercises', id: record.id, set: { passageHash: hash } }],
        {
          passages: [{ hash, passage }],
        },
      );
    }
    if (act === 'run') await addRuns(db, runOf(player.id, record.id, record.passageHash, at), 1 + (at % 3));
  }
  return db;
}

const runOf = (playerId: string, exerciseId: string, hash: string, at: number): NewRun =>
  saidRun({
    ...{ playerId, exerciseId, passageHash: hash, bpm: 60 + (at % 60), passes: 1 + (at % 4) },
    at: `2026-01-${String(1 + (at % 9)).padStart(2, '0')}T10:00:00+01:00`,
    verdict: at % 3 === 0 ? 'clean' : 'not clean',
  });

/** All that is kept, table by table; of the browser's own notes all but the id of the device. */
async function everything(db: Database): Promise<Record<string, unknown[]>> {
  const dump: Record<string, unknown[]> = {};
  for (const table of db.tables) dump[table.name] = await table.toArray();
  dump.meta = dump.meta!.filter((row) => (row as { key: string }).key !== 'deviceId');
  return dump;
}

const throughAFile = (project: Project): Project => {
  const { text, leftOut, fault } = writeCheckedProject(project);
  expect([leftOut, fault]).toEqual([[], null]);
  return readProject(text).project!;
};

describe('a backup', () => {
  it('restored into an empty library gives back everything equal, the id of the device apart', async () => {
    const acts = fc.array(fc.tuple(fc.constantFrom(...ACTS), fc.nat(60)), { minLength: 3, maxLength: 14 });
    await fc.assert(
      fc.asyncProperty(acts, async (some) => {
        const from = await libraryOf(some);
        await keepGivenCalendars(from, ME, { sequence: 3, sessions: { '2026-01-05': 4 } });
        await keepHandoutSettings(from, {
          paper: 'letter',
          notes: false,
          ladder: true,
          room: false,
          pageEach: true,
          forWhom: false,
          plainly: false,
          short: false,
          code: true,
        });
        const to = fresh();
        const device = (await to.meta.get('deviceId'))!.value;
        const project = throughAFile(await exportProject(from));
        // What is in use in a library was all of it referred to; what nothing refers to does not go out.
        const { passages } = project;
        await importProject(to, project, 'Restore');
        const [was, is] = [await everything(from), await everything(to)];
        const hashes = new Set(passages.map(({ hash }) => hash));
        was.passages = was.passages!.filter((one) => hashes.has((one as { hash: string }).hash));
        expect(is).toEqual(was);
        expect((await to.meta.get('deviceId'))!.value).toBe(device);
        expect(device).not.toBe((await from.meta.get('deviceId'))!.value);
      }),
      { numRuns: process.env.THOROUGH ? 300 : 12 },
    );
  });

  it('gives back an open sitting, and goals, cautions and instrument of "me"', async () => {
    const from = fresh();
    await changePlayer(from, ME, { goals: 'even', cautions: 'thumb', instrument: 'the old one' });
    const { id } = await addExercise(from, newExercise('A', passageOf(1)), 'New');
    const climb = { at: 2, cleanInARow: 1, uncleanInARow: 0, easing: 1 };
    const before = { climb, bpm: 80 };
    const key = standingKey(id, 'ladder');
    const exercise = newExercise('As it was played', passageOf(2));
    const played = { passes: 3, under: null, bpm: 80, wanted: 4 };
    const waiting = {
      played,
      exercise,
      subdivision: 4,
      step: buildLadder({ ...FRESH_LADDER, startBpm: 60, goalBpm: 100 })[0]!,
      bpm: 80,
      fromPass: 0,
    };
    const sitting: PracticeSitting = {
      ...{ id: 's', playerId: ME, startedAt: '2026-01-05T10:00:00+00:00', day: '2026-01-05', lastMs: 1 },
      ...{ isWarm: true, tights: 1, open: key, painSeen: [] },
      standings: { [key]: { ...before, waiting } },
      said: [{ key, id: 'r', kind: 'tight', before, played: null }],
    };
    await keepSitting(from, { sitting, key });
    const to = fresh();
    await importProject(to, throughAFile(await exportProject(from)), 'Restore');
    expect(await to.players.get(ME)).toEqual(await from.players.get(ME));
    expect(await to.meta.get(`sitting:${ME}`)).toEqual(await from.meta.get(`sitting:${ME}`));
  });

  it('never travels with what is given to somebody else', async () => {
    const { exportExercises } = await import('./exchange');
    const db = await libraryOf([
      ['exercise', 1],
      ['exercise', 2],
      ['delete', 1],
    ]);
    const [left] = await db.exercises.toArray();
    const project = await exportExercises(db, [{ id: left!.id, exercise: newExercise('Out', passageOf(2)) }]);
    expect(project).toMatchObject({ backup: null, runs: [], tombstones: [] });
  });

  it('names a record that the schema refuses, and gives out the rest', async () => {
    const db = await libraryOf([
      ['exercise', 1],
      ['exercise', 2],
      ['student', 3],
    ]);
    const passage = { ...passageOf(9), lengthTicks: -Infinity };
    await db.passages.put({ hash: 'f'.repeat(64), passage });
    const [first] = await db.exercises.toArray();
    await db.exercises.update(first!.id, { passageHash: 'f'.repeat(64), title: 'Broken' });
    const { text, leftOut, fault } = writeCheckedProject(await exportProject(db));
    expect(fault).toBeNull();
    expect(leftOut.map(({ list, title }) => [list, title])).toEqual([
      ['passages', ''],
      ['exercises', 'Broken'],
    ]);
    expect(readProject(text).project!.exercises).toHaveLength(1);
    expect(exportable(readProject(text).project!).leftOut).toEqual([]);
  });
});

describe('other versions', () => {
  /** A library and its copy on another device, from which both go on. */
  async function twoDevices() {
    const here = fresh();
    const { id } = await addExercise(here, newExercise('Common', passageOf(1)), 'New');
    await changePlayer(here, ME, { goals: 'common' });
    await setLadder(here, id, ME, 60, { startBpm: 70 });
    const there = fresh();
    await importProject(there, throughAFile(await exportProject(here)), 'Restore');
    const rename = async (db: Database, title: string) =>
      renameExercise(db, (await db.exercises.get(id))!, title);
    const file = async (db: Database) => throughAFile({ ...(await exportProject(db)), backup: null });
    return { here, there, id, rename, file };
  }

  it('that descend from what is here are taken, those that are older left', async () => {
    const { here, there, id, rename, file } = await twoDevices();
    await rename(there, 'Newer');
    await setLadder(there, id, ME, 60, { startBpm: 90 });
    const before = await file(here);
    expect((await readImportPlan(here, await file(there))).differences.map(({ order }) => order)).toEqual([
      'newer',
      'newer',
    ]);
    expect(await importProject(here, await file(there), 'In')).toMatchObject({
      replaced: 2,
      copied: 0,
      kept: 0,
    });
    expect((await here.exercises.get(id))?.title).toBe('Newer');
    expect((await here.ladders.toArray())[0]?.startBpm).toBe(90);
    expect(await importProject(here, before, 'Old')).toMatchObject({
      replaced: 0,
      copied: 0,
      kept: 2,
      entry: null,
    });
    expect((await here.exercises.get(id))?.title).toBe('Newer');
    await undoOrRedo(here, LIBRARY, 'undo');
    expect((await here.exercises.get(id))?.title).toBe('Common');
  });

  it.each(['mine', 'theirs', 'copy'] as const)('side by side: "%s" keeps both reachable', async (choice) => {
    const { here, there, id, rename, file } = await twoDevices();
    await rename(here, 'Mine');
    await rename(there, 'Theirs');
    await changePlayer(here, ME, { goals: 'mine' });
    await changePlayer(there, ME, { goals: 'theirs' });
    const project = await file(there);
    const { differences } = await readImportPlan(here, project);
    expect(differences.map(({ table, order }) => [table, order])).toEqual([
      ['exercises', 'apart'],
      ['players', 'apart'],
    ]);
    expect(differences[0]!.fields).toEqual([{ field: 'title', here: 'Mine', there: 'Theirs' }]);
    const choices = new Map<string, ImportChoice>(
      differences.map(({ table, id: of }) => [
        `${table} ${of}`,
        table === 'players' && choice === 'copy' ? 'mine' : choice,
      ]),
    );
    await importProject(here, project, 'In', { choices });
    const titles = async () => (await here.exercises.toArray()).map(({ title }) => title).sort();
    const texts = async () =>
      JSON.stringify([
        await here.exercises.toArray(),
        await here.players.toArray(),
        await here.shelf.toArray(),
      ]);
    for (const said of ['"Mine"', '"Theirs', '"mine"', '"theirs"']) expect(await texts()).toContain(said);
    if (choice === 'copy') {
      expect(await titles()).toEqual(['Mine', 'Theirs (from file)']);
    } else {
      expect(await titles()).toEqual([choice === 'mine' ? 'Mine' : 'Theirs']);
      // A choice descends from both: the same file again asks nothing.
      expect(
        (await readImportPlan(here, project)).differences.filter(({ order }) => order === 'apart'),
      ).toEqual([]);
      const [action] = await readShelf(here);
      expect(action?.why).toBe('version');
      await bringBack(here, action!.id);
      expect(await titles()).toContain(choice === 'mine' ? 'Theirs (other version)' : 'Mine (other version)');
      expect((await here.players.get(ME))?.goals).toBe(choice === 'mine' ? 'theirs' : 'mine');
      expect(await texts()).toContain(choice === 'mine' ? '"mine"' : '"theirs"');
    }
    expect(await here.exercises.get(id)).toBeDefined();
  });
});

it('a long import with a newer version of what is here is one step, taken back whole', async () => {
  const here = fresh();
  const { id } = await addExercise(here, newExercise('Common', passageOf(1)), 'New');
  const there = fresh();
  await importProject(there, throughAFile(await exportProject(here)), 'Restore');
  await renameExercise(there, (await there.exercises.get(id))!, 'Newer');
  for (let at = 0; at < 60; at++) await addExercise(there, newExercise(`E${at}`, passageOf(at)), 'New');
  const project = throughAFile({ ...(await exportProject(there)), backup: null });
  expect(await importProject(here, project, 'In')).toMatchObject({ added: 60, replaced: 1 });
  expect([await here.exercises.count(), (await here.exercises.get(id))?.title]).toEqual([61, 'Newer']);
  await undoOrRedo(here, LIBRARY, 'undo');
  expect((await here.exercises.toArray()).map(({ title }) => title)).toEqual(['Common']);
});

it('a second import of one file changes nothing', async () => {
  const from = await libraryOf([
    ['exercise', 1],
    ['run', 2],
    ['student', 3],
    ['ladder', 1],
  ]);
  const project = throughAFile({ ...(await exportProject(from)), backup: null });
  const to = fresh();
  await addExercise(to, newExercise('Own', passageOf(4)), 'New');
  await importProject(to, project, 'In');
  const once = await everything(to);
  expect(await importProject(to, project, 'In')).toMatchObject({ added: 0, same: 1, entry: null });
  expect(await everything(to)).toEqual(once);
  expect(writeProject(await exportProject(to))).toContain('"Own"');
});
