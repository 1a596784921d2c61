/** Files between a teacher and a student: what was prepared goes out, and the record comes back. */
import {
  ME,
  NO_RECORDS,
  type ExerciseRecord,
  type Parcel,
  type Project,
  type RunRecord,
  type SiblingRecord,
  type TableName,
  type Tombstone,
} from '@/core';
import { standing } from '@/core/record';
import { tables, type DatabaseHandle } from './database';
import { refreshAllDays } from './days';
import type { GivenFile } from './kept';
import { COMMIT_TABLES, deviceIdOf } from './log';
import { ladderId } from './ladderId';
import { note, noted } from './meta';
import { nextStamp, readBeside } from './beside';
import { LIBRARY } from './scopes';
import { newId, timestamp } from './sources';
import { weekId } from './weekId';

/** What goes with a file besides its records. */
export type Words = Pick<Parcel, 'words' | 'warmUp'>;

/** Rows of some tables, of deletions and of versions side by side. */
const ofTables = <One extends { readonly table: TableName }>(
  rows: readonly One[],
  names: readonly TableName[],
): One[] => rows.filter(({ table }) => names.includes(table));

/** The notes of whatever is in a project. */
async function passagesOf(
  db: DatabaseHandle,
  named: readonly { readonly passageHash: string }[],
  siblings: readonly SiblingRecord[],
): Promise<Project['passages']> {
  const hashes = new Set(named.map(({ passageHash }) => passageHash));
  for (const { record } of siblings)
    if (typeof record?.passageHash === 'string') hashes.add(record.passageHash);
  return (await tables(db).passages.bulkGet([...hashes])).flatMap((one) => one ?? []);
}

/** Exercises, with the drills that were cut out of them. */
async function withDrills(db: DatabaseHandle, ids: readonly string[]): Promise<ExerciseRecord[]> {
  const [own, drills] = await Promise.all([
    tables(db).exercises.bulkGet([...ids]),
    tables(db)
      .exercises.where('drill.parentId')
      .anyOf([...ids])
      .toArray(),
  ]);
  return [...new Map([...own, ...drills].flatMap((one) => (one ? [[one.id, one] as const] : []))).values()];
}

/** Deletions and versions beside the shown ones travel too: what was deleted must not come back, and nothing is settled by travelling. */
async function besides(
  db: DatabaseHandle,
  names: readonly TableName[],
  isMeant: (row: { readonly table: TableName; readonly id: string }) => boolean,
): Promise<{ tombstones: Tombstone[]; siblings: SiblingRecord[] }> {
  const [tombstones, beside] = await Promise.all([
    tables(db).tombstones.toArray(),
    tables(db).siblings.toArray(),
  ]);
  return {
    tombstones: ofTables(tombstones, names),
    siblings: ofTables(beside, names)
      .filter(isMeant)
      .map(({ key: _, ...one }) => one),
  };
}

/** What a student is given: the exercises with their drills and ladders, the weeks from a Monday on, warm-up and words. No record, no lesson book. */
export async function studentParcel(
  db: DatabaseHandle,
  playerId: string,
  exerciseIds: readonly string[],
  fromMonday: string,
  words: Words,
): Promise<Project> {
  const exercises = await withDrills(db, exerciseIds);
  const ids = new Set(exercises.map(({ id }) => id));
  const [player, all, weeks] = await Promise.all([
    tables(db).players.get(playerId),
    tables(db).ladders.where('[playerId+exerciseId]').between([playerId, ''], [playerId, '\uffff']).toArray(),
    tables(db)
      .weeks.where('[playerId+monday]')
      .between([playerId, fromMonday], [playerId, '\uffff'])
      .toArray(),
  ]);
  const ladders = all.filter(({ exerciseId }) => ids.has(exerciseId));
  const given = new Set([...ids, ...[...ladders, ...weeks].map(({ id }) => id), playerId]);
  const beside = await besides(db, ['exercises', 'ladders', 'weeks', 'players'], ({ id }) => given.has(id));
  return {
    ...NO_RECORDS,
    exportedAt: timestamp(),
    exercises,
    ladders,
    weeks,
    players: player ? [player] : [],
    passages: await passagesOf(db, exercises, beside.siblings),
    ...beside,
    parcel: { to: 'student', playerId, ...words },
    backup: null,
  };
}

