/**
 * One exercise being worked on: shown at once, written at once, in the order of the edits. What another tab wrote in the
 * meantime wins; the edit that was based on older notes is given up and the editor says so.
 */
import type { Exercise } from '@/core';
import { afterPaint } from './afterPaint';
import { tables, watch, type DatabaseHandle } from './database';
import { dropEdits, journalEdit, readyForEdits, type Journalled } from './journal';
import { exerciseOf, justBegunOf, takeJustBegun } from './library';
import { rememberHash } from './knownHashes';
import { undoOrRedo } from './late';
import { hashing } from './lateHashing';
import { commit } from './commit';
import { ConflictError, FIRST_REVISION, isNoRoom, undoable } from './scopes';
import type { UndoOutcome } from './undo';

/**
 * `unwritten`: a new exercise could not be written at all yet. `unread`: what is kept could not be read; an edit that
 * failed with it stays on screen.
 */
export type SaveProblem = 'conflict' | 'full' | 'failed' | 'unwritten' | 'unread';

export interface EditorState {
  readonly status: 'loading' | 'missing' | 'ready';
  readonly exercise: Exercise | null;
  readonly saving: boolean;
  readonly problem: SaveProblem | null;
  /** What undo and redo would do, by label. */
  readonly undo: string | null;
  readonly redo: string | null;
}

const LOADING: EditorState = {
  status: 'loading',
  exercise: null,
  saving: false,
  problem: null,
  undo: null,
  redo: null,
};

export class ExerciseEditor {
  private state = LOADING;
  private revision = 0;
  private queue: Promise<void> = Promise.resolve();
  private waiting = 0;
  /** How many there were: what was read before one of them is old. */
  private edits = 0;
  private readonly listeners = new Set<() => void>();
  /** Of an exercise that was begun in this tab and is not written yet: tried before all else, until it succeeds. */
  private firstWrite: (() => Promise<unknown>) | null = null;
  /** What is on screen but found no room yet; the next edit writes it too. */
  private readonly unsaved = new Set<keyof Exercise>();
  /** Settled when edits can be put into the journal; before that none is taken. */
  private journal: Promise<void> = Promise.resolve();
  /** In the journal, but carried out or given up: they need not be done again at the next start. */
  private done: Journalled[] = [];
  private unwatch: (() => void) | null = null;

  constructor(
    private readonly db: DatabaseHandle,
    readonly id: string,
  ) {
    // A view may be drawn and given up before it stands: only who opens it takes it.
    const begun = justBegunOf(id);
    if (begun) {
      // It is not saved before its first writing, also in the first picture.
      this.state = { ...LOADING, status: 'ready', exercise: begun.exercise, saving: true };
      this.revision = FIRST_REVISION;
      this.firstWrite = begun.write;
    }
  }

  /** Begins to follow the record; returns what ends it. */
  open(): () => void {
    takeJustBegun(this.id);
    this.journal = readyForEdits(this.db).catch(() => undefined);
    if (this.firstWrite) this.enqueue(() => Promise.resolve());
    const watched = async () => ({
      record: await tables(this.db).exercises.get(this.id),
      labels: await undoable(this.db, this.id),
    });
    this.unwatch = watch(this.db, watched, {
      next: ({ record, labels: next }) => {
        if (this.waiting > 0) return;
        this.set({ undo: next.undo, redo: next.redo });
        if (!record || record.revision !== this.revision || this.state.status !== 'ready')
          this.reload().catch(() => this.set({ problem: 'unread' }));
      },
      error: () => this.set({ problem: 'unread' }),
    });
    return () => this.unwatch?.();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): EditorState => this.state;

  private set(next: Partial<EditorState>): void {
    const changed = Object.entries(next).some(
      ([key, value]) => this.state[key as keyof EditorState] !== value,
    );
    if (!changed) return;
    this.state = { ...this.state, ...next };
    for (const listener of this.listeners) listener();
  }

  /** Shows what is kept, unless more work than `own` (the caller's) is still to be written. */
  private async reload(own = 0): Promise<void> {
    const before = this.edits;
    const record = await tables(this.db).exercises.get(this.id);
    const kept = record && (await tables(this.db).passages.get(record.passageHash));
    if (!record || !kept) {
      this.set({ status: 'missing', exercise: null });
      return;
    }
    if (this.state.status === 'loading') await this.journal;
    const labels = await undoable(this.db, this.id);
    // Nothing is waited for from here on: an edit that came in between would be shown no more, and what follows built without it.
    if (this.waiting > own || this.edits !== before) return;
    this.revision = record.revision;
    this.unsaved.clear();
    rememberHash(kept.passage, record.passageHash);
    this.set({ status: 'ready', exercise: exerciseOf(record, kept.passage), ...labels });
  }

