/** The versions of the database and how each is made of the one before. */
import type { Transaction } from 'dexie';
import {
  ADDED_FIELDS,
  LAST_APART,
  ME,
  PROJECT_VERSION,
  TABLE_NAMES,
  TABLES_SINCE,
  upToDateEntry,
  upToDateRecord,
  upToDateShelved,
  upToDateSibling,
  upToDateTombstone,
  type Tombstone,
} from '@/core';

/** Gives every set-up a limit of stretch, also those that undo and redo bring back. */
async function withStretchLimits(transaction: Transaction): Promise<void> {
  const complete = (fields: object | null) => {
    const { setup } = (fields ?? {}) as { setup?: object };
    if (setup) Object.assign(setup, { ...ADDED_FIELDS.stretchLimit, ...setup });
  };
  await transaction.table('players').toCollection().modify(complete);
  await transaction
    .table('log')
    .toCollection()
    .modify((entry: { changes: { table: string; before: object | null; after: object | null }[] }) => {
      for (const { table, before, after } of entry.changes)
        if (table === 'players') [before, after].forEach(complete);
    });
}

interface Version {
  readonly version: number;
  readonly stores: Record<string, string>;
  readonly upgrade?: (transaction: Transaction) => Promise<unknown>;
}

/** Adds fields to the records that have none of them yet, and to the whole records that undo and redo bring back. */
async function addFields(
  transaction: Transaction,
  missing: Partial<Record<Tombstone['table'], object>>,
): Promise<void> {
  for (const [table, fields] of Object.entries(missing))
    await transaction
      .table(table)
      .toCollection()
      .modify((record: object) => {
        Object.assign(record, { ...fields, ...record });
      });
  await transaction
    .table('log')
    .toCollection()
    .modify((entry: { changes: { table: string; before: object | null; after: object | null }[] }) => {
      for (const { table, before, after } of entry.changes) {
        const whole = before === null ? after : after === null ? before : null;
        const fields = missing[table as Tombstone['table']];
        if (whole && fields) Object.assign(whole, { ...fields, ...whole });
      }
    });
}

/** Gives records that may change the vector that their revision stands for, also those that undo and redo bring back. */
async function withVersions(transaction: Transaction): Promise<void> {
  const vector = (
    record: { id?: string; deviceId?: string; revision?: number; versions?: object } | null,
  ) => {
    if (record?.deviceId === undefined || record.revision === undefined) return;
    // Of the built-in player nothing was said while its revision is the first.
    record.versions ??=
      record.id === ME && record.revision === 1 ? {} : { [record.deviceId]: record.revision };
  };
  for (const table of ['exercises', 'players', 'ladders'])
    await transaction.table(table).toCollection().modify(vector);
  await transaction
    .table('tombstones')
    .toCollection()
    .modify((tombstone: { versions?: object }) => {
      tombstone.versions ??= {};
    });
  await transaction
    .table('log')
    .toCollection()
    .modify(
      (entry: {
        touchedMs?: number;
        changes: { table: string; before: object | null; after: object | null }[];
      }) => {
        entry.touchedMs ??= 0;
        for (const { table, before, after } of entry.changes)
          if (table !== 'runs') [before, after].forEach(vector);
      },
    );
}

