/** Storage on an IndexedDB in memory: undo, conflicts, exchange and migration. */
import 'fake-indexeddb/auto';
import { Dexie } from 'dexie';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  DEFAULT_LADDER,
  DEFAULT_SETUP,
  FRESH_LADDER,
  NEW_PLAYER,
  OPEN_HAND,
  emptyPassage,
  newExercise,
  passageHash,
  putNote,
  readProject,
  writeProject,
} from '@/core';
import { database, onDatabaseNotice, reaching, type DatabaseNotice, tables } from './database';
import { Database } from './indexed';
import { VERSIONS } from './versions';
import { exportExercises, exportProject } from './exchange';
import { importProject } from './importing';
import {
  addEmptyExercise,
  addExercise,
  beginExercise,
  deleteExercise,
  readLibrary,
  readSheet,
  renameExercise,
} from './library';
import { keptLadder, keptLadders, setLadder } from './ladders';
import { commit } from './log';
import { ConflictError, LIBRARY, undoable } from './scopes';
import { ExerciseEditor } from './editor';
import { seededSources, setSources } from './sources';
import { sweepUnused } from './sweep';
import { undoOrRedo } from './undo';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

let db: Database;
let count = 0;

beforeEach(() => {
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`test-${count++}`);
});
const closers: (() => void)[] = [];
afterEach(() => {
  for (const close of closers.splice(0)) close();
  db.close();
});

async function opened(id: string): Promise<ExerciseEditor> {
  const editor = new ExerciseEditor(db, id);
  closers.push(editor.open());
  while (editor.snapshot().status === 'loading') await new Promise((resolve) => setTimeout(resolve, 1));
  return editor;
}

const titleOf = async (id: string) => (await db.exercises.get(id))?.title;

describe('undo and redo', () => {
  it('brings back every earlier state, and after a reopening too', async () => {
    const id = await addEmptyExercise(db, emptyPassage());
    const seen: string[] = [];
    const editor = await opened(id);
    for (const fret of [3, 5, 7, 8]) {
      seen.push(passageHash(editor.snapshot().exercise!.passage));
      editor.edit('Put a note', (exercise) => ({
        ...exercise,
        passage: putNote(exercise.passage, exercise.passage.notes.length * 1680, 3, fret),
      }));
    }
    await editor.settled();
    const final = passageHash(editor.snapshot().exercise!.passage);
    const again = await opened(id);
    for (const hash of seen.toReversed()) {
      again.undo('undo');
      await again.settled();
      expect(passageHash(again.snapshot().exercise!.passage)).toBe(hash);
    }
    expect(again.snapshot().undo).toBeNull();
    for (let i = 0; i < 4; i++) again.undo('redo');
    await again.settled();
    expect(passageHash(again.snapshot().exercise!.passage)).toBe(final);
  });

  it('is one step for letters typed in a row, and a new edit ends what could be redone', async () => {
    const id = await addEmptyExercise(db, emptyPassage());
    const editor = await opened(id);
    for (const title of ['S', 'Sl', 'Slo'])
      editor.edit('Title', (exercise) => ({ ...exercise, title }), 'title');
    await editor.settled();
    await undoOrRedo(db, id, 'undo');
    expect(await titleOf(id)).toBe('New exercise');
    await undoOrRedo(db, id, 'redo');
    expect(await titleOf(id)).toBe('Slo');
    await undoOrRedo(db, id, 'undo');
    await commit(db, id, 'Title', [{ table: 'exercises', id, set: { title: 'Other' } }]);
    expect(await undoable(db, id)).toEqual({ undo: 'Title', redo: null });
  });

  it('of a deletion brings back exercise and tempos, and takes its tombstone away', async () => {
    const id = await addEmptyExercise(db, emptyPassage());
    await setLadder(db, id, 'me', 60, { startBpm: 72 });
    const before = await readLibrary(db, 'me');
    await deleteExercise(db, before[0]!.record);
    expect(await db.tombstones.count()).toBe(2);
    await sweepUnused(db);
    await undoOrRedo(db, LIBRARY, 'undo');
    const content = (items: typeof before) => items.map(({ exercise, startBpm }) => ({ exercise, startBpm }));
    expect(content(await readLibrary(db, 'me'))).toEqual(content(before));
    expect(await db.tombstones.count()).toBe(0);
    expect(await db.shelf.count()).toBe(0);
  });

  it('refuses to take back a field that was changed elsewhere since', async () => {
    const id = await addEmptyExercise(db, emptyPassage());
    const [item] = await readLibrary(db, 'me');
    await renameExercise(db, item!.record, 'One');
    await commit(db, id, 'Title', [{ table: 'exercises', id, set: { title: 'Two' } }]);
    await expect(undoOrRedo(db, LIBRARY, 'undo')).rejects.toBeInstanceOf(ConflictError);
    expect(await titleOf(id)).toBe('Two');
  });
});