  /** Changes the exercise. Edits in a row with one merge key are taken back together. */
  edit(label: string, change: (exercise: Exercise) => Exercise, mergeKey?: string): void {
    const before = this.state.exercise;
    if (!before) return;
    const after = change(before);
    if (after === before) return;
    const keys = (Object.keys(after) as (keyof Exercise)[]).filter((key) => after[key] !== before[key]);
    if (keys.length === 0) return;
    // Into the journal before anything else, the drawing included: what is on screen is then on its way to the disk.
    const isBegun = this.firstWrite !== null;
    const edit = { exerciseId: this.id, label, mergeKey: mergeKey ?? null, before, after, keys, isBegun };
    const journalled = journalEdit(this.db, edit);
    this.edits++;
    this.set({ exercise: after, undo: label, redo: null });
    this.enqueue(async () => {
      const toWrite = [...new Set([...this.unsaved, ...keys])];
      const { fieldsToKeep } = await hashing();
      const { set, passage } = fieldsToKeep(after, toWrite);
      const entry = await commit(this.db, this.id, label, [{ table: 'exercises', id: this.id, set }], {
        passages: passage ? [passage] : [],
        expect: { table: 'exercises', id: this.id, revision: this.revision },
        ...(mergeKey === undefined ? {} : { mergeKey }),
      }).finally(() => this.done.push(journalled));
      this.unsaved.clear();
      if (entry) this.revision += 1;
    }, keys);
  }

  /** Takes back the last action, or does it again. What came of it is handed to `told`, also why it was refused. */
  undo(way: 'undo' | 'redo', told?: (came: UndoOutcome | string | null) => void): void {
    this.enqueue(async () => {
      // What is taken back would else be done again at the next start.
      await this.forget();
      const came = await undoOrRedo(this.db, this.id, way).catch((error: unknown) => {
        if (!(error instanceof ConflictError) || !told) throw error;
        return error.message;
      });
      told?.(came);
      if (came) await this.reload(1);
    });
  }

  /** Takes out of the journal what is done. */
  private forget(): Promise<void> {
    return dropEdits(this.db, this.done.splice(0));
  }

  /** Waits until everything that was done is written. */
  settled(): Promise<void> {
    return this.queue;
  }

  dismiss(): void {
    this.set({ problem: null });
  }

  private enqueue(work: () => Promise<void>, keys: readonly (keyof Exercise)[] = []): void {
    this.waiting++;
    this.set({ saving: true });
    this.queue = Promise.all([this.queue, afterPaint()]).then(async () => {
      let failed: SaveProblem | null = null;
      try {
        await this.firstWrite?.();
        this.firstWrite = null;
        await work();
      } catch (error) {
        failed = problemOf(error);
        if (failed !== 'full' && this.firstWrite) failed = 'unwritten';
      }
      this.waiting--;
      try {
        await this.showKept(failed, keys);
      } catch {
        // The edits that follow are written all the same.
        if (failed) for (const key of keys) this.unsaved.add(key);
        this.set({ problem: 'unread' });
        if (this.waiting === 0) this.set({ saving: false });
      }
    });
  }

  /** After an edit was written, or has failed. */
  private async showKept(failed: SaveProblem | null, keys: readonly (keyof Exercise)[]): Promise<void> {
    if (failed) {
      this.set({ problem: failed });
      // What has no room, or was never written, stays on screen, so that it can still be saved or written later;
      // otherwise show what is really kept.
      if (failed === 'full' || failed === 'unwritten') for (const key of keys) this.unsaved.add(key);
      else await this.reload();
    }
    if (this.waiting === 0) await this.forget();
    if (this.waiting > 0) return;
    const labels = await undoable(this.db, this.id);
    if (this.waiting > 0) return;
    // What had not been written before is written with what follows it; an edit that was given up remains one.
    const isMended = !failed && this.unsaved.size === 0 && !isGivenUp(this.state.problem);
    this.set({ saving: false, ...labels, ...(isMended ? { problem: null } : {}) });
  }
}

/** Whether an edit was lost by it, and what is shown is what is kept. */
export function isGivenUp(problem: SaveProblem | null): problem is 'conflict' | 'failed' {
  return problem === 'conflict' || problem === 'failed';
}

function problemOf(error: unknown): SaveProblem {
  if (error instanceof ConflictError) return 'conflict';
  return isNoRoom(error) ? 'full' : 'failed';
}
