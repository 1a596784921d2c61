'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { counted } from '@/core';
import { database, nowMs } from '@/storage';
import { backupState, firstChangeMs, keepBackupState, lastChangeMs, reminderDays } from '@/storage/backup';
import { knownDamage } from '@/storage/health';
import { countUnsettled } from '@/storage/settling';
import { attempt } from '@/work/perform';
import { Button } from '../controls/Button';
import { exportLibrary } from './exportLibrary';
import { Line } from './noticeLook';
import { Renewal } from './Renewal';
import { useKept } from './useKept';

/** Damaged records, and work that is kept in this browser alone. */
export function LaterNotices() {
  const path = usePathname();
  const found = useKept(async () => {
    const db = database();
    const [state, first, last, known, inTwo] = await Promise.all([
      backupState(db),
      firstChangeMs(db),
      lastChangeMs(db),
      knownDamage(db),
      countUnsettled(db),
    ]);
    const damaged = known?.length ?? 0;
    // A folder gets its backups by itself; where that fails, it is said.
    const days = state.folder && state.fault === '' ? null : reminderDays(state, first, last, nowMs());
    return { days, damaged, inTwo, fault: state.folder ? state.fault : '' };
  });
  if (!found) return <Renewal />;
  return (
    <>
      <Renewal />
      {found.damaged > 0 && path !== '/health' ? (
        <Line role="alert">
          <span>
            {counted(found.damaged, 'record')} that {found.damaged === 1 ? 'is' : 'are'} kept here cannot be
            read as {found.damaged === 1 ? 'it' : 'they'} should be. Nothing was thrown away.
          </span>
          <Link href="/health">See and mend</Link>
        </Line>
      ) : null}
      {found.inTwo > 0 && path !== '/files' ? (
        <Line role="status">
          <span>
            {counted(found.inTwo, 'record')} {found.inTwo === 1 ? 'stands' : 'stand'} in two versions, changed
            here and elsewhere.
          </span>
          <Link href="/files">Compare and settle</Link>
        </Line>
      ) : null}
      {found.days !== null ? (
        <Line role="status">
          <span>
            {counted(found.days, 'day')} of work {found.days === 1 ? 'is' : 'are'} kept in this browser alone
            {found.fault ? `: the backup failed (${found.fault})` : ''}.
          </span>
          <Button onPress={() => attempt('Exporting', exportLibrary)}>Export all</Button>
          <Button
            look="quiet"
            onPress={() =>
              attempt('Putting it off', () => keepBackupState(database(), { putOffMs: nowMs() }))
            }
          >
            In a week
          </Button>
        </Line>
      ) : null}
    </>
  );
}
