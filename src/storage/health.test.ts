/** Damage is found, mended with what can be saved, and nothing of it is thrown away; backups in a folder in memory. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { emptyPassage, newExercise, putNote, type Passage } from '@/core';
import { mendedPassage, mendedRecord, passageRecord, recordFault } from '@/core/formats';
import { backupState, BACKUPS_KEPT, isBackupDue, reminderDays, writeBackupFile } from './backup';
import { Database } from './indexed';
import {
  checkIntegrity,
  findDamaged,
  knownDamage,
  lookForDamage,
  mendDamaged,
  mendDays,
  mendHashes,
  rawDump,
  readAside,
  setAside,
  type Judge,
  type Menders,
} from './health';
import { addExercise, exerciseOf } from './library';
import { seededSources, setSources } from './sources';

let db: Database;
let count = 0;
beforeEach(() => {
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`health-${count++}`);
});
afterEach(() => db.close());

const judge: Judge = (table, records) => Promise.resolve(records.map((record) => recordFault(table, record)));
const menders: Menders = {
  record: mendedRecord,
  passage: (raw) => {
    const mended = mendedPassage(raw);
    return mended && { passage: passageRecord(mended.passage), lost: mended.lost };
  },
};

const good = putNote(putNote(emptyPassage(), 0, 2, 7), 1680, 3, 9);

/** An exercise with a passage as a fault once wrote it. */
async function damaged(passage: unknown, fields: object = {}): Promise<string> {
  const { id } = await addExercise(db, newExercise('Weir', good), 'New');
  await db.passages.put({ hash: 'e'.repeat(64), passage: passage as Passage });
  await db.exercises.update(id, { passageHash: 'e'.repeat(64), ...fields });
  return id;
}

describe('damaged records', () => {
  it.each([
    ['a length without end', { ...good, lengthTicks: -Infinity }, 2],
    ['a meter of 99 beats', { ...good, meter: { beats: 99, beatTicks: 6720 } }, 2],
    ['a fret beyond the neck', { ...good, notes: [{ ...good.notes[0]!, fret: 80 }, good.notes[1]!] }, 1],
    ['a fractional tuning', { ...good, tuning: [64.5, 59, 55, 50, 45, 40] }, 2],
    ['two notes of one id', { ...good, notes: good.notes.map((note) => ({ ...note, id: 'n1' })) }, 1],
  ])('are found and mended: %s', async (_, passage, notes) => {
    const id = await damaged(passage);
    const [found] = await findDamaged(db, judge);
    expect(found?.table).toBe('passages');
    expect(await mendDamaged(db, found!, menders)).not.toBeNull();
    expect(await findDamaged(db, judge)).toEqual([]);
    const record = (await db.exercises.get(id))!;
    const kept = await db.passages.get(record.passageHash);
    expect(exerciseOf(record, kept!.passage).passage.notes).toHaveLength(notes);
    // As it was it lies aside.
    expect((await readAside(db)).map(({ raw }) => (raw as { passage: unknown }).passage)).toEqual([passage]);
  });

  it('keep every field that can be kept, and name the others', async () => {
    const id = await damaged(good, { passageHash: 'e'.repeat(64), startBpm: 9000, cues: 'Slow.' });
    await db.passages.delete('e'.repeat(64));
    const [found] = await findDamaged(db, judge);
    expect(found).toMatchObject({ table: 'exercises', title: 'Weir' });
    expect(found!.why).toContain('startBpm');
    expect(await mendDamaged(db, found!, menders)).toEqual(['startBpm']);
    expect(await db.exercises.get(id)).toMatchObject({ cues: 'Slow.', title: 'Weir', startBpm: 60 });
  });

  it('are named by nothing that is no text', async () => {
    await damaged(good, { title: { was: 'Weir' } });
    const titles = (await findDamaged(db, judge)).map(({ title }) => title);
    expect(new Set(titles)).toEqual(new Set(['']));
  });

  it('can be set aside, are looked for once a version, and all goes out raw', async () => {
    const id = await damaged(good, { startBpm: -3 });
    expect(await knownDamage(db)).toBeNull();
    const found = await lookForDamage(db, judge);
    expect(await knownDamage(db)).toEqual(found);
    const ofExercise = found.find(({ table }) => table === 'exercises')!;
    await setAside(db, ofExercise);
    expect(await db.exercises.get(id)).toBeUndefined();
    expect((await readAside(db))[0]?.raw).toMatchObject({ id, startBpm: -3 });
    const raw = JSON.parse(await rawDump(db)) as { tables: { aside: unknown[] } };
    expect(raw.tables.aside).toHaveLength(1);
    await expect(setAside(db, { table: 'players', id: 'me', title: 'Me', why: '' })).rejects.toThrow(
      /mend it/,
    );
  });
});

