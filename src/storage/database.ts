/** The browser's database: the only place that knows IndexedDB. */
import { Dexie, type EntityTable, type Table } from 'dexie';
import {
  ME,
  NEW_PLAYER,
  type ExerciseRecord,
  type LadderRecord,
  type LogEntry,
  type PassageRecord,
  type PlayerRecord,
  type RunRecord,
  type SignRecord,
  type ShelvedRecord,
  type Tombstone,
} from '@/core';
import type { DayRecord } from '@/core/record';
import type { MetaRecord } from './kept';
import { newId, timestamp } from './sources';
import { VERSIONS } from './versions';

/** A record that the schema refuses, taken out of its table as it was. */
export interface AsideRecord {
  readonly id: string;
  readonly table: string;
  readonly raw: unknown;
  readonly why: string;
  readonly at: string;
}

declare const opaque: unique symbol;

/** The database, for those who do not look into it: it is handed to the queries of this room. */
export interface DatabaseHandle {
  readonly [opaque]: true;
}

export class Database extends Dexie implements DatabaseHandle {
  declare readonly [opaque]: true;

  exercises!: EntityTable<ExerciseRecord, 'id'>;
  passages!: EntityTable<PassageRecord, 'hash'>;
  players!: EntityTable<PlayerRecord, 'id'>;
  ladders!: EntityTable<LadderRecord, 'id'>;
  runs!: EntityTable<RunRecord, 'id'>;
  signs!: EntityTable<SignRecord, 'id'>;
  /** Added up from runs; never in a file. */
  days!: Table<DayRecord, [string, string, string]>;
  tombstones!: Table<Tombstone, [string, string]>;
  log!: EntityTable<LogEntry, 'id'>;
  shelf!: Table<ShelvedRecord, [string, string, string]>;
  aside!: EntityTable<AsideRecord, 'id'>;
  meta!: EntityTable<MetaRecord, 'key'>;

  constructor(name: string) {
    super(name);
    for (const { version, stores, upgrade } of VERSIONS) {
      const declared = this.version(version).stores(stores);
      if (upgrade) declared.upgrade(upgrade);
    }
    this.on('populate', (transaction) => {
      const at = timestamp();
      const deviceId = newId();
      const kept: MetaRecord[] = [
        { key: 'deviceId', value: deviceId },
        { key: 'currentPlayer', value: ME },
      ];
      void transaction.table('meta').bulkAdd(kept);
      const me: PlayerRecord = {
        id: ME,
        revision: 1,
        createdAt: at,
        updatedAt: at,
        deviceId,
        // Nothing was said of it yet: every other version of it is newer.
        versions: {},
        ...NEW_PLAYER,
        name: 'Me',
      };
      void transaction.table('players').add(me);
    });
  }
}

/** Something about the database that the user must know. */
export type DatabaseNotice = 'blocked' | 'newerVersion' | null;

type Listener = (notice: DatabaseNotice) => void;

const listeners = new Set<Listener>();
let notice: DatabaseNotice = null;
let opened: Database | null = null;

function announce(next: DatabaseNotice): void {
  notice = next;
  for (const listener of listeners) listener(next);
}

/** Calls back when another tab holds up, or has taken over, the database. */
export function onDatabaseNotice(listener: Listener): () => void {
  listeners.add(listener);
  listener(notice);
  return () => listeners.delete(listener);
}

/** What is in the database. For this room alone. */
export const tables = (db: DatabaseHandle): Database => db as Database;

/** The database of the application, opened at first use. */
export function database(): DatabaseHandle {
  if (!opened) {
    opened = new Database('yardfell');
    opened.on('blocked', () => announce('blocked'));
    opened.on('ready', () => announce(null));
    opened.on('versionchange', () => {
      // Another tab needs a newer version: let it have the database rather than hold it up.
      opened?.close();
      announce('newerVersion');
    });
  }
  return opened;
}
