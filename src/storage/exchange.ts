/** The whole library, or a part of it, out to a project. */
import {
  NO_RECORDS,
  TABLE_NAMES,
  type Backup,
  type Exercise,
  type ExerciseRecord,
  type Passage,
  type Project,
  type Tables,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { recordFields } from './hashing';
import { deviceIdOf, tableOf } from './log';
import { backedSettings } from './meta';
import { timestamp } from './sources';

/** The tables that a backup holds. */
const BACKUP_TABLES = [...TABLE_NAMES, 'passages', 'tombstones', 'siblings', 'shelf', 'log', 'meta'] as const;

/** Everything that is kept, with settings, what can be undone and the shelf, as one consistent value. */
export async function exportProject(db: DatabaseHandle): Promise<Project> {
  return tables(db).transaction('r', BACKUP_TABLES, async () => {
    const lists = await Promise.all(TABLE_NAMES.map((name) => tableOf(db, name).toArray()));
    const records = Object.fromEntries(TABLE_NAMES.map((name, at) => [name, lists[at]])) as unknown as Tables;
    const { exercises, runs, takes } = records;
    const [tombstones, beside, log, shelf, settings] = await Promise.all([
      tables(db).tombstones.toArray(),
      tables(db).siblings.toArray(),
      tables(db).log.toArray(),
      tables(db).shelf.toArray(),
      backedSettings(db),
    ]);
    const hashes = new Set<string>([...exercises, ...runs, ...takes].map(({ passageHash }) => passageHash));
    const sides = log.flatMap(({ changes }) => changes.flatMap(({ before, after }) => [before, after]));
    const siblings = beside.map(({ key: _, ...one }) => one);
    const taken = log.flatMap(({ taking }) =>
      (taking?.rows ?? []).flatMap(({ before, after }) => [before, after]),
    );
    const others = [...siblings, ...taken].map((one) => (one && 'record' in one ? one.record : null));
    for (const fields of [...sides, ...shelf.map(({ record }) => record), ...others])
      if (typeof fields?.passageHash === 'string') hashes.add(fields.passageHash);
    const passages = (await tables(db).passages.bulkGet([...hashes])).filter(
      (passage) => passage !== undefined,
    );
    const backup: Backup = { settings, log, shelf };
    return {
      ...records,
      exportedAt: timestamp(),
      passages,
      tombstones,
      siblings,
      parcel: null,
      backup,
    };
  });
}

/** An exercise as a view shows it, which may be newer than what is kept of it. */
export interface ShownExercise {
  readonly id: string;
  readonly exercise: Exercise;
}

/**
 * Some exercises with their ladders and the students of these, as a project. What is shown goes out, kept or not. Runs and signs stay here: what
 * is given to one student must not carry the record of another.
 */
export async function exportExercises(db: DatabaseHandle, shown: readonly ShownExercise[]): Promise<Project> {
  const ids = shown.map(({ id }) => id);
  const [kept, ladders, players, deviceId] = await Promise.all([
    tables(db).exercises.bulkGet(ids),
    tables(db).ladders.where('exerciseId').anyOf(ids).toArray(),
    tables(db).players.toArray(),
    deviceIdOf(db),
  ]);
  const exportedAt = timestamp();
  const passages = new Map<string, Passage>();
  const exercises = shown.map(({ id, exercise }, at): ExerciseRecord => {
    const stamp = { revision: 1, createdAt: exportedAt, updatedAt: exportedAt, deviceId };
    const made = { ...stamp, versions: { [deviceId]: 1 }, archivedAt: null };
    const record = { ...made, ...kept[at], ...recordFields(exercise), id };
    passages.set(record.passageHash, exercise.passage);
    return record;
  });
  const named = new Set(ladders.map(({ playerId }) => playerId));
  return {
    ...NO_RECORDS,
    exportedAt,
    exercises,
    passages: [...passages].map(([hash, passage]) => ({ hash, passage })),
    players: players.filter(({ id }) => named.has(id)),
    ladders,
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
}
