/** What the library does to exercises and players, and what it reads. */
import {
  exerciseSaid,
  bareRecord,
  FIRST_TITLE,
  newExercise,
  numbered,
  titledAs,
  type DrillStage,
  type Exercise,
  type ExerciseRecord,
  type LadderRecord,
  type LogEntry,
  type Passage,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { keptLadder, scaledBpm } from './ladders';
import { hashing } from './lateHashing';
import { commit } from './commit';
import { LIBRARY, type Edit } from './scopes';
import { note, noted } from './meta';
import { newId } from './sources';

/** An exercise with its passage, as views read it. */
export interface LibraryItem {
  readonly record: ExerciseRecord;
  readonly exercise: Exercise;
  /** The tempo where the current player starts. */
  readonly startBpm: number;
}

/** Puts a record and its passage together. */
export const exerciseOf = (record: ExerciseRecord, passage: Passage): Exercise => ({
  ...exerciseSaid(record),
  passage,
});

/** All exercises with the tempos of a player. */
export async function readLibrary(db: DatabaseHandle, playerId: string): Promise<LibraryItem[]> {
  const [records, passages, ladders] = await Promise.all([
    tables(db).exercises.toArray(),
    tables(db).passages.toArray(),
    tables(db).ladders.where('[playerId+exerciseId]').between([playerId, ''], [playerId, '\uffff']).toArray(),
  ]);
  const byHash = new Map(passages.map(({ hash, passage }) => [hash, passage]));
  const bpmOf = new Map(ladders.map((ladder) => [ladder.exerciseId, ladder.startBpm]));
  const byId = new Map(records.map((record) => [record.id, record]));
  const inherited = ({ drill, startBpm }: ExerciseRecord) => {
    const parent = drill ? byId.get(drill.parentId) : undefined;
    const bpm = parent && bpmOf.get(parent.id);
    return bpm === undefined ? undefined : scaledBpm(bpm, startBpm / parent!.startBpm);
  };
  return records.flatMap((record) => {
    const passage = byHash.get(record.passageHash);
    if (!passage) return [];
    return [
      {
        record,
        exercise: exerciseOf(record, passage),
        startBpm: bpmOf.get(record.id) ?? inherited(record) ?? record.startBpm,
      },
    ];
  });
}

/** Some exercises in the order asked for, with a player's ladders; those that are not here are left out. */
export async function readSheet(
  db: DatabaseHandle,
  ids: readonly string[],
  playerId: string,
): Promise<{ id: string; exercise: Exercise; ladder: LadderRecord | undefined }[]> {
  const records = (await tables(db).exercises.bulkGet([...ids])).filter((record) => record !== undefined);
  const passages = await tables(db).passages.bulkGet(records.map(({ passageHash: hash }) => hash));
  const ladders = await Promise.all(records.map(({ id }) => keptLadder(db, id, playerId)));
  return records.flatMap((record, at) => {
    const kept = passages[at];
    return kept ? [{ id: record.id, exercise: exerciseOf(record, kept.passage), ladder: ladders[at] }] : [];
  });
}

/** An exercise that this tab has just begun: shown at once, written right after. */
export interface Begun {
  readonly id: string;
  readonly exercise: Exercise;
  /** Writes it, once; after a failure the next call tries again. Gives the entry that undoes it. */
  readonly write: () => Promise<LogEntry | null>;
}

let justBegun: Begun | null = null;

/** An exercise that this tab has just begun and nobody opened yet; looking at it takes nothing. */
export const justBegunOf = (id: string): Begun | null => (justBegun?.id === id ? justBegun : null);

/** Gives, once, an exercise that this tab has just begun, so that opening it need not wait until it is written. */
export function takeJustBegun(id: string): Begun | null {
  if (justBegun?.id !== id) return null;
  const begun = justBegun;
  justBegun = null;
  return begun;
}

/** A long passage takes a while to hash and write; the page that shows it paints first. */
const PAINT_MS = 40;

/** Begins an exercise that the session of its id shows at once; the caller calls `write`. */
export function beginExercise(db: DatabaseHandle, exercise: Exercise, label: string): Begun {
  const id = newId();
  let writing: Promise<LogEntry | null> | null = null;
  const writeOnce = async () => {
    await new Promise((resolve) => setTimeout(resolve, PAINT_MS));
    const { recordFields } = await hashing();
    const create = { ...recordFields(exercise), archivedAt: null, id };
    return commit(db, LIBRARY, label, [{ table: 'exercises', create }], {
      passages: [{ hash: create.passageHash, passage: exercise.passage }],
    });
  };
  const write = () =>
    (writing ??= writeOnce().catch((error: unknown) => {
      writing = null;
      throw error;
    }));
  justBegun = { id, exercise, write };
  return justBegun;
}

/** Adds an exercise; gives its id and the entry that undoes it. */
export async function addExercise(
  db: DatabaseHandle,
  exercise: Exercise,
  label: string,
): Promise<{ id: string; entry: LogEntry | null }> {
  const { id, write } = beginExercise(db, exercise, label);
  return { id, entry: await write() };
}

/** Adds an empty exercise; returns its id. */
export async function addEmptyExercise(db: DatabaseHandle, passage: Passage): Promise<string> {
  const title = numbered(FIRST_TITLE, new Set(await titlesFrom(db, FIRST_TITLE)));
  return (await addExercise(db, newExercise(title, passage), 'New exercise')).id;
}

/** Adds a copy with a title that says so. */
export async function duplicateExercise(
  db: DatabaseHandle,
  record: ExerciseRecord,
): Promise<LogEntry | null> {
  const id = newId();
  const create = { ...bareRecord(record), id, title: titledAs(record.title, '(copy)'), archivedAt: null };
  return commit(db, LIBRARY, `Duplicate “${record.title}”`, [{ table: 'exercises', create }]);
}

/** Changes the title. */
export async function renameExercise(
  db: DatabaseHandle,
  record: ExerciseRecord,
  title: string,
): Promise<LogEntry | null> {
  return commit(db, LIBRARY, `Rename “${record.title}”`, [
    { table: 'exercises', id: record.id, set: { title } },
  ]);
}

/** Puts an exercise away, or brings it back. */
export async function archiveExercise(
  db: DatabaseHandle,
  record: ExerciseRecord,
  at: string | null,
): Promise<LogEntry | null> {
  const label = `${at ? 'Archive' : 'Bring back'} “${record.title}”`;
  return commit(db, LIBRARY, label, [{ table: 'exercises', id: record.id, set: { archivedAt: at } }]);
}

/** An exercise with its record; null where it, or its notes, are not here. */
export async function readExercise(
  db: DatabaseHandle,
  id: string,
): Promise<{ readonly record: ExerciseRecord; readonly exercise: Exercise } | null> {
  const record = await tables(db).exercises.get(id);
  const passage = record && (await readPassage(db, record.passageHash));
  return record && passage ? { record, exercise: exerciseOf(record, passage) } : null;
}

/** The records of all exercises, those that are put away too. */
export const readExerciseRecords = (db: DatabaseHandle): Promise<ExerciseRecord[]> =>
  tables(db).exercises.toArray();

/** Notes by their hash; undefined where they are not here. */
export async function readPassage(db: DatabaseHandle, hash: string): Promise<Passage | undefined> {
  return (await tables(db).passages.get(hash))?.passage;
}

/** Notes by their hashes, in their order; all that there are where no hashes are given. */
export async function readPassages(
  db: DatabaseHandle,
  hashes?: readonly string[],
): Promise<(Passage | undefined)[]> {
  const { passages } = tables(db);
  const records = await (hashes ? passages.bulkGet([...hashes]) : passages.toArray());
  return records.map((record) => record?.passage);
}

/** Whether nobody loaded the demo and nothing was written here yet; from now on it counts as loaded. */
export async function takeFirstTime(db: DatabaseHandle): Promise<boolean> {
  const isFirst =
    (await noted(db, 'demoOffered')) === undefined && (await tables(db).exercises.count()) === 0;
  if (isFirst) await note(db, 'demoOffered', true);
  return isFirst;
}

/** Deletes an exercise with its ladders; undo brings all of it back. */
export async function deleteExercise(db: DatabaseHandle, record: ExerciseRecord): Promise<LogEntry | null> {
  const ladders = await tables(db).ladders.where('exerciseId').equals(record.id).primaryKeys();
  const edits: Edit[] = [
    ...ladders.map((id): Edit => ({ table: 'ladders', remove: id })),
    { table: 'exercises', remove: record.id },
  ];
  return commit(db, LIBRARY, `Delete “${record.title}”`, edits);
}

/** A drill in its group. */
export interface GroupedDrill {
  readonly id: string;
  readonly title: string;
  readonly order: number;
  readonly stage: DrillStage;
  readonly passageHash: string;
}

/** The drills that were cut out of an exercise, in order; those that are put away are left out. */
export async function drillsCutFrom(db: DatabaseHandle, parentId: string): Promise<GroupedDrill[]> {
  const records = await tables(db).exercises.where('drill.parentId').equals(parentId).toArray();
  return records
    .filter(({ archivedAt }) => archivedAt === null)
    .map(({ id, title, drill, passageHash: hash }) => {
      const { order, stage } = drill!;
      return { id, title, order, stage, passageHash: hash };
    })
    .sort((a, b) => a.order - b.order);
}

/** The title of an exercise; undefined where there is none of that id. */
export async function titleOf(db: DatabaseHandle, id: string): Promise<string | undefined> {
  return (await tables(db).exercises.get(id))?.title;
}

/** The titles that begin with some text. */
export async function titlesFrom(db: DatabaseHandle, text: string): Promise<string[]> {
  const found = await tables(db)
    .exercises.filter(({ title }) => title.startsWith(text))
    .toArray();
  return found.map(({ title }) => title);
}

/** Adds several exercises as one action; the first may be given its id so that the others can name it. */
export async function addExercises(
  db: DatabaseHandle,
  exercises: readonly { readonly id?: string; readonly exercise: Exercise }[],
  label: string,
): Promise<LogEntry | null> {
  const { recordFields } = await hashing();
  const creates = exercises.map(({ id = newId(), exercise }) => ({
    ...recordFields(exercise),
    archivedAt: null,
    id,
  }));
  const edits = creates.map((create): Edit => ({ table: 'exercises', create }));
  const passages = creates.map(({ passageHash: hash }, at) => ({
    hash,
    passage: exercises[at]!.exercise.passage,
  }));
  return commit(db, LIBRARY, label, edits, { passages });
}