it('an edit based on an older revision loses, writes nothing and shows what is kept', async () => {
  const id = await addEmptyExercise(db, emptyPassage());
  const editor = await opened(id);
  await commit(db, id, 'Title', [{ table: 'exercises', id, set: { title: 'From the other tab' } }]);
  editor.edit('Title', (exercise) => ({ ...exercise, title: 'Mine' }));
  await editor.settled();
  expect(editor.snapshot()).toMatchObject({
    problem: 'conflict',
    exercise: { title: 'From the other tab' },
  });
  expect(await titleOf(id)).toBe('From the other tab');
});

it('a browser without room keeps the work on screen, and writes all of it once there is room', async () => {
  let isFull = true;
  db.passages.hook('creating', () => {
    if (isFull) throw new DOMException('full', 'QuotaExceededError');
  });
  const { id, write } = beginExercise(db, newExercise('Begun', emptyPassage()), 'Add');
  const editor = new ExerciseEditor(db, id);
  await expect(write()).rejects.toThrow();
  closers.push(editor.open());
  editor.edit('Title', (exercise) => ({ ...exercise, title: 'Without room' }));
  await editor.settled();
  expect(editor.snapshot()).toMatchObject({ problem: 'full', exercise: { title: 'Without room' } });
  expect(await db.exercises.count()).toBe(0);
  isFull = false;
  editor.edit('Goal', (exercise) => ({ ...exercise, alsoTrains: 'patience' }));
  await editor.settled();
  expect(await db.exercises.get(id)).toMatchObject({ title: 'Without room', alsoTrains: 'patience' });
});

it('keeps one ladder of a player on an exercise, however fast its parts are set', async () => {
  const id = await addEmptyExercise(db, emptyPassage());
  await Promise.all([
    setLadder(db, id, 'me', 60, { startBpm: 66 }),
    setLadder(db, id, 'me', 60, { goalBpm: 90 }),
    setLadder(db, id, 'me', 60, { passes: 3 }),
  ]);
  expect(await db.ladders.toArray()).toMatchObject([{ startBpm: 66, goalBpm: 90, passes: 3 }]);
});

it('tells of a tab that holds up the database, and of one that took it over', async () => {
  const seen: DatabaseNotice[] = [];
  const connect = (version: number) =>
    new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('yardfell', version);
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error!);
    });
  const older = await connect(1);
  closers.push(onDatabaseNotice((notice) => seen.push(notice)));
  await reaching();
  const opening = tables(database()).open();
  while (!seen.includes('blocked')) await new Promise((resolve) => setTimeout(resolve, 1));
  older.close();
  await opening;
  expect(seen).toEqual([null, 'blocked', null]);
  (await connect(1000)).close();
  expect(seen.at(-1)).toBe('newerVersion');
});

