/** Giving everything out, against a folder in memory: named by the moment, read back, ten kept, and whatever fails is noted and told. */
import '@/storage/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyPassage, newExercise, putNote, readProject, type Project } from '@/core';
import { writeCheckedProject, type WrittenProject } from '@/core/formats';
import { addExercise, database, seededSources, setSources } from '@/storage';
import { backupState, BACKUPS_KEPT } from '@/storage/backup';
import { tables } from '@/storage/database';
import { backUpNow, backUpWhereDue, leftOutText, rawLibrary, wholeLibrary } from './givingOut';
import { listening } from './testing';

const worker = vi.hoisted(() => ({ spoil: (whole: unknown) => whole }));
vi.mock('@/workers', () => ({
  writeProjectInWorker: (project: Project) =>
    Promise.resolve(worker.spoil(writeCheckedProject(project)) as WrittenProject),
}));

/** A folder of the browser's can be kept in its database; one in memory cannot, and is put in its place. */
const chosen = vi.hoisted(() => ({ folder: null as unknown }));
vi.mock('@/storage/backup', async (original) => {
  const backup = await original<typeof import('@/storage/backup')>();
  const backupState: typeof backup.backupState = async (of) => ({
    ...(await backup.backupState(of)),
    folder: chosen.folder as never,
  });
  return { ...backup, backupState };
});

const DAY_MS = 86_400_000;
const MORNING = Date.parse('2026-03-02T09:00:00Z');
const db = tables(database());

/** A folder in memory. What is written can come back otherwise, or not be taken at all. */
class Folder {
  readonly files = new Map<string, string>();
  permission: PermissionState = 'granted';
  isFull = false;
  garbles = false;
  async *keys(): AsyncGenerator<string> {
    yield* await Promise.resolve([...this.files.keys()]);
  }
  queryPermission = ({ mode }: { mode: string }) =>
    Promise.resolve(mode === 'readwrite' ? this.permission : 'prompt');
  removeEntry = (name: string) => Promise.resolve(this.files.delete(name));
  getFileHandle = (name: string) => {
    this.files.set(name, this.files.get(name) ?? '');
    const write = (text: string) =>
      this.isFull
        ? Promise.reject(new Error('the disk is full'))
        : Promise.resolve(this.files.set(name, this.garbles ? text.slice(1) : text));
    return Promise.resolve({
      createWritable: () => Promise.resolve({ write, close: () => Promise.resolve() }),
      getFile: () => Promise.resolve({ text: () => Promise.resolve(this.files.get(name)!) }),
    });
  };
}

let folder: Folder;
const at = (ms: number) => setSources({ ...seededSources(ms, ms), nowMs: () => ms });
const choose = () => (chosen.folder = folder);
const work = (title: string) =>
  addExercise(db, newExercise(title, putNote(emptyPassage(), 0, 2, 7)), `New ${title}`);
const names = () => [...folder.files.keys()].sort();

beforeEach(async () => {
  await Promise.all(db.tables.filter(({ name }) => name !== 'players').map((table) => table.clear()));
  await db.meta.put({ key: 'deviceId', value: 'd' } as never);
  worker.spoil = (whole) => whole;
  folder = new Folder();
  chosen.folder = null;
  at(MORNING);
  await work('Gate');
});

describe('a folder', () => {
  it('gets everything, under the moment, as a file that is read back', async () => {
    choose();
    const name = await backUpNow();
    expect(name).toMatch(/^yardfell-backup-2026-03-02-\d{6}\.json$/);
    expect(names()).toEqual([name]);
    const { project } = readProject(folder.files.get(name)!);
    expect(project?.exercises.map(({ title }) => title)).toEqual(['Gate']);
    expect(await backupState(db)).toMatchObject({ lastWay: 'folder', fault: '' });
  });

  it('keeps the last ten, also of one moment, and leaves what is not ours', async () => {
    choose();
    folder.files.set('letter.json', 'dear');
    const written: string[] = [];
    for (let more = 0; more < BACKUPS_KEPT + 3; more++) {
      at(MORNING);
      written.push(await backUpNow());
    }
    expect(new Set(written).size).toBe(written.length);
    expect(names()).toEqual(['letter.json', ...written.slice(-BACKUPS_KEPT)].sort());
  });

  it.each([
    ['is full', (one: Folder) => (one.isFull = true), 'the disk is full'],
    ['gives back other than was written', (one: Folder) => (one.garbles = true), 'did not come back'],
  ])('that %s: nothing older goes, and the reason is noted', async (_, spoil, why) => {
    choose();
    const old = await backUpNow();
    const text = folder.files.get(old);
    spoil(folder);
    at(MORNING + DAY_MS);
    await expect(backUpNow()).rejects.toThrow(why);
    expect(folder.files.get(old)).toBe(text);
    expect((await backupState(db)).fault).toContain(why);
  });

  it('that was not chosen is an error of its own', async () => {
    await expect(backUpNow()).rejects.toThrow('No folder is chosen.');
  });
});

