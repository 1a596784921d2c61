/** Versions beside the ones that are shown: what a change descends from, and which of them it leaves behind. */
import {
  canonicalJson,
  chosenFrom,
  compareVersions,
  countedBeside,
  isUnchanging,
  joinedVersions,
  recordKey,
  sayingOf,
  type ChangeableStamp,
  type ChangeableTable,
  type RecordStamp,
  type SiblingRecord,
  type TableName,
  type Tombstone,
  type Versions,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import type { KeptSibling } from './kept';
import { newId, timestamp } from './sources';

/** All versions that lie beside others, by table and id. */
export type Beside = ReadonlyMap<string, readonly KeptSibling[]>;

/** A record of which the vector may not be known yet. */
export type Stamped = RecordStamp & { readonly versions?: ChangeableStamp['versions'] };

/** A version as it lies beside the one that is shown. */
export const asSibling = (
  table: ChangeableTable,
  id: string,
  versions: Versions,
  record: SiblingRecord['record'],
): KeptSibling => ({ table, id, key: canonicalJson(versions), versions, record });

/** All that lies beside; most often nothing. */
export async function readBeside(db: DatabaseHandle): Promise<Beside> {
  const found = new Map<string, KeptSibling[]>();
  for (const one of await tables(db).siblings.toArray())
    found.set(recordKey(one), [...(found.get(recordKey(one)) ?? []), one]);
  return found;
}

/** What lies beside one record. */
export const besideOf = (beside: Beside, table: TableName, id: string): readonly KeptSibling[] =>
  beside.get(recordKey({ table, id })) ?? [];

/** The vector of a record after a change on this device: it descends from what it was, and from whatever says the same. */
export function versionsAfter(
  record: Stamped,
  beside: readonly KeptSibling[],
  deviceId: string,
  deleted?: Tombstone,
): Versions {
  const said = sayingOf(record);
  const isSame = ({ record: other }: KeptSibling) => other !== null && sayingOf(other as never) === said;
  const whole = [
    record.versions,
    deleted?.versions,
    ...beside.filter(isSame).map(({ versions }) => versions),
  ];
  const joined = whole.reduce<Versions>((one, other) => joinedVersions(one, other), {});
  const others = beside.filter((one) => !isSame(one)).map(({ versions }) => versions);
  return countedBeside(joined, deviceId, others, newId);
}

/** The vector of a choice: it descends from all that is known of a record. */
export const versionsOfChoice = (
  record: Stamped,
  beside: readonly KeptSibling[],
  deviceId: string,
  deleted?: Tombstone,
): Versions =>
  chosenFrom(
    [record.versions ?? {}, deleted?.versions ?? {}, ...beside.map(({ versions }) => versions)],
    deviceId,
  );

/** The fields of a record's stamp after a change on this device. */
export function nextStamp(
  table: TableName,
  record: Stamped,
  deviceId: string,
  beside: Beside,
  deleted?: Tombstone,
): Partial<ChangeableStamp> {
  const stamp = { revision: record.revision + 1, updatedAt: timestamp(), deviceId };
  if (isUnchanging(table)) return stamp;
  return { ...stamp, versions: versionsAfter(record, besideOf(beside, table, record.id), deviceId, deleted) };
}

/** Takes away what lies beside a record and what its new version descends from; within a transaction. */
export async function dropOutdated(
  db: DatabaseHandle,
  beside: readonly KeptSibling[],
  versions: Versions | undefined,
): Promise<void> {
  if (!versions || beside.length === 0) return;
  const outdated = beside.filter((one) =>
    ['older', 'same'].includes(compareVersions(one.versions, versions)),
  );
  await tables(db).siblings.bulkDelete(outdated.map(({ table, id, key }) => [table, id, key]));
}
