/** What other programs hand over: files opened with Yardfell, and what is shared to it. */
import { forgetShared, waitingShared } from '@/offline/sharing';
import { attempt } from './perform';

/** The browser's queue of files that were opened with an installed application. */
export interface LaunchQueue {
  setConsumer(take: (launch: { readonly files?: readonly FileSystemFileHandle[] }) => void): void;
}

const launchQueue = () => (globalThis as { launchQueue?: LaunchQueue }).launchQueue;

/** Takes in the files that the system opens with Yardfell, now and while the page is open. */
export function onOpened(take: (files: readonly File[]) => Promise<void>): void {
  launchQueue()?.setConsumer(({ files = [] }) => {
    if (files.length === 0) return;
    attempt('Opening the file', async () => take(await Promise.all(files.map((handle) => handle.getFile()))));
  });
}

let isTaking = false;

/** Takes in what was shared; it waits on where that fails. */
export async function takeShared(take: (files: readonly File[]) => Promise<void>): Promise<void> {
  // A question about a file may be open when the Library comes up once more.
  if (isTaking || typeof caches === 'undefined') return;
  isTaking = true;
  try {
    const files = await waitingShared();
    if (files.length === 0) return;
    await take(files);
    await forgetShared(files.length);
  } finally {
    isTaking = false;
  }
}
