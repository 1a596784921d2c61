/** Whether what is kept holds together, and putting right what does not. What is replaced or taken out lies aside as it was. */
import {
  canonicalJson,
  ME,
  passageHash,
  PROJECT_VERSION,
  type PassageRecord,
  type RunRecord,
  TABLE_NAMES,
  titleOf,
} from '@/core';
import { tables } from './database';
import type { AsideRecord, DatabaseHandle } from './handle';
import type { CheckedTable, Damaged } from './kept';
import { note, noted } from './meta';
import { daysOfRuns, refreshAllDays } from './days';
import { journalOf } from './journal';
import { newId, timestamp } from './sources';

const CHECKED_TABLES: readonly CheckedTable[] = [...TABLE_NAMES, 'passages'];

/** Judges records of a table: what is wrong with each, or null. */
export type Judge = (table: CheckedTable, records: readonly unknown[]) => Promise<readonly (string | null)[]>;

/** So many records are judged at once, so that the page stays at hand. */
const CHUNK = 1000;

const keyOf = (record: { id?: unknown; hash?: unknown }) => String(record.id ?? record.hash);

/** The records that the schema refuses. */
export async function findDamaged(db: DatabaseHandle, judge: Judge): Promise<Damaged[]> {
  const damaged: Damaged[] = [];
  for (const table of CHECKED_TABLES) {
    const keys = await tables(db).table(table).toCollection().primaryKeys();
    for (let from = 0; from < keys.length; from += CHUNK) {
      const records = (await tables(db)
        .table(table)
        .bulkGet(keys.slice(from, from + CHUNK))) as object[];
      const faults = await judge(table, records);
      faults.forEach((why, at) => {
        const record = records[at] as { id?: unknown; hash?: unknown };
        if (why !== null) damaged.push({ table, id: keyOf(record), title: titleOf(record), why });
      });
    }
  }
  return damaged;
}

/** What is known of damaged records without looking again; null: nothing was looked at in this version yet. */
export async function knownDamage(db: DatabaseHandle): Promise<readonly Damaged[] | null> {
  const known = await noted(db, 'damage');
  return known?.version === PROJECT_VERSION ? known.damaged : null;
}

/** Looks for damaged records and remembers what was found. */
export async function lookForDamage(db: DatabaseHandle, judge: Judge): Promise<readonly Damaged[]> {
  const damaged = await findDamaged(db, judge);
  await note(db, 'damage', { version: PROJECT_VERSION, damaged });
  return damaged;
}

async function putAside(db: DatabaseHandle, { table, id, why }: Damaged): Promise<unknown> {
  const raw: unknown = await tables(db).table(table).get(id);
  const aside: AsideRecord = { id: newId(), table, raw, why, at: timestamp() };
  if (raw !== undefined) await tables(db).aside.add(aside);
  return raw;
}

/** How a record is mended: what can be kept of it; null where nothing can. Loaded with the schema. */
export interface Menders {
  readonly record: (
    table: CheckedTable,
    raw: unknown,
  ) => { readonly record: object; readonly lost: readonly string[] } | null;
  readonly passage: (
    raw: unknown,
  ) => { readonly passage: PassageRecord; readonly lost: readonly string[] } | null;
}

/**
 * Mends a record with what can be saved of it; the record as it was lies aside.
 * @returns the fields that could not be kept; null where nothing could be saved, and nothing was changed.
 */
export async function mendDamaged(
  db: DatabaseHandle,
  damaged: Damaged,
  menders: Menders,
): Promise<readonly string[] | null> {
  const { table, id } = damaged;
  return tables(db).transaction(
    'rw',
    [tables(db).table(table), tables(db).exercises, tables(db).passages, tables(db).aside],
    async () => {
      const raw: unknown = await tables(db).table(table).get(id);
      if (table === 'passages') {
        const found = menders.passage((raw as { passage?: unknown } | undefined)?.passage);
        if (!found) return null;
        await putAside(db, damaged);
        await tables(db).passages.delete(id);
        await tables(db).passages.put(found.passage);
        await tables(db)
          .exercises.where('passageHash')
          .equals(id)
          .modify({ passageHash: found.passage.hash });
        return found.lost;
      }
      const found = menders.record(table, raw);
      if (!found) return null;
      await putAside(db, damaged);
      await tables(db).table(table).put(found.record);
      return found.lost;
    },
  );
}

