/** Undo, redo, shelf and what two tabs do to each other: nothing that was entered is lost, nothing is refused without a word. */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { emptyPassage, newExercise, putNote, type Exercise, type LogEntry } from '@/core';
import { Database } from './indexed';
import { exportProject } from './exchange';
import { importProject } from './importing';
import { addEmptyExercise, addExercise, archiveExercise, deleteExercise, renameExercise } from './library';
import { setLadder } from './ladders';
import { commit } from './log';
import { ConflictError, LIBRARY, recordScope, undoable } from './scopes';
import { addPlayer, changePlayer } from './players';
import { addRuns } from './judged';
import { readRuns, type NewRun } from './runs';
import { ExerciseEditor } from './editor';
import { bringBack, clearShelf, readShelf, SHELF_DAYS } from './shelf';
import { newId, seededSources, setSources, type Sources } from './sources';
import { sweepUnused } from './sweep';
import { undoOrRedo } from './undo';

let db: Database;
let count = 0;
let nowMs = 0;
/** A clock that is set by hand. */
const byHand = (): Sources => ({
  ...seededSources(count, 0),
  now: () => new Date(nowMs),
  nowMs: () => nowMs,
});

beforeEach(() => {
  nowMs = Date.UTC(2026, 2, 2);
  setSources(byHand());
  db = new Database(`undo-${count++}`);
});
const closers: (() => void)[] = [];
afterEach(() => {
  for (const close of closers.splice(0)) close();
  db.close();
});

async function opened(id: string, on = db): Promise<ExerciseEditor> {
  const editor = new ExerciseEditor(on, id);
  closers.push(editor.open());
  while (editor.snapshot().status === 'loading') await new Promise((resolve) => setTimeout(resolve, 1));
  return editor;
}

async function typeSix(id: string): Promise<ExerciseEditor> {
  const editor = await opened(id);
  for (let at = 0; at < 6; at++)
    editor.edit('Put a note', (exercise: Exercise) => ({
      ...exercise,
      passage: putNote(exercise.passage, at * 1680, 3, 5 + at),
    }));
  await editor.settled();
  return editor;
}

describe('a creation', () => {
  it('undone and done again comes back with what was typed since, and its own undo goes on', async () => {
    const id = await addEmptyExercise(db, emptyPassage());
    const editor = await typeSix(id);
    await setLadder(db, id, 'me', 60, { startBpm: 72 });
    const typed = editor.snapshot().exercise!.passage;
    const came = await undoOrRedo(db, LIBRARY, 'undo');
    expect(came!.gone).toEqual([{ table: 'exercises', title: 'New exercise', notes: 6, runs: 0 }]);
    expect([await db.exercises.count(), await db.ladders.count()]).toEqual([0, 0]);
    await sweepUnused(db);
    await undoOrRedo(db, LIBRARY, 'redo');
    const again = await opened(id);
    expect(again.snapshot().exercise!.passage).toEqual(typed);
    expect(await db.ladders.toArray()).toMatchObject([{ exerciseId: id, startBpm: 72 }]);
    // The ladder was the last step of this exercise, then the six notes.
    for (let at = 0; at < 2; at++) again.undo('undo');
    await again.settled();
    expect(again.snapshot()).toMatchObject({ problem: null });
    expect(again.snapshot().exercise!.passage.notes).toHaveLength(5);
    // The ladder that was taken back lies there.
    expect((await db.shelf.toArray()).map(({ table }) => table)).toEqual(['ladders']);
  });

  it('says nothing of going where nothing was changed since', async () => {
    await addEmptyExercise(db, emptyPassage());
    expect((await undoOrRedo(db, LIBRARY, 'undo'))!.gone).toEqual([]);
  });

  it('of a student, and an import, come back as they had become', async () => {
    await addPlayer(db, 'Wren');
    const [wren] = (await db.players.toArray()).filter(({ name }) => name === 'Wren');
    await changePlayer(db, wren!.id, { goals: 'even sweeps' });
    await undoOrRedo(db, LIBRARY, 'undo');
    await undoOrRedo(db, LIBRARY, 'undo');
    expect(await db.players.get(wren!.id)).toBeUndefined();
    await undoOrRedo(db, LIBRARY, 'redo');
    await undoOrRedo(db, LIBRARY, 'redo');
    expect(await db.players.get(wren!.id)).toMatchObject({ name: 'Wren', goals: 'even sweeps' });
  });
});

