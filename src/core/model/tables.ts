/** What the records of each table say, and all that follows from it: versions, names, what older ones lack. */
import { EXERCISE_FIELDS } from './exercise';
import { filled, filledWithin, versionsOf, type Fields } from './field';
import { LADDER_FIELDS } from './ladder';
import { LESSON_FIELDS } from './lesson';
import { PLAYER_FIELDS } from './player';
import {
  isUnchanging,
  type LogEntry,
  type RecordChange,
  type ShelvedRecord,
  type SiblingRecord,
  type TableName,
  type Tables,
  type Tombstone,
} from './records';
import { RUN_FIELDS } from './run';
import { SIGN_FIELDS } from './sign';
import { TAKE_FIELDS } from './take';
import { WEEK_FIELDS } from './week';

/** What the records of each table say. Add a field here and nowhere else: CONTRIBUTING.md tells how. */
export const RECORD_FIELDS = {
  exercises: EXERCISE_FIELDS,
  players: PLAYER_FIELDS,
  ladders: LADDER_FIELDS,
  runs: RUN_FIELDS,
  signs: SIGN_FIELDS,
  lessons: LESSON_FIELDS,
  weeks: WEEK_FIELDS,
  takes: TAKE_FIELDS,
} as const satisfies Readonly<Record<TableName, Fields>>;

/** Until this version database and project files counted apart, and each wrote out what it added. */
export const LAST_APART = 10;

/** The version of the newest mark on a note (its damper); notes of before lack nothing. */
const NOTES_SINCE = 14;

/** The version of the newest part of a recipe (progressions, patterns, what is added to each note); recipes of before lack nothing. */
const RECIPES_SINCE = 15;

/** Tables that came later, by the version that brought them; files of before have no list of them. */
export const TABLES_SINCE: Readonly<Partial<Record<TableName, number>>> = {
  lessons: 16,
  weeks: 17,
  takes: 19,
};

/** The version of what is kept, in the database and in project files: that of the newest field. */
export const PROJECT_VERSION = Math.max(
  LAST_APART,
  NOTES_SINCE,
  RECIPES_SINCE,
  ...Object.values(TABLES_SINCE),
  ...Object.values(RECORD_FIELDS).flatMap(versionsOf),
);

const calledIn = (fields: Fields): (readonly [string, string])[] =>
  Object.entries(fields).flatMap(([name, { called, fields: inner }]) => [
    ...(called === undefined ? [] : [[name, called] as const]),
    ...(inner ? calledIn(inner) : []),
  ]);

/** A field's name in words. */
export const fieldName = (name: string): string =>
  Object.values(RECORD_FIELDS)
    .flatMap(calledIn)
    .find(([field]) => field === name)?.[1] ?? name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** The names of the tables whose records can be changed, taken away and brought back. */
export const TABLE_NAMES = Object.keys(RECORD_FIELDS) as TableName[];

/** No records of any table, for one that has some of them. */
export const NO_RECORDS = Object.fromEntries(TABLE_NAMES.map((name) => [name, []])) as unknown as Tables;

/** What a record is called: its title or name; empty where it has none, and where what stands there is no text. */
export function titleOf(record: unknown): string {
  const { title, name } = (record ?? {}) as { title?: unknown; name?: unknown };
  return [title, name].find((one) => typeof one === 'string') ?? '';
}

/** A record of a table with what it lacks because it was kept before that was there; a table that is not known is left as it is. */
export const upToDateRecord = (table: TableName, record: unknown): unknown =>
  TABLE_NAMES.includes(table) ? filled(RECORD_FIELDS[table], record) : record;

/** Some fields of a record, as a change holds them, with what the groups among them lack. */
export const upToDatePart = <Part>(table: TableName, part: Part): Part =>
  (TABLE_NAMES.includes(table) ? filledWithin(RECORD_FIELDS[table], part) : part) as Part;

/** As `upToDateRecord`, of what lies on the shelf. */
export const upToDateShelved = (shelved: ShelvedRecord): ShelvedRecord => ({
  ...shelved,
  record: upToDateRecord(shelved.table, shelved.record) as ShelvedRecord['record'],
});

/** As `upToDateRecord`, of a version beside the one that is shown. */
export const upToDateSibling = (sibling: SiblingRecord): SiblingRecord => ({
  ...sibling,
  record: sibling.record && (upToDateRecord(sibling.table, sibling.record) as SiblingRecord['record']),
});

/** A deletion of before version 18 had no name of its own: of a run or a sign it gets the one that every copy of it gets. */
export function upToDateTombstone(tombstone: Tombstone): Tombstone {
  const { table, deviceId, deletedAt } = tombstone;
  const stones = TABLE_NAMES.includes(table) && isUnchanging(table) ? [`${deviceId} ${deletedAt}`] : [];
  return { ...{ stones, undone: [] }, ...tombstone };
}

/** What undo and redo bring back: whole records, and of changed ones the fields that an entry holds. */
export function upToDateEntry(entry: LogEntry): LogEntry {
  if (!Array.isArray(entry.changes)) return entry;
  const changes = (entry.changes as readonly (RecordChange | null)[]).map((change) => {
    if (change === null) return change;
    const isPart = change.before && change.after;
    const side = (some: RecordChange['before']) =>
      isPart ? upToDatePart(change.table, some) : (upToDateRecord(change.table, some) as typeof some);
    return { ...change, before: side(change.before), after: side(change.after) };
  });
  return { ...entry, changes: changes as readonly RecordChange[] };
}