describe('when a backup is due', () => {
  it('is once a day with changes, and not without', async () => {
    await backUpWhereDue();
    choose();
    await backUpWhereDue();
    expect(names()).toHaveLength(1);
    at(MORNING + 3_600_000);
    await work('Later that day');
    await backUpWhereDue();
    at(MORNING + DAY_MS);
    await backUpWhereDue();
    expect(names()).toHaveLength(2);
    at(MORNING + 2 * DAY_MS);
    await backUpWhereDue();
    expect(names()).toHaveLength(2);
  });

  it('an export is no reason to leave the folder out', async () => {
    await wholeLibrary();
    choose();
    await backUpWhereDue();
    expect(names()).toHaveLength(1);
  });

  it('a browser that asks again is not asked behind the user’s back: that is noted', async () => {
    choose();
    folder.permission = 'prompt';
    await backUpWhereDue();
    expect(names()).toEqual([]);
    expect((await backupState(db)).fault).toContain('asks again');
  });
});

describe('as a file', () => {
  it('everything has the day in its name and is noted as gone out', async () => {
    const { name, text, isWhole } = await wholeLibrary();
    expect([name, isWhole]).toEqual(['yardfell-2026-03-02.json', true]);
    expect(readProject(text).project?.exercises).toHaveLength(1);
    expect(await backupState(db)).toMatchObject({ lastWay: 'export' });
  });

  it('that cannot be read back is not given', async () => {
    worker.spoil = (whole) => ({ ...(whole as WrittenProject), fault: 'the notes are missing' });
    await expect(wholeLibrary()).rejects.toThrow('could not be read back (the notes are missing)');
    expect((await backupState(db)).lastWay).toBeNull();
  });

  it('without a damaged record the rest goes out, and that one is named', async () => {
    await db.exercises.update((await work('Bad one')).id, { startBpm: 'fast' as never });
    const { told } = listening();
    const { text, isWhole } = await wholeLibrary();
    expect(isWhole).toBe(false);
    expect(readProject(text).project?.exercises.map(({ title }) => title)).toEqual(['Gate']);
    expect(told[0]!.text).toMatch(
      /^The rest is saved\. One record could not go into it: “Bad one” \(.*startBpm/,
    );
  });

  it('raw holds every table as it is, damage and all', async () => {
    await db.exercises.update((await work('Bad one')).id, { startBpm: 'fast' as never });
    const { name, text } = await rawLibrary();
    expect(name).toBe('yardfell-raw-2026-03-02.json');
    const { exercises } = (JSON.parse(text) as { tables: { exercises: { startBpm: unknown }[] } }).tables;
    expect(exercises.map(({ startBpm }) => startBpm)).toContain('fast');
  });

  it('what it does not hold is said, one or many, and nothing where it holds all', () => {
    const one = (id: string, title = '') => ({ list: 'runs' as const, id, title, why: 'no day' });
    const said = (leftOut: ReturnType<typeof one>[], isWithoutLog = false) =>
      leftOutText({ leftOut, isWithoutLog });
    expect(said([])).toBe('');
    expect(said([one('r1')])).toContain('One record could not go into it: runs r1 (no day). ');
    expect(said([one('a', 'Gate'), one('b')])).toContain(
      '2 records could not go into it: “Gate” (no day) and 1 other.',
    );
    expect(said([one('a'), one('b'), one('c')])).toContain('and 2 others.');
    expect(said([], true)).toBe(' What can be undone had to stay out: the file would be too long.');
  });
});