describe('an offered undo', () => {
  it('takes back what it names, whatever was done since', async () => {
    const { id: a } = await addExercise(db, newExercise('A', emptyPassage()), 'New');
    const { id: b } = await addExercise(db, newExercise('B', emptyPassage()), 'New');
    const deletion = await deleteExercise(db, (await db.exercises.get(a))!);
    await archiveExercise(db, (await db.exercises.get(b))!, '2026-03-02');
    await undoOrRedo(db, LIBRARY, 'undo', deletion!.id);
    expect((await db.exercises.get(a))?.title).toBe('A');
    expect((await db.exercises.get(b))?.archivedAt).toBe('2026-03-02');
    await expect(undoOrRedo(db, LIBRARY, 'undo', deletion!.id)).rejects.toThrow(/taken back already/);
    expect((await undoable(db, LIBRARY)).undo).toBe('Archive “B”');
  });

  it('says why it cannot be taken back any more', async () => {
    const { id } = await addExercise(db, newExercise('A', emptyPassage()), 'New');
    const renaming = await renameExercise(db, (await db.exercises.get(id))!, 'B');
    await renameExercise(db, (await db.exercises.get(id))!, 'C');
    await expect(undoOrRedo(db, LIBRARY, 'undo', renaming!.id)).rejects.toThrow(/changed elsewhere since/);
    await deleteExercise(db, (await db.exercises.get(id))!);
    await expect(undoOrRedo(db, LIBRARY, 'undo', renaming!.id)).rejects.toThrow(/deleted since/);
    await expect(undoOrRedo(db, LIBRARY, 'undo', 'none')).rejects.toThrow(/too long ago/);
  });
});

describe('groups of undo', () => {
  it('join edits of a field only while less than a second lies between them', async () => {
    await changePlayer(db, 'me', { goals: 'e' });
    nowMs += 999;
    await changePlayer(db, 'me', { goals: 'ev' });
    nowMs += 999;
    await changePlayer(db, 'me', { goals: 'even' });
    nowMs += 21 * 86_400_000;
    await changePlayer(db, 'me', { goals: 'even, and slow' });
    await undoOrRedo(db, LIBRARY, 'undo');
    expect((await db.players.get('me'))?.goals).toBe('even');
    await undoOrRedo(db, LIBRARY, 'undo');
    expect((await db.players.get('me'))?.goals).toBe('');
    expect((await undoable(db, LIBRARY)).undo).toBeNull();
  });

  it('are one for runs that were typed in together', async () => {
    const run = {
      playerId: 'me',
      exerciseId: 'a',
      at: '2026-03-01T12:00:00+00:00',
      verdict: 'clean',
      exposure: { outside: 1, inside: 0, sweep: 0, backtrack: 0 },
      passes: 1,
      corrects: null,
      replaces: [],
    } as unknown as NewRun;
    await addRuns(db, run, 5);
    expect(await readRuns(db, 'me')).toHaveLength(5);
    await undoOrRedo(db, recordScope('me'), 'undo');
    expect(await readRuns(db, 'me')).toHaveLength(0);
    expect(await db.days.count()).toBe(0);
    await undoOrRedo(db, recordScope('me'), 'redo');
    expect(await readRuns(db, 'me')).toHaveLength(5);
  });
});

describe('the shelf', () => {
  it('holds what was deleted for thirty days, then the content goes and the tombstone stays', async () => {
    const { id } = await addExercise(db, newExercise('A', putNote(emptyPassage(), 0, 2, 7)), 'New');
    await setLadder(db, id, 'me', 60, { startBpm: 72 });
    await deleteExercise(db, (await db.exercises.get(id))!);
    const [action] = await readShelf(db);
    expect(action).toMatchObject({
      titles: ['A'],
      counts: { exercises: 1, ladders: 1 },
      daysLeft: SHELF_DAYS,
    });
    await bringBack(db, action!.id);
    expect(await readShelf(db)).toEqual([]);
    expect((await opened(id)).snapshot().exercise).toMatchObject({ title: 'A' });
    expect(await db.ladders.toArray()).toMatchObject([{ startBpm: 72 }]);
    await expect(bringBack(db, action!.id)).rejects.toBeInstanceOf(ConflictError);

    await deleteExercise(db, (await db.exercises.get(id))!);
    nowMs += (SHELF_DAYS - 1) * 86_400_000;
    await sweepUnused(db);
    expect(await readShelf(db)).toMatchObject([{ daysLeft: 1 }]);
    nowMs += 86_400_000;
    await clearShelf(db);
    await sweepUnused(db);
    expect(await readShelf(db)).toEqual([]);
    expect(await db.passages.count()).toBe(0);
    expect((await db.tombstones.toArray()).map(({ table }) => table).sort()).toEqual([
      'exercises',
      'ladders',
    ]);
    expect(JSON.stringify(await db.log.toArray())).not.toContain('passageHash');
  });
});

/** What a tab can do, in a small model: every title that was ever kept must be found again. */
const ACTS = ['delete', 'undo', 'redo', 'import', 'edit', 'rename', 'bring back'] as const;
type Act = (typeof ACTS)[number];

class TwoTabs {
  readonly tabs: [Database, Database];
  private readonly kept = new Set<string>();
  private serial = 0;
  id = '';
  file: Awaited<ReturnType<typeof exportProject>> | null = null;

  constructor() {
    const name = `tabs-${count++}`;
    this.tabs = [new Database(name), new Database(name)];
  }

