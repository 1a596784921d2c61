/** What can be undone where, and what is asked of a change; the writing itself comes later (`commit`). */
import type { LogEntry, PassageRecord, Records, StampKey, TableName } from '@/core';
import { tables, type DatabaseHandle } from './database';

/** The revision of a record that was just made. */
export const FIRST_REVISION = 1;

/** The scope of actions on a player's record. */
export const recordScope = (playerId: string) => `record:${playerId}`;

/** The scope of actions on the library itself. */
export const LIBRARY = 'library';

type WithoutStamp<T> = Omit<T, StampKey> & { readonly id?: string };

/** A change that is asked for. */
export type Edit =
  | {
      [T in TableName]: {
        readonly table: T;
        readonly id: string;
        readonly set: Partial<Omit<Records[T], StampKey>>;
      };
    }[TableName]
  | { [T in TableName]: { readonly table: T; readonly create: WithoutStamp<Records[T]> } }[TableName]
  /** A record of a file, with its own stamp; what is there is replaced. */
  | { [T in TableName]: { readonly table: T; readonly restore: Records[T] } }[TableName]
  | { readonly table: TableName; readonly remove: string };

/** The browser has no room left for what was to be kept. */
export function isNoRoom(error: unknown): boolean {
  const names = [error, (error as { inner?: unknown } | null)?.inner].map(
    (one) => (one as { name?: string } | null)?.name,
  );
  return names.includes('QuotaExceededError');
}

/** A change was based on a record that has changed since; nothing was written. */
export class ConflictError extends Error {
  override readonly name = 'ConflictError';
}

/** What else belongs to a change. */
export interface CommitOptions {
  readonly passages?: readonly PassageRecord[];
  /** Refuse (with a ConflictError) if the record has another revision than this. */
  readonly expect?: { readonly table: TableName; readonly id: string; readonly revision: number };
  readonly mergeKey?: string;
}

/** The entry that undo (or redo) would take next. */
export async function entryFor(
  db: DatabaseHandle,
  scope: string,
  undone: 0 | 1,
): Promise<LogEntry | undefined> {
  const from = (side: 0 | 1, seq: number) =>
    tables(db).log.where('[scope+undone+seq]').between([scope, side, seq], [scope, side, Infinity]);
  const last = await from(0, -Infinity).last();
  // A file that was taken back long ago stays on its list, but is not what redo does next.
  return undone === 0 ? last : from(1, last?.seq ?? -Infinity).first();
}

/** What undo and redo would do now, by label. */
export async function undoable(
  db: DatabaseHandle,
  scope: string,
): Promise<{ undo: string | null; redo: string | null }> {
  const [undo, redo] = await Promise.all([entryFor(db, scope, 0), entryFor(db, scope, 1)]);
  return { undo: undo?.label ?? null, redo: redo?.label ?? null };
}