/** What comes back: all that is on record of a student here, with the exercises that it is about. The lesson book stays. */
export async function recordParcel(db: DatabaseHandle, playerId: string, words: Words): Promise<Project> {
  const [from, to] = [
    [playerId, ''],
    [playerId, '\uffff'],
  ];
  const [player, ladders, runs, signs, takes, weeks] = await Promise.all([
    tables(db).players.get(playerId),
    tables(db).ladders.where('[playerId+exerciseId]').between(from, to).toArray(),
    tables(db).runs.where('[playerId+day]').between(from, to).toArray(),
    tables(db).signs.where('[playerId+day]').between(from, to).toArray(),
    tables(db).takes.where('[playerId+day]').between(from, to).toArray(),
    tables(db).weeks.where('[playerId+monday]').between(from, to).toArray(),
  ]);
  const named = [
    ...[...ladders, ...runs, ...signs, ...takes].map(({ exerciseId }) => exerciseId),
    ...weeks.flatMap(({ wishes, sessions }) => [
      ...wishes.map(({ exerciseId }) => exerciseId),
      ...sessions.flatMap(({ visits }) => visits.map(({ exerciseId }) => exerciseId)),
    ]),
  ];
  const exercises = await withDrills(db, [...new Set(named)]);
  const given = new Set([...exercises, ...ladders, ...weeks].map(({ id }) => id).concat(playerId));
  const names = ['exercises', 'ladders', 'weeks', 'players', 'runs', 'signs', 'takes'] as const;
  const beside = await besides(db, names, ({ id }) => given.has(id));
  return {
    ...NO_RECORDS,
    exportedAt: timestamp(),
    ...{ exercises, ladders, runs, signs, takes, weeks, players: player ? [player] : [] },
    passages: await passagesOf(db, [...exercises, ...runs, ...takes], beside.siblings),
    ...beside,
    parcel: { to: 'teacher', playerId, ...words },
    backup: null,
  };
}

/** Files that were given out are remembered so many. */
const MOST_GIVEN = 200;

/** What was given out, the latest first. */
export const givenFiles = async (db: DatabaseHandle): Promise<readonly GivenFile[]> =>
  (await noted(db, 'given')) ?? [];

/** Notes that a file was given out. */
export async function noteGiven(db: DatabaseHandle, given: Omit<GivenFile, 'id' | 'at'>): Promise<void> {
  await tables(db).transaction('rw', tables(db).meta, async () => {
    const all = [{ ...given, id: newId(), at: timestamp() }, ...(await givenFiles(db))];
    await note(db, 'given', all.slice(0, MOST_GIVEN));
  });
}

/** What moved from “me” to a student, and what had to stay. */
export interface Moved {
  readonly runs: number;
  readonly others: number;
  /** Ladders and weeks of “me” where the student has one: they stay with “me”. */
  readonly left: number;
}

/**
 * From now on this browser is a student's: what “me” had becomes theirs, before any of it leaves the browser, so that on the teacher's
 * side it is known whose it is.
 */
