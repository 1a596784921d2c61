/** The whole library out to a project, and a project into the library. */
import {
  bareRecord,
  canonicalJson,
  type Exercise,
  type ExerciseRecord,
  type Passage,
  type Project,
} from '@/core';
import type { Database } from './database';
import { recordFields } from './library';
import { commit, deletedIds, LIBRARY, type Edit } from './log';
import { newId, timestamp } from './sources';

/** Everything that is kept, undo logs apart, as one consistent value. */
export async function exportProject(db: Database): Promise<Project> {
  const tables = [db.exercises, db.passages, db.players, db.ladders, db.runs, db.tombstones];
  return db.transaction('r', tables, async () => {
    const [exercises, players, ladders, runs, tombstones] = await Promise.all([
      db.exercises.toArray(),
      db.players.toArray(),
      db.ladders.toArray(),
      db.runs.toArray(),
      db.tombstones.toArray(),
    ]);
    const hashes = [...new Set([...exercises, ...runs].map(({ passageHash }) => passageHash))];
    const passages = (await db.passages.bulkGet(hashes)).filter((passage) => passage !== undefined);
    return { exportedAt: timestamp(), exercises, passages, players, ladders, runs, tombstones };
  });
}

/** An exercise as a view shows it, which may be newer than what is kept of it. */
export interface ShownExercise {
  readonly id: string;
  readonly exercise: Exercise;
}

/**
 * Some exercises with their ladders and the students of these, as a project. What is shown goes out, kept or not. Runs stay here: what
 * is given to one student must not carry the record of another.
 */
export async function exportExercises(db: Database, shown: readonly ShownExercise[]): Promise<Project> {
  const ids = shown.map(({ id }) => id);
  const [kept, ladders, players] = await Promise.all([
    db.exercises.bulkGet(ids),
    db.ladders.where('exerciseId').anyOf(ids).toArray(),
    db.players.toArray(),
  ]);
  const exportedAt = timestamp();
  const passages = new Map<string, Passage>();
  const exercises = shown.map(({ id, exercise }, at): ExerciseRecord => {
    const stamp = { revision: 1, createdAt: exportedAt, updatedAt: exportedAt, deviceId: 'unsaved' };
    const record = { ...stamp, archivedAt: null, ...kept[at], ...recordFields(exercise), id };
    passages.set(record.passageHash, exercise.passage);
    return record;
  });
  const named = new Set(ladders.map(({ playerId }) => playerId));
  return {
    exportedAt,
    exercises,
    passages: [...passages].map(([hash, passage]) => ({ hash, passage })),
    players: players.filter(({ id }) => named.has(id)),
    ladders,
    runs: [],
    tombstones: [],
  };
}

export interface ImportSummary {
  readonly added: number;
  /** There already, just the same. */
  readonly same: number;
  /** There already but different: both are kept, the imported one as a copy. */
  readonly copied: number;
}

function content(record: object, leaveOut: readonly string[] = []): string {
  const stamp = ['revision', 'createdAt', 'updatedAt', 'deviceId', ...leaveOut];
  return canonicalJson(Object.fromEntries(Object.entries(record).filter(([key]) => !stamp.includes(key))));
}

/**
 * Adds a checked project as one action that can be undone. Nothing that is there is changed: an exercise that is there
 * with another content comes in as a copy.
 */
export async function importProject(db: Database, project: Project, label: string): Promise<ImportSummary> {
  const [exercises, players, ladders, runs, deleted] = await Promise.all([
    db.exercises.bulkGet(project.exercises.map((record) => record.id)),
    db.players.bulkGet(project.players.map((record) => record.id)),
    db.ladders.bulkGet(project.ladders.map((record) => record.id)),
    // All keys at once: asking for thousands one by one takes seconds.
    db.runs.toCollection().primaryKeys(),
    deletedIds(db, 'runs'),
  ]);
  // A run that was deleted here stays deleted.
  const known = new Set<string>([...runs, ...deleted]);
  const edits: Edit[] = [];
  const newIds = new Map<string, string>();
  let [added, same, copied] = [0, 0, 0];
  project.exercises.forEach((record, at) => {
    const there = exercises[at];
    if (!there) {
      added++;
      edits.push({ table: 'exercises', create: bareRecord(record) });
    } else if (content(there) === content(record)) same++;
    else {
      copied++;
      const id = newId();
      newIds.set(record.id, id);
      edits.push({
        table: 'exercises',
        create: { ...bareRecord(record), id, title: `${record.title} (from file)` },
      });
    }
  });
  // A drill belongs to the exercise that came with it, also where that came as a copy.
  const ofCopies = edits.map((edit): Edit => {
    const drill = 'create' in edit && edit.table === 'exercises' ? edit.create.drill : null;
    const parentId = drill && newIds.get(drill.parentId);
    if (!parentId || !('create' in edit) || edit.table !== 'exercises') return edit;
    return { ...edit, create: { ...edit.create, drill: { ...drill, parentId } } };
  });
  edits.splice(0, edits.length, ...ofCopies);
  project.players.forEach((record, at) => {
    if (!players[at]) edits.push({ table: 'players', create: bareRecord(record) });
  });
  project.ladders.forEach((record, at) => {
    const exerciseId = newIds.get(record.exerciseId);
    if (exerciseId)
      edits.push({ table: 'ladders', create: { ...bareRecord(record), id: newId(), exerciseId } });
    else if (!ladders[at]) edits.push({ table: 'ladders', create: bareRecord(record) });
  });
  project.runs.forEach((record) => {
    if (!known.has(record.id)) edits.push({ table: 'runs', create: bareRecord(record) });
  });
  await commit(db, LIBRARY, label, edits, { passages: project.passages });
  return { added, same, copied };
}

/** Runs moved so that the last of them was yesterday: a record that ended long ago says nothing about today. */
async function upToYesterday(project: Project): Promise<Project> {
  const { dayAfter, dayNumber } = await import('@/core/record');
  const last = project.runs.reduce((latest, { day }) => (day > latest ? day : latest), '');
  if (last === '') return project;
  const days = dayNumber(timestamp().slice(0, 10)) - 1 - dayNumber(last);
  return {
    ...project,
    runs: project.runs.map((run) => {
      const day = dayAfter(run.day, days);
      return { ...run, day, at: day + run.at.slice(10) };
    }),
  };
}

/** Fetches the demo library from the application's own server and adds it. */
export async function loadDemo(db: Database): Promise<ImportSummary> {
  const [response, { readProject }] = await Promise.all([fetch('/api/demo'), import('@/core/formats')]);
  const { project, problems } = readProject(await response.text());
  if (!project) throw new Error(problems[0]?.message ?? 'The demo library could not be read.');
  return importProject(db, await upToYesterday(project), 'Load the demo library');
}
