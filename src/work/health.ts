/** Looking after what is kept: what the page of its health shows and does. */
import { fieldName } from '@/core';
import { database, type Damaged } from '@/storage';
import {
  checkIntegrity,
  lookForDamage,
  mendDamaged,
  mendDays,
  mendHashes,
  setAside,
  type Integrity,
  type Menders,
} from '@/storage/health';

/** How much the browser holds and promises. Null: it does not say. */
export interface Room {
  readonly usedBytes: number | null;
  readonly quotaBytes: number | null;
  readonly isPersistent: boolean | null;
}

/** How much room there is. */
export async function readRoom(): Promise<Room> {
  const { storage } = navigator;
  const estimate = await storage?.estimate?.();
  return {
    usedBytes: estimate?.usage ?? null,
    quotaBytes: estimate?.quota ?? null,
    isPersistent: storage?.persisted ? await storage.persisted() : null,
  };
}

export interface Checked {
  readonly damaged: readonly Damaged[];
  readonly integrity: Integrity;
}

/** Looks at everything: each record by its schema, and whether all holds together. */
export async function checkAll(): Promise<Checked> {
  const { faultsInWorker } = await import('@/workers');
  const damaged = await lookForDamage(database(), faultsInWorker);
  return { damaged, integrity: await checkIntegrity(database()) };
}

async function menders(): Promise<Menders> {
  const { mendedPassage, mendedRecord, passageRecord } = await import('@/core/formats');
  return {
    record: mendedRecord,
    passage: (raw) => {
      const mended = mendedPassage(raw);
      return mended && { passage: passageRecord(mended.passage), lost: mended.lost };
    },
  };
}

const nameOf = ({ title, table }: Damaged) => (title === '' ? `one of the ${table}` : `“${title}”`);

/** Mends a record with what can be saved of it. @returns what came of it, in words. */
export async function mendOne(damaged: Damaged): Promise<string> {
  const lost = await mendDamaged(database(), damaged, await menders());
  if (lost === null)
    return `Nothing of ${nameOf(damaged)} could be saved. It can be set aside and saved raw. Nothing was changed.`;
  const what =
    lost.length === 0
      ? 'All of it could be kept'
      : `Taken as in a new record: ${lost.map(fieldName).join(', ')}`;
  return `Mended: ${nameOf(damaged)}. ${what}. As it was, it lies aside.`;
}

/** Takes a record out of use. @returns what came of it, in words. */
export async function setOneAside(damaged: Damaged): Promise<string> {
  await setAside(database(), damaged);
  return `${nameOf(damaged)} lies aside, as it was.`;
}

/** Puts right what can be recounted. */
export async function mendIntegrity({ wrongDays, wrongHashes }: Integrity): Promise<void> {
  if (wrongHashes.length > 0) await mendHashes(database(), wrongHashes);
  if (wrongDays > 0) await mendDays(database());
}