describe('project files', () => {
  const titles = fc.array(fc.string({ unit: 'grapheme', maxLength: 40 }), { minLength: 1, maxLength: 4 });

  it('round trip through an empty library, and a second import changes nothing', async () => {
    await fc.assert(
      fc.asyncProperty(titles, async (some) => {
        const [from, to] = [new Database(`from-${count++}`), new Database(`to-${count++}`)];
        for (const [at, title] of some.entries())
          await addExercise(from, newExercise(title, putNote(emptyPassage(), 0, 1 + (at % 6), at)), 'Add');
        const written = writeProject(await exportProject(from));
        const { project } = readProject(written);
        expect(await importProject(to, project!, 'Import')).toMatchObject({ added: some.length, copied: 0 });
        const withoutStamp = (items: Awaited<ReturnType<typeof readLibrary>>) =>
          items.map((item) => item.exercise);
        expect(withoutStamp(await readLibrary(to, 'me'))).toEqual(
          withoutStamp(await readLibrary(from, 'me')),
        );
        expect(await importProject(to, project!, 'Import')).toMatchObject({
          added: 0,
          same: some.length,
          copied: 0,
        });
        from.close();
        to.close();
      }),
      { numRuns: 6 * THOROUGH },
    );
  });
});

it('some exercises go out as they are shown, with their ladders and the students of these', async () => {
  const { id } = await addExercise(db, newExercise('Out', putNote(emptyPassage(), 0, 2, 5)), 'Add');
  await addExercise(db, newExercise('Stays', putNote(emptyPassage(), 0, 3, 5)), 'Add');
  await setLadder(db, id, 'me', 60, { startBpm: 72, passes: 6 });
  const shown = { ...newExercise('Out, just changed', putNote(emptyPassage(), 0, 1, 9)), cues: 'Slow.' };
  const { project } = readProject(writeProject(await exportExercises(db, [{ id, exercise: shown }])));
  expect(project!.exercises.map(({ title }) => title)).toEqual(['Out, just changed']);
  expect(project!.ladders).toMatchObject([{ startBpm: 72, passes: 6 }]);
  expect(project!.players.map((player) => player.id)).toEqual(['me']);
  const empty = new Database(`out-${count++}`);
  expect(await importProject(empty, project!, 'Import')).toMatchObject({ added: 1, same: 0, copied: 0 });
  expect(await readSheet(empty, ['not here', id], 'me')).toMatchObject([
    { id, exercise: shown, ladder: { startBpm: 72 } },
  ]);
  empty.close();
});