describe('integrity', () => {
  it('recounts hashes and days, and puts them right', async () => {
    const { id } = await addExercise(db, newExercise('Weir', good), 'New');
    const { passageHash: right } = (await db.exercises.get(id))!;
    await db.passages.delete(right);
    await db.passages.put({ hash: 'a'.repeat(64), passage: good });
    await db.exercises.update(id, { passageHash: 'a'.repeat(64) });
    const lost = { playerId: 'me', exerciseId: 'gone', day: '2026-01-05', runs: 3 };
    await db.days.put(lost as never);
    const before = await checkIntegrity(db);
    expect(before).toMatchObject({ wrongHashes: ['a'.repeat(64)], wrongDays: 1, withoutNotes: [] });
    await mendHashes(db, before.wrongHashes);
    await mendDays(db);
    expect(await checkIntegrity(db)).toMatchObject({ wrongHashes: [], wrongDays: 0, withoutNotes: [] });
    expect((await db.exercises.get(id))!.passageHash).toBe(right);
  });
});

/** A folder in memory with the few calls that are made of it. */
function folder(spoil: (text: string) => string = (text) => text) {
  const files = new Map<string, string>();
  const handle = {
    keys: async function* () {
      yield* [...files.keys()];
    },
    getFileHandle: (name: string) =>
      Promise.resolve({
        createWritable: () =>
          Promise.resolve({
            write: (text: string) => Promise.resolve(void files.set(name, spoil(text))),
            close: () => Promise.resolve(),
          }),
        getFile: () => Promise.resolve({ text: () => Promise.resolve(files.get(name)!) }),
      }),
    removeEntry: (name: string) => Promise.resolve(void files.delete(name)),
  };
  return { files, handle: handle as unknown as FileSystemDirectoryHandle };
}

describe('backups', () => {
  it('are written under names of their own; ten stay, and nobody else’s file is touched', async () => {
    const { files, handle } = folder();
    files.set('letter.json', 'mine');
    for (let at = 0; at < 14; at++) await writeBackupFile(handle, `text ${at}`, '2026-01-05T10:00:00+01:00');
    const names = [...files.keys()].filter((name) => name.startsWith('yardfell'));
    expect(names).toHaveLength(BACKUPS_KEPT);
    expect(files.get('letter.json')).toBe('mine');
    expect([...files.values()]).toContain('text 13');
  });

  it('that come back otherwise are refused, and nothing older goes', async () => {
    const { files, handle } = folder();
    for (let at = 0; at < BACKUPS_KEPT; at++)
      await writeBackupFile(handle, 'good', `2026-01-${10 + at}T10:00:00+01:00`);
    const bad = folder((text) => text.slice(1));
    for (const [name, text] of files) bad.files.set(name, text);
    await expect(writeBackupFile(bad.handle, 'new', '2026-02-01T10:00:00+01:00')).rejects.toThrow(
      /come back/,
    );
    expect([...bad.files.values()]).toEqual(Array(BACKUPS_KEPT).fill('good'));
  });

  it('are due on another day than the last, when something was changed', async () => {
    const state = await backupState(db);
    const day = (date: number, hour = 10) => new Date(2026, 0, date, hour).getTime();
    const chosen = { ...state, folder: folder().handle };
    expect(isBackupDue(state, day(5), day(6))).toBe(false);
    expect(isBackupDue(chosen, day(5), day(6))).toBe(true);
    const done = { ...chosen, lastMs: day(6), lastWay: 'folder' as const };
    expect(isBackupDue(done, day(6, 12), day(6, 20))).toBe(false);
    expect(isBackupDue(done, day(6, 12), day(7))).toBe(true);
    expect(isBackupDue(done, day(6, 9), day(7))).toBe(false);
  });

  it('are asked for after a week of changes without one, and can be put off for a week', async () => {
    const state = await backupState(db);
    const day = (date: number) => new Date(2026, 0, date).getTime();
    expect(reminderDays(state, null, null, day(20))).toBeNull();
    expect(reminderDays(state, day(1), day(3), day(7))).toBeNull();
    expect(reminderDays(state, day(1), day(3), day(8))).toBe(7);
    expect(reminderDays({ ...state, putOffMs: day(8) }, day(1), day(3), day(14))).toBeNull();
    expect(reminderDays({ ...state, putOffMs: day(8) }, day(1), day(3), day(15))).toBe(14);
    const exported = { ...state, lastMs: day(9), lastWay: 'export' as const };
    expect(reminderDays(exported, day(1), day(8), day(30))).toBeNull();
    expect(reminderDays(exported, day(1), day(10), day(30))).toBe(21);
  });
});