/** Takes a damaged record out of its table, as it is. The built-in player stays: without it nobody could practise. */
export async function setAside(db: DatabaseHandle, damaged: Damaged): Promise<void> {
  const { table, id } = damaged;
  if (table === 'players' && id === ME) throw new Error('“Me” cannot be set aside; mend it instead.');
  await tables(db).transaction('rw', [tables(db).table(table), tables(db).aside], async () => {
    await putAside(db, damaged);
    await tables(db).table(table).delete(id);
  });
}

/** What lies aside, the latest first. */
export async function readAside(db: DatabaseHandle): Promise<AsideRecord[]> {
  return (await tables(db).aside.toArray()).sort((a, b) => b.at.localeCompare(a.at));
}

/** What does not hold together. */
export interface Integrity {
  readonly counts: Readonly<Record<string, number>>;
  /** Passages whose content does not give the hash under which they are kept. */
  readonly wrongHashes: readonly string[];
  /** Titles of exercises whose notes are not there. */
  readonly withoutNotes: readonly string[];
  /** Runs of exercises that are deleted: they stay in the logbook. */
  readonly runsOfDeleted: number;
  /** Runs whose notes are not there, so that their drill cannot be cut. */
  readonly runsWithoutNotes: number;
  /** Days that are not what their runs add up to. */
  readonly wrongDays: number;
}

/** The tables whose records are counted. */
const COUNTED = [
  'exercises',
  'passages',
  'players',
  'ladders',
  'runs',
  'signs',
  'lessons',
  'weeks',
  'takes',
  'days',
  'shelf',
  'log',
  'aside',
] as const;
export type CountedTable = (typeof COUNTED)[number];

function daysApart(kept: readonly object[], recounted: readonly object[]): number {
  const key = (day: object) => {
    const { playerId, exerciseId, day: on } = day as Record<string, string>;
    return `${playerId} ${exerciseId} ${on}`;
  };
  const byKey = new Map(kept.map((day) => [key(day), canonicalJson(day)]));
  const wrong = recounted.filter((day) => {
    const there = byKey.get(key(day));
    byKey.delete(key(day));
    return there !== canonicalJson(day);
  });
  return wrong.length + byKey.size;
}

/** Recounts what can be recounted. */
export async function checkIntegrity(db: DatabaseHandle): Promise<Integrity> {
  const counts: Record<string, number> = {};
  for (const table of COUNTED) counts[table] = await tables(db).table(table).count();
  const wrongHashes: string[] = [];
  const hashes = new Set<string>();
  await tables(db).passages.each(({ hash, passage }) => {
    hashes.add(hash);
    if (passageHash(passage) !== hash) wrongHashes.push(hash);
  });
  const exercises = await tables(db).exercises.toArray();
  const ids = new Set(exercises.map(({ id }) => id));
  const runs: RunRecord[] = await tables(db).runs.toArray();
  return {
    counts,
    wrongHashes,
    withoutNotes: exercises.filter(({ passageHash: hash }) => !hashes.has(hash)).map(({ title }) => title),
    runsOfDeleted: runs.filter(({ exerciseId }) => !ids.has(exerciseId)).length,
    runsWithoutNotes: runs.filter(({ passageHash: hash }) => !hashes.has(hash)).length,
    wrongDays: daysApart(await tables(db).days.toArray(), daysOfRuns(runs)),
  };
}

/** Adds every day up anew from its runs. */
export async function mendDays(db: DatabaseHandle): Promise<void> {
  await tables(db).transaction('rw', tables(db).runs, tables(db).days, () => refreshAllDays(db));
}

/** Keeps passages under the hash that their content gives, and exercises with them. */
export async function mendHashes(db: DatabaseHandle, hashes: readonly string[]): Promise<void> {
  await tables(db).transaction('rw', tables(db).passages, tables(db).exercises, async () => {
    for (const hash of hashes) {
      const kept = await tables(db).passages.get(hash);
      if (!kept) continue;
      const right = passageHash(kept.passage);
      await tables(db).passages.put({ hash: right, passage: kept.passage });
      await tables(db).exercises.where('passageHash').equals(hash).modify({ passageHash: right });
      await tables(db).passages.delete(hash);
    }
  });
}

/** Every table as it is, whatever the schema says: the last way out. */
export async function rawDump(db: DatabaseHandle): Promise<string> {
  const dump: Record<string, unknown[]> = {};
  await tables(db).transaction('r', tables(db).tables, async () => {
    for (const table of tables(db).tables) dump[table.name] = await table.toArray();
  });
  dump.journal = await journalOf(db).edits.toArray();
  // What a folder's handle is cannot be written down, and is nobody's business.
  return JSON.stringify({ dumpedAt: timestamp(), tables: dump }, null, 1);
}
