/** Backups in a folder of the user's: written under a new dated name, read back, then the oldest is removed. */
import { tables, type DatabaseHandle } from './database';
import type { BackupState } from './kept';
import { note, noted } from './meta';
import { nowMs, timestamp } from './sources';

/** So many files of backups stay in the folder. */
export const BACKUPS_KEPT = 10;

/** After so many days of changes without a backup or an export a word is said. */
export const REMIND_AFTER_DAYS = 7;

const DAY_MS = 86_400_000;

const NO_BACKUP: BackupState = {
  folder: null,
  folderName: '',
  lastMs: null,
  lastAt: '',
  lastWay: null,
  fault: '',
  putOffMs: 0,
};

/** What is known of backups. */
export async function backupState(db: DatabaseHandle): Promise<BackupState> {
  return { ...NO_BACKUP, ...(await noted(db, 'backup')) };
}

/** Keeps what changed of it. */
export async function keepBackupState(db: DatabaseHandle, change: Partial<BackupState>): Promise<void> {
  await tables(db).transaction('rw', tables(db).meta, async () => {
    await note(db, 'backup', { ...(await backupState(db)), ...change });
  });
}

/** Notes that all of it has just gone out. */
export async function noteBackup(db: DatabaseHandle, lastWay: 'folder' | 'export'): Promise<void> {
  await keepBackupState(db, { lastMs: nowMs(), lastAt: timestamp(), lastWay, fault: '' });
}

/** When something was changed last, in milliseconds since 1970; null: never. */
export async function lastChangeMs(db: DatabaseHandle): Promise<number | null> {
  return (await tables(db).log.orderBy('touchedMs').last())?.touchedMs ?? null;
}

/** Whether the folder should get a new file: something changed, and none was written today. */
export function isBackupDue(state: BackupState, changedMs: number | null, now: number): boolean {
  if (!state.folder || changedMs === null) return false;
  if (state.lastMs === null || state.lastWay !== 'folder') return true;
  const isOtherDay = new Date(state.lastMs).toDateString() !== new Date(now).toDateString();
  return changedMs > state.lastMs && isOtherDay;
}

/** Days since what is kept last went out, where it is time to say so; null: it is not. */
export function reminderDays(
  state: BackupState,
  firstChangeMs: number | null,
  changedMs: number | null,
  now: number,
): number | null {
  if (changedMs === null || firstChangeMs === null) return null;
  const since = state.lastMs ?? firstChangeMs;
  if (changedMs <= since && state.lastMs !== null) return null;
  const days = Math.floor((now - Math.max(since, state.putOffMs)) / DAY_MS);
  return days >= REMIND_AFTER_DAYS ? Math.floor((now - since) / DAY_MS) : null;
}

/** When the earliest change that is still in the log was made. */
export async function firstChangeMs(db: DatabaseHandle): Promise<number | null> {
  return (await tables(db).log.where('touchedMs').above(0).first())?.touchedMs ?? null;
}

const PATTERN = /^yardfell-backup-\d{4}-\d{2}-\d{2}-\d{6}(-\d+)?\.json$/;

async function backupsIn(folder: FileSystemDirectoryHandle): Promise<string[]> {
  const names: string[] = [];
  for await (const name of folder.keys()) if (PATTERN.test(name)) names.push(name);
  // By what stands before the suffix: a second file of one moment comes after the first.
  const stem = (name: string) => name.replace(/\.json$/, '');
  return names.sort((a, b) => (stem(a) < stem(b) ? -1 : 1));
}

/**
 * Writes a text into the folder under a name of its own, reads it back, and then removes the oldest files beyond ten.
 * @returns the name of the file.
 * @throws Error where it could not be written, or came back otherwise; nothing older was removed then.
 */
export async function writeBackupFile(
  folder: FileSystemDirectoryHandle,
  text: string,
  at: string,
): Promise<string> {
  const stem = `yardfell-backup-${at.slice(0, 10)}-${at.slice(11, 19).replaceAll(':', '')}`;
  const alike = (await backupsIn(folder)).filter((name) => name.startsWith(stem));
  // After the last of that moment, not in a place that became free: the oldest are removed by their names.
  const last = /-(\d{3})\.json$/.exec(alike.at(-1) ?? '')?.[1];
  const name =
    alike.length === 0 ? `${stem}.json` : `${stem}-${String(Number(last ?? 1) + 1).padStart(3, '0')}.json`;
  const file = await folder.getFileHandle(name, { create: true });
  const writing = await file.createWritable();
  await writing.write(text);
  await writing.close();
  const back = await (await file.getFile()).text();
  if (back !== text) {
    await folder.removeEntry(name);
    throw new Error('The file in the folder did not come back as it was written.');
  }
  const all = await backupsIn(folder);
  for (const old of all.slice(0, Math.max(0, all.length - BACKUPS_KEPT))) await folder.removeEntry(old);
  return name;
}
