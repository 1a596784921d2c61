'use client';
import { sizeText } from '@/core';
import { askToPersist, database } from '@/storage';
import { backupState } from '@/storage/backup';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { backupText } from '@/ui/shell/DataMenu';
import { download } from '@/ui/shell/download';
import { exportLibrary } from '@/ui/shell/exportLibrary';
import { OFFLINE } from '@/ui/shell/offline';
import type { Room } from '@/work/health';
import { rawLibrary } from '@/work/givingOut';
import { attempt } from '@/work/perform';
import { Facts, Part } from './parts';
import { useKept } from '@/ui/shell/useKept';
import { useStore } from '@/ui/shell/useStore';

/** Bytes in words; null where the browser does not tell. */
const bytesText = (bytes: number | null) => (bytes === null ? 'not told' : sizeText(bytes));

/** Whether Yardfell opens without a network, in words. */
const ALONE = {
  absent: 'not in this browser',
  preparing: 'being prepared',
  ready: 'opens and works',
  failed: 'not yet',
} as const;

/** Where everything is kept, how much room there is, and the ways to keep it elsewhere. */
export function Safety({ room, onAsked }: { room: Room | null; onAsked: () => void }) {
  const state = useKept(() => backupState(database()));
  const offline = useStore(OFFLINE);
  return (
    <Part title="Where it is kept, and how safe">
      <Facts>
        <div>
          <dt>Taken, Yardfell included</dt>
          <dd>{room ? bytesText(room.usedBytes) : '…'}</dd>
        </div>
        <div>
          <dt>Room in this browser</dt>
          <dd>{room ? bytesText(room.quotaBytes) : '…'}</dd>
        </div>
        <div>
          <dt>May the browser clear it</dt>
          <dd>
            {room?.isPersistent === null ? 'not told' : room?.isPersistent ? 'no' : 'when it needs room'}
          </dd>
        </div>
        <div>
          <dt>Without a network</dt>
          <dd>{ALONE[offline.status]}</dd>
        </div>
      </Facts>
      {offline.fault ? <p role="status">Without a network it does not work yet. {offline.fault}</p> : null}
      <p>
        Everything is in this browser alone. {state ? backupText(state) : ''}.
        {state?.folder
          ? ''
          : ' A folder for backups can be chosen behind the drive sign at the top, where the browser allows it.'}
      </p>
      <div className="acts">
        {room?.isPersistent === false ? (
          <Button
            onPress={() =>
              attempt('Asking', async () => {
                const isPromised = await askToPersist();
                say(
                  isPromised
                    ? 'The browser promised to keep it.'
                    : 'The browser did not promise. It does so for pages that are used often, bookmarked or installed.',
                );
                onAsked();
              })
            }
          >
            Ask the browser to keep it
          </Button>
        ) : null}
        <Button look="primary" onPress={() => attempt('Exporting', exportLibrary)}>
          Export all as a file
        </Button>
        <Button
          onPress={() =>
            attempt('Saving it raw', async () => {
              const { name, text } = await rawLibrary();
              download(name, text);
            })
          }
        >
          Save everything raw
        </Button>
      </div>
      <p>
        The file can be taken in again. Raw holds every record as it is, also those that cannot be read; it is
        for looking into, not for taking in.
      </p>
    </Part>
  );
}