  async begin(): Promise<void> {
    const made = await addExercise(this.tabs[0], newExercise('T0', putNote(emptyPassage(), 0, 2, 7)), 'New');
    this.id = made.id;
    this.kept.add('T0');
    this.file = { ...(await exportProject(this.tabs[0])), backup: null };
  }

  /** What was taken back can be done again until something else is done: then it is given up, as everywhere. */
  private async giveUpUndone(): Promise<void> {
    const [here] = this.tabs;
    const undone = (await here.log.toArray()).filter((entry) => entry.undone === 1);
    const rest = JSON.stringify([
      await here.exercises.toArray(),
      await here.shelf.toArray(),
      (await here.log.toArray()).filter((entry) => entry.undone === 0),
    ]);
    for (const title of this.kept)
      if (JSON.stringify(undone).includes(`"${title}"`) && !rest.includes(`"${title}"`))
        this.kept.delete(title);
  }

  /** Does one thing in one tab; what it refuses must be a sentence. */
  async act(tab: 0 | 1, act: Act): Promise<void> {
    const here = this.tabs[tab];
    if (act !== 'undo' && act !== 'redo') await this.giveUpUndone();
    const record = await here.exercises.get(this.id);
    const title = `T${++this.serial}`;
    try {
      if (act === 'delete' && record) await deleteExercise(here, record);
      if (act === 'undo') await undoOrRedo(here, LIBRARY, 'undo');
      if (act === 'redo') await undoOrRedo(here, LIBRARY, 'redo');
      if (act === 'import') await importProject(here, this.file!, 'Import');
      if (act === 'rename' && record) {
        await renameExercise(here, record, title);
        this.kept.add(title);
      }
      if (act === 'edit' && record) {
        await commit(here, this.id, 'Title', [{ table: 'exercises', id: this.id, set: { title } }]);
        this.kept.add(title);
      }
      if (act === 'bring back') {
        const [first] = await readShelf(here);
        if (first) await bringBack(here, first.id);
      }
    } catch (error) {
      expect(error).toBeInstanceOf(ConflictError);
      expect((error as Error).message).toMatch(/^[“A-Z].*\.$/);
    }
  }

  /** Everything that was ever kept stands in a table, on the shelf, or in a step that can be taken. */
  async check(): Promise<void> {
    const [here] = this.tabs;
    const [exercises, shelf, log] = await Promise.all([
      here.exercises.toArray(),
      here.shelf.toArray(),
      here.log.toArray(),
    ]);
    const text = JSON.stringify([exercises, shelf, log]);
    for (const title of this.kept) expect(text).toContain(`"${title}`);
    // It is in one place only, and never gone.
    const isThere = exercises.some(({ id }) => id === this.id);
    const isShelved = shelf.some(({ id, why }) => id === this.id && why === 'deleted');
    expect([isThere, isShelved].filter(Boolean)).toHaveLength(1);
    const tombs = await here.tombstones.get(['exercises', this.id]);
    expect(tombs !== undefined).toBe(!isThere);
    for (const { passageHash: hash } of exercises) expect(await here.passages.get(hash)).toBeDefined();
  }

  close(): void {
    this.tabs.forEach((tab) => tab.close());
  }
}

async function played(acts: readonly (readonly [0 | 1, Act])[]): Promise<void> {
  const model = new TwoTabs();
  await model.begin();
  for (const [tab, act] of acts) {
    await model.act(tab, act);
    await model.check();
  }
  model.close();
}

describe('two tabs', () => {
  it('lose nothing in any order of two actions', async () => {
    // After a change by the other, what is taken back or brought back is no longer as it was. By turns with and without; thoroughly both.
    for (const [at, first] of ACTS.entries())
      for (const [then, second] of ACTS.entries())
        for (const changed of process.env.THOROUGH ? [true, false] : [(at + then) % 2 === 0])
          await played([...(changed ? ([[1, 'edit']] as const) : []), [0, first], [1, second]]);
  });

  it('lose nothing in random orders', async () => {
    const acts = fc.array(fc.tuple(fc.constantFrom(0 as const, 1 as const), fc.constantFrom(...ACTS)), {
      minLength: 3,
      maxLength: 9,
    });
    await fc.assert(fc.asyncProperty(acts, played), { numRuns: process.env.THOROUGH ? 400 : 8 });
  });
});

it('numbers of a log are never given twice', async () => {
  const entries: (LogEntry | null)[] = [];
  for (let at = 0; at < 5; at++)
    entries.push(
      await commit(db, LIBRARY, 'New', [
        {
          table: 'exercises',
          create: {
            ...newExercise(`E${at}`, emptyPassage()),
            id: newId(),
            passageHash: '',
            archivedAt: null,
          },
        } as never,
      ]),
    );
  expect(entries.map((entry) => entry!.seq)).toEqual([1, 2, 3, 4, 5]);
});