/** The versions that were counted apart from those of project files. None is changed. */
const COUNTED_APART: readonly Version[] = [
  {
    version: 1,
    stores: {
      exercises: 'id, updatedAt, passageHash',
      passages: 'hash',
      players: 'id',
      ladders: 'id, [playerId+exerciseId], exerciseId',
      tombstones: '[table+id]',
      log: 'id, [scope+seq]',
      meta: 'key',
    },
  },
  {
    // Undo looks entries up by whether they are undone; text typed in a row is one action.
    version: 2,
    stores: { log: 'id, [scope+seq], [scope+undone+seq]' },
    upgrade: (transaction) =>
      transaction
        .table('log')
        .toCollection()
        .modify((entry: { mergeKey?: string | null }) => {
          entry.mergeKey ??= null;
        }),
  },
  {
    // A ladder is more than its start; an exercise knows the file it came from and the teacher's own cues.
    version: 3,
    stores: {},
    upgrade: (transaction) =>
      addFields(transaction, {
        ladders: ADDED_FIELDS.ladderClimbs,
        exercises: ADDED_FIELDS.exerciseOrigin,
      }),
  },
  {
    // An exercise may name the picking hand.
    version: 4,
    stores: {},
    upgrade: (transaction) => addFields(transaction, { exercises: ADDED_FIELDS.exerciseHand }),
  },
  {
    // An exercise may keep the recipe of its notes; a hand has a limit of stretch.
    version: 5,
    stores: {},
    upgrade: async (transaction) => {
      await addFields(transaction, { exercises: ADDED_FIELDS.exerciseRecipe });
      await withStretchLimits(transaction);
    },
  },
  {
    // An exercise may keep the brief that it was composed to, and what it was cut out of.
    version: 6,
    stores: { exercises: 'id, updatedAt, passageHash, drill.parentId' },
    upgrade: (transaction) => addFields(transaction, { exercises: ADDED_FIELDS.exerciseBrief }),
  },
  {
    // Runs and the days they add up to; ladders of every kind; more is known of a student.
    version: 7,
    stores: {
      runs: 'id, [playerId+exerciseId+day], [playerId+day], passageHash, corrects, sessionId',
      days: '[playerId+exerciseId+day], [playerId+day], exerciseId',
    },
    upgrade: async (transaction) => {
      await addFields(transaction, {
        ladders: ADDED_FIELDS.ladderSteps,
        players: ADDED_FIELDS.playerParticulars,
      });
    },
  },
  {
    // A run may be of a part of the exercise; before, that was not told.
    version: 8,
    stores: {},
    upgrade: (transaction) => addFields(transaction, { runs: ADDED_FIELDS.runPart }),
  },
  {
    // What may change has a version vector; what is taken away lies on a shelf; damaged records lie aside.
    version: 9,
    stores: {
      log: 'id, [scope+seq], [scope+undone+seq], touchedMs',
      shelf: '[table+id+action], action, shelvedAt, [table+id]',
      aside: 'id',
    },
    upgrade: withVersions,
  },
  {
    // What a hand said is on record; days know their stretches; a sitting holds several exercises.
    version: 10,
    stores: { signs: 'id, [playerId+day], exerciseId' },
    upgrade: async (transaction) => {
      await transaction.table('meta').where('key').startsWith('practice:').delete();
      // Added up anew after the start: a damaged run must not keep the database shut.
      await transaction
        .table('days')
        .toCollection()
        .modify((day: { stretches?: unknown }) => {
          day.stretches ??= [];
        });
      await transaction.table('meta').put({ key: 'staleDays', value: true });
    },
  },
];

/** The version that brought versions side by side. */
const SIBLINGS_SINCE = 18;

/** Gives every record what it lacks, wherever it lies: in its table, on the shelf, and where undo and redo bring it back. */
const fillRecords = (version: number) => async (transaction: Transaction) => {
  const fill = <One>(table: string, filledOne: (one: One) => unknown) =>
    transaction
      .table(table)
      .toCollection()
      .modify((one: object, at: { value?: unknown }) => {
        at.value = filledOne(one as One);
      });
  for (const table of TABLE_NAMES.filter((name) => (TABLES_SINCE[name] ?? 0) <= version))
    await fill(table, (record) => upToDateRecord(table, record));
  await fill('tombstones', upToDateTombstone);
  if (version >= SIBLINGS_SINCE) await fill('siblings', upToDateSibling);
  await fill('shelf', upToDateShelved);
  await fill('log', upToDateEntry);
};

/** Tables that came with versions since. */
const STORES: Readonly<Record<number, Record<string, string>>> = {
  16: { lessons: 'id, [playerId+day]' },
  17: { weeks: 'id, [playerId+monday]' },
  18: {
    siblings: '[table+id+key]',
    runs: 'id, [playerId+exerciseId+day], [playerId+day], passageHash, corrects, sessionId, exerciseId',
  },
  19: { takes: 'id, [playerId+exerciseId+day], [playerId+day], passageHash, exerciseId' },
};

/** Every version that was ever shipped, oldest first. From the last apart on, each that brought fields to the records. */
export const VERSIONS: readonly Version[] = [
  ...COUNTED_APART,
  ...Array.from({ length: PROJECT_VERSION - LAST_APART }, (_, at) => ({
    version: LAST_APART + 1 + at,
    stores: STORES[LAST_APART + 1 + at] ?? {},
    upgrade: fillRecords(LAST_APART + 1 + at),
  })),
];
