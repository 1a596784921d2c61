/** Giving everything out: as a file that is read back before it is given, into the backup folder, or raw. */
import { counted } from '@/core';
import type { RefusedRecord, WrittenProject } from '@/core/formats';
import { database, exportProject, nowMs, timestamp } from '@/storage';
import {
  backupState,
  isBackupDue,
  keepBackupState,
  lastChangeMs,
  noteBackup,
  writeBackupFile,
} from '@/storage/backup';
import { told } from './perform';

/** A file that is ready to be handed over. */
export interface ReadyFile {
  readonly name: string;
  readonly text: string;
}

/** What a file does not hold, in words; empty where it holds all. */
export function leftOutText({
  leftOut,
  isWithoutLog,
}: Pick<WrittenProject, 'leftOut' | 'isWithoutLog'>): string {
  const named = ({ list, title, id, why }: RefusedRecord) =>
    `${title ? `“${title}”` : `${list} ${id}`} (${why})`;
  const [first, ...others] = leftOut;
  const refused = first
    ? ` ${leftOut.length === 1 ? 'One record' : `${leftOut.length} records`} could not go into it: ${named(first)}${others.length > 0 ? ` and ${counted(others.length, 'other')}` : ''}. “Health of your data” shows them and saves them raw.`
    : '';
  const log = isWithoutLog ? ' What can be undone had to stay out: the file would be too long.' : '';
  return `${refused}${log}`;
}

async function written(): Promise<{ at: string; whole: WrittenProject }> {
  const [project, { writeProjectInWorker }] = await Promise.all([
    exportProject(database()),
    import('@/workers'),
  ]);
  const whole = await writeProjectInWorker(project);
  if (whole.fault !== null)
    throw new Error(`The file was written, but could not be read back (${whole.fault}), so it is not given.`);
  return { at: project.exportedAt, whole };
}

/** Everything as one file, read back already; what could not go into it is told. */
export async function wholeLibrary(): Promise<ReadyFile & { readonly isWhole: boolean }> {
  const { at, whole } = await written();
  const text = leftOutText(whole);
  if (text !== '') told(`The rest is saved.${text}`);
  // On a full disk that cannot be noted; the file goes out all the same.
  await noteBackup(database(), 'export').catch(() => undefined);
  return { name: `yardfell-${at.slice(0, 10)}.json`, text: whole.text, isWhole: whole.leftOut.length === 0 };
}

/** Every table as it is, as a file: the last way out. */
export async function rawLibrary(): Promise<ReadyFile> {
  const { rawDump } = await import('@/storage/health');
  return { name: `yardfell-raw-${timestamp().slice(0, 10)}.json`, text: await rawDump(database()) };
}

/** Writes everything into the backup folder now. @returns the name of the file. */
export async function backUpNow(): Promise<string> {
  const db = database();
  const { folder } = await backupState(db);
  if (!folder) throw new Error('No folder is chosen.');
  try {
    const { at, whole } = await written();
    const name = await writeBackupFile(folder, whole.text, at);
    await noteBackup(db, 'folder');
    return name;
  } catch (error) {
    await keepBackupState(db, { fault: (error as Error).message });
    throw error;
  }
}

/** Whether the browser still lets us write into the folder without asking. */
async function isAllowed(folder: FileSystemDirectoryHandle): Promise<boolean> {
  const asking = folder as FileSystemDirectoryHandle & {
    queryPermission?: (of: { mode: 'readwrite' }) => Promise<PermissionState>;
  };
  return !asking.queryPermission || (await asking.queryPermission({ mode: 'readwrite' })) === 'granted';
}

/** Writes a backup where one is due: a folder is chosen, something changed, and none was written today. */
export async function backUpWhereDue(): Promise<void> {
  const db = database();
  const state = await backupState(db);
  if (!isBackupDue(state, await lastChangeMs(db), nowMs())) return;
  if (!(await isAllowed(state.folder!))) {
    await keepBackupState(db, { fault: 'The browser asks again before it writes into the folder.' });
    return;
  }
  await backUpNow();
}
