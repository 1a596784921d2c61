/** IndexedDB by way of Dexie: loaded after the page, because the first screen stands before there is anything to read. */
import { Dexie, liveQuery, type EntityTable, type Observable, type Table } from 'dexie';
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
  type TakeRecord,
  type LessonRecord,
  type WeekRecord,
  type ShelvedRecord,
  type Tombstone,
} from '@/core';
import type { DayRecord } from '@/core/record';
import type { AsideRecord, DatabaseHandle, JournalEntry, opaque } from './handle';
import type { KeptSibling, MetaRecord } from './kept';
import { newId, timestamp } from './sources';
import { VERSIONS } from './versions';

/** What an entry of version 1 had instead of `notes`. */
interface FirstForm {
  passage?: PassageRecord | null;
}

const withoutHash = ({ passageHash: _, ...rest }: Readonly<Record<string, unknown>>) => rest;

/** The journal of edits on screen: a database of its own. */
export class Journal extends Dexie {
  edits!: EntityTable<JournalEntry, 'id'>;

  constructor(name: string) {
    super(name);
    this.version(1).stores({ edits: 'id' });
    // Notes were kept with their hash.
    this.version(2)
      .stores({ edits: 'id' })
      .upgrade((transaction) =>
        transaction
          .table('edits')
          .toCollection()
          .modify((entry: JournalEntry & FirstForm) => {
            const { passage, was, set } = entry;
            delete entry.passage;
            const before = { hash: String(was.passageHash) };
            Object.assign(entry, {
              was: withoutHash(was),
              set: withoutHash(set),
              notes: passage ? { before, after: passage.passage } : null,
            });
          }),
      );
  }
}

const journals = new Map<string, Journal>();

/** The tables of the application. */
export class Database extends Dexie implements DatabaseHandle {
  declare readonly [opaque]: true;

  exercises!: EntityTable<ExerciseRecord, 'id'>;
  passages!: EntityTable<PassageRecord, 'hash'>;
  players!: EntityTable<PlayerRecord, 'id'>;
  ladders!: EntityTable<LadderRecord, 'id'>;
  runs!: EntityTable<RunRecord, 'id'>;
  signs!: EntityTable<SignRecord, 'id'>;
  takes!: EntityTable<TakeRecord, 'id'>;
  lessons!: EntityTable<LessonRecord, 'id'>;
  weeks!: EntityTable<WeekRecord, 'id'>;
  /** Added up from runs; never in a file. */
  days!: Table<DayRecord, [string, string, string]>;
  tombstones!: Table<Tombstone, [string, string]>;
  siblings!: Table<KeptSibling, [string, string, string]>;
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

  /** The journal that belongs to these tables. */
  journal(): Journal {
    const name = `${this.name}-journal`;
    const known = journals.get(name);
    if (known) return known;
    const journal = new Journal(name);
    // Another tab may want it gone or newer: it opens again with the next edit.
    journal.on('versionchange', () => {
      journal.close({ disableAutoOpen: false });
    });
    journals.set(name, journal);
    return journal;
  }

  /** What a query gives, anew whenever that changes. */
  watch<Result>(query: () => Result | Promise<Result>): Observable<Result> {
    return liveQuery(query);
  }
}
