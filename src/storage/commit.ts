/** Carrying out changes: loaded after the page, before the first of them. */
import type { LogEntry } from '@/core';
import type { DatabaseHandle } from './database';
import type { CommitOptions, Edit } from './scopes';

/** Loads what writing needs. */
export const writing = (): Promise<typeof import('./log')> => import('./log');

/** As `commit` of the log, not within a transaction. */
export async function commit(
  db: DatabaseHandle,
  scope: string,
  label: string,
  edits: readonly Edit[],
  options: CommitOptions = {},
): Promise<LogEntry | null> {
  return (await writing()).commit(db, scope, label, edits, options);
}