it.each(VERSIONS.map(({ version }) => version))(
  'opens a database of version %i and keeps what is in it',
  async (version) => {
    const name = `old-${version}`;
    const old = new Dexie(name);
    for (const one of VERSIONS.filter((candidate) => candidate.version <= version))
      old.version(one.version).stores(one.stores);
    const passage = putNote(emptyPassage(), 0, 2, 7);
    const kept = newExercise('Kept', passage);
    const { passage: _, origin, cues, hand, recipe, brief, drill, ...fields } = kept;
    const { motion, edgeAngleDegrees, gripDepth, pickPart } = hand;
    const hand4 = version < 11 ? { motion, edgeAngleDegrees, gripDepth, pickPart } : hand;
    const since3 = {
      ...(version < 3 ? {} : { origin, cues }),
      ...(version < 4 ? {} : { hand: hand4 }),
      ...(version < 5 ? {} : { recipe }),
      ...(version < 6 ? {} : { brief, drill }),
    };
    const { kind, stepBpm, passes, countInBeats, restSeconds } = DEFAULT_LADDER;
    const since = { kind, stepBpm, passes, countInBeats, restSeconds, goalBpm: null };
    const ladderSince3 = version < 3 ? {} : version < 7 ? since : FRESH_LADDER;
    const stamp = { revision: 3, createdAt: '', updatedAt: '', deviceId: 'd' };
    await old
      .table('exercises')
      .add({ ...fields, ...since3, ...stamp, id: 'a', passageHash: passageHash(passage), archivedAt: null });
    const { stretchLimitMm, ...others } = DEFAULT_SETUP;
    const setup = version < 5 ? others : { ...others, stretchLimitMm };
    const { setup: _s, ...since7 } = { ...NEW_PLAYER, hand: hand4 };
    const versions = version < 9 ? {} : { versions: { d: 3 } };
    const player = { ...(version < 7 ? {} : since7), ...stamp, ...versions, id: 'p', name: 'Early', setup };
    await old.table('players').add(player);
    if (version >= 7)
      await old.table('runs').add({ ...stamp, id: 'r', passes: 4, ...(version < 8 ? {} : { part: null }) });
    if (version >= 7)
      await old.table('days').add({
        ...{ playerId: 'me', exerciseId: 'a', day: '2026-01-05' },
        ...(version < 10 ? {} : { stretches: [] }),
      });
    await old.table('passages').add({ hash: passageHash(passage), passage });
    await old
      .table('ladders')
      .add({ ...ladderSince3, ...stamp, id: 'k', exerciseId: 'a', playerId: 'me', startBpm: 72 });
    const wrist = version < 4 ? {} : { hand: { ...hand4, motion: 'wrist' } };
    const change = {
      ...{ table: 'exercises', id: 'a', before: { title: 'Earlier', ...wrist } },
      after: { title: 'Kept', ...(version < 4 ? {} : { hand: hand4 }) },
    };
    await old
      .table('log')
      .add({ id: 'l', scope: 'a', seq: 1, label: 'Title', changes: [change], undone: 0, at: '' });
    old.close();
    const now = new Database(name);
    expect((await readLibrary(now, 'me'))[0]?.exercise).toEqual(newExercise('Kept', passage));
    expect(await keptLadder(now, 'a', 'me')).toMatchObject({ ...FRESH_LADDER, startBpm: 72 });
    expect(await now.players.get('p')).toEqual({
      ...NEW_PLAYER,
      ...stamp,
      versions: { d: 3 },
      id: 'p',
      name: 'Early',
    });
    expect((await now.runs.toArray()).map(({ part }) => part)).toEqual(version < 7 ? [] : [null]);
    expect((await now.days.toArray()).map((day) => day.stretches)).toEqual(version < 7 ? [] : [[]]);
    await undoOrRedo(now, 'a', 'undo');
    expect(await now.exercises.get('a')).toMatchObject({
      title: 'Earlier',
      hand: { ...OPEN_HAND, ...(version < 4 ? {} : { motion: 'wrist' }) },
    });
    now.close();
  },
);

it('a drill climbs as the exercise it was cut out of, at the same speed of its notes, until it has a ladder of its own', async () => {
  const passage = putNote(emptyPassage(), 0, 2, 7);
  const { id: parent } = await addExercise(db, { ...newExercise('Whole', passage), startBpm: 60 }, 'New');
  const drill = { parentId: parent, order: 0, stage: 'two notes', hands: 'both' } as const;
  const half = { ...newExercise('Half', passage), startBpm: 30 };
  const { id: cut } = await addExercise(db, { ...half, drill }, 'New');
  const { id: other } = await addExercise(db, newExercise('Other', passage), 'New');
  const both = async () => {
    const records = new Map((await db.exercises.toArray()).map((one) => [one.id, one]));
    const all = await keptLadders(db, records, 'me');
    for (const id of [parent, cut, other]) expect(all.get(id)).toEqual(await keptLadder(db, id, 'me'));
    return all;
  };
  expect(await both()).toEqual(new Map());
  await setLadder(db, parent, 'me', 60, { startBpm: 72, goalBpm: 120 });
  expect((await both()).get(cut)).toMatchObject({ startBpm: 36, goalBpm: 60, steps: null });
  expect((await both()).get(other)).toBeUndefined();
  await setLadder(db, cut, 'me', 30, { passes: 7 });
  await setLadder(db, parent, 'me', 60, { startBpm: 80 });
  expect((await both()).get(cut)).toMatchObject({ exerciseId: cut, startBpm: 36, goalBpm: 60, passes: 7 });
  expect(await keptLadders(db, new Map(), 'me')).toEqual(new Map());
});