export async function becomeStudent(db: DatabaseHandle, playerId: string): Promise<Moved> {
  return tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const deviceId = await deviceIdOf(db);
    const beside = await readBeside(db);
    let [runs, others, left] = [0, 0, 0];
    const { runs: allRuns, signs, takes, ladders, weeks, lessons } = tables(db);
    const mine = [
      [ME, ''],
      [ME, '\uffff'],
    ] as const;
    runs = await allRuns
      .where('[playerId+day]')
      .between(...mine)
      .modify({ playerId });
    for (const kept of [signs, takes])
      others += await kept
        .where('[playerId+day]')
        .between(...mine)
        .modify({ playerId });
    const stamped = <One extends Parameters<typeof nextStamp>[1]>(
      table: TableName,
      record: One,
      change: object,
    ) => ({
      ...record,
      ...change,
      ...nextStamp(table, record, deviceId, beside),
    });
    for (const lesson of await lessons
      .where('[playerId+day]')
      .between(...mine)
      .toArray()) {
      await lessons.put(stamped('lessons', lesson, { playerId }));
      others++;
    }
    for (const ladder of await ladders
      .where('[playerId+exerciseId]')
      .between(...mine)
      .toArray()) {
      const there = await ladders
        .where('[playerId+exerciseId]')
        .equals([playerId, ladder.exerciseId])
        .count();
      if (there > 0) left++;
      else {
        await ladders.delete(ladder.id);
        const id = ladderId(playerId, ladder.exerciseId);
        await ladders.put({ ...stamped('ladders', ladder, { playerId }), id });
        others++;
      }
    }
    for (const week of await weeks
      .where('[playerId+monday]')
      .between(...mine)
      .toArray()) {
      const id = weekId(playerId, week.monday);
      if (await weeks.get(id)) left++;
      else {
        await weeks.delete(week.id);
        await weeks.put({ ...stamped('weeks', week, { playerId }), id });
        others++;
      }
    }
    for (const kind of ['sitting', 'session'] as const) {
      const row = await tables(db).meta.get(`${kind}:${ME}`);
      if (!row) continue;
      await tables(db).meta.delete(`${kind}:${ME}`);
      const value = row.value as object | null;
      await tables(db).meta.put({ key: `${kind}:${playerId}`, value: value && { ...value, playerId } });
    }
    await note(db, 'self', playerId);
    await note(db, 'currentPlayer', playerId);
    await refreshAllDays(db);
    return { runs, others, left };
  });
}

/** A file that was taken in. */
export interface TakenFile {
  /** Of the action. */
  readonly id: string;
  readonly at: string;
  readonly name: string;
  readonly parcel: Parcel | null;
  readonly isTakenBack: boolean;
  /** How many records of each table it brought or changed. */
  readonly counts: Readonly<Partial<Record<TableName, number>>>;
  /** How many versions it laid beside what is shown. */
  readonly beside: number;
}

/** What was taken in, the latest first. */
export async function takenFiles(db: DatabaseHandle): Promise<TakenFile[]> {
  const entries = await tables(db)
    .log.where('[scope+seq]')
    .between([LIBRARY, -Infinity], [LIBRARY, Infinity])
    .filter(({ taking }) => taking !== undefined)
    .toArray();
  const runIds = entries.flatMap(({ changes }) =>
    changes.flatMap((one) => (one.table === 'runs' ? one.id : [])),
  );
  const runs = new Map(
    (await tables(db).runs.bulkGet(runIds)).flatMap((run) => (run ? [[run.id, run]] : [])),
  );
  return entries.reverse().map(({ id, at, taking, undone, changes }) => {
    const counts: Partial<Record<TableName, number>> = {};
    for (const { table } of changes) counts[table] = (counts[table] ?? 0) + 1;
    const beside = taking!.rows.filter(({ list, after }) => list === 'siblings' && after !== null).length;
    // A run that was put right is one run. Of a file that was taken back the log has them whole.
    const brought = changes.flatMap(({ table, id: of, after }) =>
      table === 'runs'
        ? (runs.get(of) ?? (after && 'corrects' in after ? (after as unknown as RunRecord) : []))
        : [],
    );
    if (brought.length > 0) counts.runs = standing(brought).length;
    return { id, at, name: taking!.name, parcel: taking!.parcel, isTakenBack: undone === 1, counts, beside };
  });
}
