'use client';
import { HardDriveDownload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { database, keepViewSettings, type BackupState, type ViewSettings } from '@/storage';
import { backupState, keepBackupState } from '@/storage/backup';
import { attempt } from '@/work/perform';
import { Menu } from '../controls/Menu';
import type { MenuAction } from '../controls/props';
import { say } from '../controls/say';
import { exportLibrary } from './exportLibrary';
import { momentText } from '@/ui/dayText';
import { useKept } from './useKept';
import { useView } from './viewSettings';

type Picker = (options: { mode: 'readwrite'; id: string }) => Promise<FileSystemDirectoryHandle>;
type Asking = FileSystemDirectoryHandle & {
  requestPermission?: (of: { mode: 'readwrite' }) => Promise<PermissionState>;
};

const picker = (): Picker | undefined =>
  (globalThis as unknown as { showDirectoryPicker?: Picker }).showDirectoryPicker;

/** When all was last saved, in words. */
export function backupText({ folder, folderName, lastAt, lastWay, fault }: BackupState): string {
  const when = momentText(lastAt);
  const last =
    lastWay === null
      ? 'Never backed up'
      : lastWay === 'export'
        ? `Last exported ${when}`
        : `Last backup ${when} in “${folderName}”`;
  const failed = fault === '' ? '' : `; the last try failed: ${fault}`;
  return `${last}${failed}${folder === null || lastWay !== null ? '' : `, into “${folderName}”`}`;
}

async function backUp(state: BackupState): Promise<void> {
  const permission = await (state.folder as Asking).requestPermission?.({ mode: 'readwrite' });
  if (permission !== undefined && permission !== 'granted')
    throw new Error('The browser was not allowed to write into the folder.');
  const { backUpNow } = await import('@/work/givingOut');
  say(`The backup is written: ${await backUpNow()}.`);
}

async function chooseFolder(pick: Picker): Promise<void> {
  let folder: FileSystemDirectoryHandle;
  try {
    folder = await pick({ mode: 'readwrite', id: 'yardfell-backup' });
  } catch (error) {
    // The user closed the picker.
    if ((error as Error).name === 'AbortError') return;
    throw error;
  }
  await keepBackupState(database(), { folder, folderName: folder.name || 'this folder', fault: '' });
  const { backUpNow } = await import('@/work/givingOut');
  say(
    `The first backup is written: ${await backUpNow()}. One more follows after each day's work; ten are kept.`,
  );
}

async function turnView(view: ViewSettings): Promise<void> {
  const isStudents = !view.isStudents;
  await keepViewSettings(database(), { isStudents });
  say(
    isStudents
      ? 'The student’s view: week, practice, logbook and handout. The way back is in the same menu.'
      : 'The teacher’s view, with everything.',
  );
}

/** What is done with all that is kept: saved, backed up, looked after. */
export function DataMenu() {
  const router = useRouter();
  const state = useKept(() => backupState(database()));
  const view = useView();
  const pick = picker();
  const section = state ? backupText(state) : 'Your data';
  const items: MenuAction[] = [
    ...(state?.folder
      ? [{ id: 'now', name: 'Back up now', run: () => attempt('The backup', () => backUp(state)) }]
      : []),
    ...(pick
      ? [
          {
            id: 'folder',
            name: state?.folder ? 'Another folder for backups …' : 'Choose a folder for backups …',
            run: () => attempt('The backup', () => chooseFolder(pick), 'Nothing was lost.'),
          },
        ]
      : []),
    { id: 'export', name: 'Export all as a file', run: () => attempt('Exporting', exportLibrary) },
    { id: 'files', name: 'Files given and taken', run: () => router.push('/files') },
    {
      id: 'view',
      name: view.isStudents ? 'The teacher’s view' : 'The student’s view',
      run: () => attempt('Changing the view', () => turnView(view)),
    },
    { id: 'health', name: 'Health of your data', run: () => router.push('/health') },
  ].map((item) => ({ ...item, section }));
  return <Menu label="Your data" icon={<HardDriveDownload size={16} aria-hidden />} items={items} />;
}
