/** The whole library out to a project, and a project into the library. */
import {
  bareRecord,
  countedOn,
  joinedVersions,
  isUnchanging,
  ME,
  NO_RECORDS,
  planImport,
  TABLE_NAMES,
  titledAs,
  type Backup,
  type ChangeableTable,
  type Difference,
  type Exercise,
  type ExerciseRecord,
  type Here,
  type ImportPlan,
  type LogEntry,
  type Passage,
  type PassageRecord,
  type Project,
  type ShelvedRecord,
  type Tables,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { refreshAllDays } from './days';
import { recordFields } from './hashing';
import { commit, COMMIT_TABLES, deletedIds, deviceIdOf, readyForRuns, tableOf } from './log';
import { LIBRARY, type Edit } from './scopes';
import { backedSettings, keepBackedSettings } from './meta';
import { shelveVersions } from './shelf';
import { DEMO_STUDENT_HEADER } from './kept';
import { choosePlayer, currentPlayer } from './players';
import { newId, timestamp } from './sources';
import { weekId } from './weekId';

/** The tables that a backup holds. */
const BACKUP_TABLES = [...TABLE_NAMES, 'passages', 'tombstones', 'shelf', 'log', 'meta'] as const;

/** Everything that is kept, with settings, what can be undone and the shelf, as one consistent value. */
export async function exportProject(db: DatabaseHandle): Promise<Project> {
  return tables(db).transaction('r', BACKUP_TABLES, async () => {
    const lists = await Promise.all(TABLE_NAMES.map((name) => tableOf(db, name).toArray()));
    const records = Object.fromEntries(TABLE_NAMES.map((name, at) => [name, lists[at]])) as unknown as Tables;
    const { exercises, runs } = records;
    const [tombstones, log, shelf, settings] = await Promise.all([
      tables(db).tombstones.toArray(),
      tables(db).log.toArray(),
      tables(db).shelf.toArray(),
      backedSettings(db),
    ]);
    const hashes = new Set<string>([...exercises, ...runs].map(({ passageHash }) => passageHash));
    const sides = log.flatMap(({ changes }) => changes.flatMap(({ before, after }) => [before, after]));
    for (const fields of [...sides, ...shelf.map(({ record }) => record)])
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
    backup: null,
  };
}

/** Whether nothing was ever made in a library: a backup then comes back just as it was. */
export async function isEmptyLibrary(db: DatabaseHandle): Promise<boolean> {
  const counts = await Promise.all(
    [
      ...TABLE_NAMES.filter((name) => name !== 'players').map((name) => tableOf(db, name)),
      tables(db).tombstones,
      tables(db).shelf,
      tables(db).log,
    ].map((table) => table.count()),
  );
  const players = await tables(db).players.toArray();
  return (
    counts.every((count) => count === 0) && players.every(({ id, revision }) => id === ME && revision === 1)
  );
}

/** What taking a project in would do here. */
export async function readImportPlan(db: DatabaseHandle, project: Project): Promise<ImportPlan> {
  const here = await Promise.all(
    TABLE_NAMES.map(async (name) => {
      if (isUnchanging(name)) {
        // All keys at once: asking for thousands one by one takes seconds. What was deleted here stays deleted.
        const [kept, deleted] = await Promise.all([
          tableOf(db, name).toCollection().primaryKeys(),
          deletedIds(db, name),
        ]);
        return [name, new Set([...kept, ...deleted])] as const;
      }
      const kept = await tableOf(db, name).bulkGet(project[name].map(({ id }) => id));
      return [name, new Map(kept.flatMap((one) => (one ? [[one.id, one] as const] : [])))] as const;
    }),
  );
  return planImport(project, Object.fromEntries(here) as unknown as Here);
}

/** What becomes of a record that is here in another version. The version that is not taken goes on the shelf. */
export type ImportChoice = 'mine' | 'theirs' | 'copy';

/** The key of a difference among the choices. */
export const choiceKey = ({ table, id }: { table: ChangeableTable; id: string }) => `${table} ${id}`;

/** What happens where nothing is chosen: newer versions are taken, others are kept beside what is here. */
export function usualChoice({ table, order }: Difference): ImportChoice {
  if (order === 'newer') return 'theirs';
  return order === 'apart' && table === 'exercises' ? 'copy' : 'mine';
}

export interface ImportOptions {
  readonly choices?: ReadonlyMap<string, ImportChoice>;
  /** Take over the settings of a backup; left out: only into an empty library. */
  readonly withSettings?: boolean;
}

export interface ImportSummary {
  /** Exercises that are new here. */
  readonly added: number;
  /** Exercises that are here just the same. */
  readonly same: number;
  /** Records that are here but different: the imported exercise was kept as a copy. */
  readonly copied: number;
  /** … the version of the file was taken. */
  readonly replaced: number;
  /** … what is here was kept. */
  readonly kept: number;
  /** Other records that came: students, ladders, runs. */
  readonly others: { readonly players: number; readonly ladders: number; readonly runs: number };
  /** The action, to be undone; null where nothing was changed, or a backup was restored into an empty library. */
  readonly entry: LogEntry | null;
}

/** Everything just as it was, but for the device that writes from now on. */
async function restoreAll(db: DatabaseHandle, project: Project): Promise<void> {
  await tables(db).transaction('rw', [...BACKUP_TABLES, 'days'], async () => {
    const { passages, tombstones, backup } = project;
    await Promise.all([
      ...TABLE_NAMES.map((name) => tableOf(db, name).bulkPut([...project[name]])),
      tables(db).passages.bulkPut([...passages]),
      tables(db).tombstones.bulkPut([...tombstones]),
      tables(db).log.bulkPut([...(backup?.log ?? [])]),
      tables(db).shelf.bulkPut([...(backup?.shelf ?? [])]),
    ]);
    if (backup) await keepBackedSettings(db, backup.settings);
    await refreshAllDays(db);
  });
}

type Decided = { readonly edits: Edit[]; readonly shelved: Pick<ShelvedRecord, 'table' | 'record'>[] };

/** The edits that the choices come to, and the versions that are not taken. */
function decide(
  plan: ImportPlan,
  choices: ReadonlyMap<string, ImportChoice>,
  deviceId: string,
  newIds: Map<string, string>,
): Decided {
  const [edits, shelved]: [Edit[], Pick<ShelvedRecord, 'table' | 'record'>[]] = [[], []];
  const asFields = (record: object) => record as Readonly<Record<string, unknown>>;
  for (const difference of plan.differences) {
    const { table, id, here, there, order } = difference;
    const choice = choices.get(choiceKey(difference)) ?? usualChoice(difference);
    // A choice descends from both.
    const versions = countedOn(joinedVersions(here.versions, there.versions), deviceId);
    const revision = Math.max(here.revision, there.revision) + 1;
    if (choice === 'copy' && table === 'exercises') {
      const copyId = newId();
      newIds.set(id, copyId);
      const title = titledAs(there.title, '(from file)');
      edits.push({ table, create: { ...bareRecord(there), id: copyId, title } });
    } else if (choice === 'theirs') {
      const chosen = order === 'newer' ? there : { ...there, versions, revision };
      edits.push({ table, restore: chosen } as Edit);
      if (order !== 'newer') shelved.push({ table, record: asFields(here) });
    } else if (order !== 'older') {
      edits.push({ table, restore: { ...here, versions, revision } } as Edit);
      shelved.push({ table, record: asFields(there) });
    }
  }
  return { edits, shelved };
}

/** Passages and undo logs of what is new here, and what lies on the file's shelf. */
async function takeBackup(
  db: DatabaseHandle,
  backup: Backup | null,
  added: readonly ExerciseRecord[],
): Promise<void> {
  if (!backup) return;
  const scopes = new Set(added.map(({ id }) => id));
  const known = new Set(await tables(db).log.toCollection().primaryKeys());
  await tables(db).log.bulkPut(backup.log.filter(({ id, scope }) => scopes.has(scope) && !known.has(id)));
  for (const one of backup.shelf) {
    const isThere = await tables(db).table(one.table).get(one.id);
    if (!isThere) await tables(db).shelf.put(one);
  }
}

/**
 * Takes a checked project in as one action that can be undone. New records keep their own stamps; of a record that is here in
 * another version both stay reachable. Into an empty library everything comes back just as it was.
 */
export async function importProject(
  db: DatabaseHandle,
  project: Project,
  label: string,
  { choices = new Map(), withSettings }: ImportOptions = {},
): Promise<ImportSummary> {
  const plan = await readImportPlan(db, project);
  const { added, same } = plan;
  const others = { players: added.players.length, ladders: added.ladders.length, runs: added.runs.length };
  const counts = { added: added.exercises.length, same: same.exercises, others };
  if (project.backup && (await isEmptyLibrary(db))) {
    await restoreAll(db, project);
    return { ...counts, copied: 0, replaced: 0, kept: 0, entry: null };
  }
  const deviceId = await deviceIdOf(db);
  const newIds = new Map<string, string>();
  const { edits, shelved } = decide(plan, choices, deviceId, newIds);
  const [copied, replaced] = [
    newIds.size,
    plan.differences.filter((one) => (choices.get(choiceKey(one)) ?? usualChoice(one)) === 'theirs').length,
  ];
  for (const record of added.players) edits.push({ table: 'players', restore: record });
  for (const record of added.exercises) {
    // A drill belongs to the exercise that came with it, also where that came as a copy.
    const parentId = record.drill && newIds.get(record.drill.parentId);
    const drill = record.drill && parentId ? { ...record.drill, parentId } : record.drill;
    edits.push({ table: 'exercises', restore: { ...record, drill } });
  }
  for (const record of added.ladders) {
    const exerciseId = newIds.get(record.exerciseId);
    if (exerciseId)
      edits.push({ table: 'ladders', create: { ...bareRecord(record), id: newId(), exerciseId } });
    else edits.push({ table: 'ladders', restore: record });
  }
  // What refers to no exercise by a new id comes as it is.
  for (const table of ['runs', 'signs', 'lessons', 'weeks'] as const)
    for (const record of added[table]) edits.push({ table, restore: record } as Edit);
  const passages: readonly PassageRecord[] = project.passages;
  await readyForRuns();
  const entry = await tables(db).transaction('rw', COMMIT_TABLES, async () => {
    const done = await commit(db, LIBRARY, label, edits, { passages });
    if (done) await shelveVersions(db, shelved, done, done.at);
    await takeBackup(db, project.backup, added.exercises);
    if (withSettings && project.backup) await keepBackedSettings(db, project.backup.settings);
    return done;
  });
  const kept = plan.differences.length - copied - replaced;
  return { ...counts, copied, replaced, kept, entry };
}

/** Everything moved so that the last run was yesterday: a record that ended long ago says nothing about today. */
async function upToYesterday(project: Project): Promise<Project> {
  const { dayAfter, dayNumber, weekOf } = await import('@/core/record');
  const last = project.runs.reduce((latest, { day }) => (day > latest ? day : latest), '');
  if (last === '') return project;
  const days = dayNumber(timestamp().slice(0, 10)) - 1 - dayNumber(last);
  const dayLater = <Day extends string | null>(day: Day) => (day === null ? day : dayAfter(day, days)) as Day;
  const later = <T extends { readonly day: string; readonly at: string }>(record: T): T => {
    const day = dayLater(record.day);
    return { ...record, day, at: day + record.at.slice(10) };
  };
  return {
    ...project,
    runs: project.runs.map(later),
    signs: project.signs.map(later),
    lessons: project.lessons.map((lesson) => ({ ...lesson, day: dayLater(lesson.day) })),
    // A week begins on a Monday: by its last day, it is the one that yesterday lies in.
    weeks: project.weeks.map((week) => {
      const monday = weekOf(dayLater(dayAfter(week.monday, 6)));
      return { ...week, id: weekId(week.playerId, monday), monday };
    }),
    players: project.players.map((player) => ({
      ...player,
      createdAt: dayLater(player.createdAt.slice(0, 10)) + player.createdAt.slice(10),
      nextLesson: dayLater(player.nextLesson),
      archivedOn: dayLater(player.archivedOn),
      aims: player.aims.map((aim) => ({ ...aim, by: dayLater(aim.by) })),
    })),
  };
}

/** Fetches the demo library from the application's own server and adds it. */
export async function loadDemo(db: DatabaseHandle): Promise<ImportSummary> {
  const [response, { readProject }] = await Promise.all([fetch('/api/demo'), import('@/core/formats')]);
  const { project, problems } = readProject(await response.text());
  if (!project) throw new Error(problems[0]?.message ?? 'The demo library could not be read.');
  const isFirst = await isEmptyLibrary(db);
  const summary = await importProject(db, await upToYesterday(project), 'Load the demo library');
  // It opens on somebody with a record, unless a student was chosen here.
  const name = response.headers.get(DEMO_STUDENT_HEADER);
  const student = project.players.find((player) => player.name === name);
  if (isFirst && student && (await currentPlayer(db))?.id === ME) await choosePlayer(db, student.id);
  return summary;
}
