/** Records: what is kept, in the browser's database and in project files alike. */
import type { Passage } from '../passage/passage';
import type { Exercise } from './exercise';
import { firstOf, type Said } from './field';
import type { LADDER_FIELDS } from './ladder';
import type { Lesson } from './lesson';
import { PLAYER_FIELDS, type Player } from './player';
import type { Run } from './run';
import type { Sign } from './sign';
import type { Take } from './take';
import type { Week } from './week';

/** Changes by device. A record from before there were vectors counts as `{ [its deviceId]: its revision }`. */
export type Versions = Readonly<Record<string, number>>;

/** On every record. Ids are UUIDs made by the client. */
export interface RecordStamp {
  readonly id: string;
  /** Counts up with each change; a change that was based on an older one loses. */
  readonly revision: number;
  /** ISO 8601 with the local offset, so that the local day is kept. */
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly deviceId: string;
}

/** On records that may change; runs and signs never do. */
export interface ChangeableStamp extends RecordStamp {
  readonly versions: Versions;
}

/** The fields that say when and where a record was written, and its id. */
export type StampKey = keyof ChangeableStamp;

/** What a record says, with its id but without when and where it was written. */
export function bareRecord<T extends RecordStamp>(record: T): Omit<T, Exclude<StampKey, 'id'>> {
  const {
    revision: _r,
    createdAt: _c,
    updatedAt: _u,
    deviceId: _d,
    versions: _v,
    ...said
  } = record as T & { versions?: Versions };
  return said as Omit<T, Exclude<StampKey, 'id'>>;
}

/** An exercise whose passage is kept apart, under its content hash. */
export interface ExerciseRecord extends ChangeableStamp, Omit<Exercise, 'passage'> {
  readonly passageHash: string;
  readonly archivedAt: string | null;
}

/** A passage that never changes: another content has another hash. */
export interface PassageRecord {
  readonly hash: string;
  readonly passage: Passage;
}

/** A student, or the built-in "me". */
export interface PlayerRecord extends ChangeableStamp, Player {}

/** What is known of a new player. */
export const NEW_PLAYER = firstOf(PLAYER_FIELDS);

/** A player's ladder on an exercise: where it starts, and how it climbs. */
export interface LadderRecord extends ChangeableStamp, Said<typeof LADDER_FIELDS> {}

/** A run of a player on an exercise. */
export interface RunRecord extends RecordStamp, Run {}

/** What a player's hand said. */
export interface SignRecord extends RecordStamp, Sign {}

/** What a recording said against the plan. */
export interface TakeRecord extends RecordStamp, Take {}

/** A lesson in a student's lesson book. */
export interface LessonRecord extends ChangeableStamp, Lesson {}

/** A student's week. */
export interface WeekRecord extends ChangeableStamp, Week {}

/** The records of each table. A table is added here, in `RECORD_FIELDS`, and in `VERSIONS` of storage. */
export interface Records {
  readonly exercises: ExerciseRecord;
  readonly players: PlayerRecord;
  readonly ladders: LadderRecord;
  readonly runs: RunRecord;
  readonly signs: SignRecord;
  readonly lessons: LessonRecord;
  readonly weeks: WeekRecord;
  readonly takes: TakeRecord;
}

/** The tables whose records can be changed, taken away and brought back. */
export type TableName = keyof Records;

/** What is left of a deleted record, so that a merge does not bring it back unasked. */
export interface Tombstone {
  readonly id: string;
  readonly table: TableName;
  readonly deletedAt: string;
  readonly deviceId: string;
  /** A deletion is a version like any other; of runs and signs it is empty. */
  readonly versions: Versions;
  /** Of runs and signs: each time that it was deleted. A correction goes with what it corrects. */
  readonly stones: readonly string[];
  /** Those of them that were taken back; it is deleted while there are others. */
  readonly undone: readonly string[];
}

/** Another version of a record than the one that is shown, which nobody has settled yet. */
export interface SiblingRecord {
  readonly table: ChangeableTable;
  readonly id: string;
  readonly versions: Versions;
  /** What it says; null: that the record was deleted. */
  readonly record: Readonly<Record<string, unknown>> | null;
}

/** Whom a file is for, besides its records. */
export interface Parcel {
  /** `student`: what was prepared for one; `teacher`: the record that comes back. */
  readonly to: 'student' | 'teacher';
  readonly playerId: string;
  readonly words: string;
  /** The warm-up that goes with it. */
  readonly warmUp: readonly { readonly text: string; readonly minutes: number }[];
}

/** The id of the player that is always there. */
export const ME = 'me';

/** The records of all tables, by table. */
export type Tables = { readonly [Table in TableName]: readonly Records[Table][] };

/** The whole record in one value, as project files carry it. */
export interface Project extends Tables {
  readonly exportedAt: string;
  readonly passages: readonly PassageRecord[];
  readonly tombstones: readonly Tombstone[];
  readonly siblings: readonly SiblingRecord[];
  /** Null: for nobody in particular. */
  readonly parcel: Parcel | null;
  /** Only where everything goes out, never in a file for somebody else. */
  readonly backup: Backup | null;
}

/** Tables whose records are never changed: they have no versions, and two libraries are joined by their ids. */
export const UNCHANGING = ['runs', 'signs', 'takes'] as const satisfies readonly TableName[];
/** Tables whose records never change once written. */
export type UnchangingTable = (typeof UNCHANGING)[number];

/** Tables whose records have versions. */
export type ChangeableTable = Exclude<TableName, UnchangingTable>;

/** Whether the records of a table are never changed once they are kept. */
export const isUnchanging = (table: TableName): table is UnchangingTable =>
  (UNCHANGING as readonly TableName[]).includes(table);

/** A change of one record: the fields it had and the fields it got. Null stands for no record. */
export interface RecordChange {
  readonly table: TableName;
  readonly id: string;
  readonly before: Readonly<Record<string, unknown>> | null;
  readonly after: Readonly<Record<string, unknown>> | null;
}

/** A row that taking a file in wrote besides the records: another version, or a deletion. Null: it was not there. */
export type RowChange =
  | { readonly list: 'siblings'; readonly before: SiblingRecord | null; readonly after: SiblingRecord | null }
  | { readonly list: 'tombstones'; readonly before: Tombstone | null; readonly after: Tombstone | null };

/** What is known of a file that was taken in. */
export interface Taking {
  readonly name: string;
  readonly parcel: Parcel | null;
  readonly rows: readonly RowChange[];
}

/** One action that can be undone. */
export interface LogEntry {
  readonly id: string;
  /** The id of an exercise, `library` for actions on the library, `record:ID` for those on a student's record. */
  readonly scope: string;
  readonly seq: number;
  readonly label: string;
  readonly changes: readonly RecordChange[];
  readonly undone: 0 | 1;
  /** Entries with the same key that follow each other within a second are one action, such as the letters of a word. */
  readonly mergeKey: string | null;
  readonly at: string;
  /** When it was last added to, in milliseconds since 1970; 0: before that was kept. */
  readonly touchedMs: number;
  /** Of a file that was taken in: taking it back is local, and leaves no tombstones. */
  readonly taking?: Taking;
}

/** What was taken away, kept whole for a while. */
export interface ShelvedRecord {
  readonly table: TableName;
  readonly id: string;
  readonly record: Readonly<Record<string, unknown>>;
  /** ISO 8601 with the local offset. */
  readonly shelvedAt: string;
  /** What was taken away together has the id of one action. */
  readonly action: string;
  /** In words, for example “Delete “Gate””. */
  readonly label: string;
  /** `version`: another version of a record that is there, which an import left out or replaced. */
  readonly why: 'deleted' | 'version';
}

/** What a backup holds besides the records: how this browser is set, what can be undone, and the shelf of what was deleted. */
export interface Backup {
  readonly settings: Readonly<Record<string, unknown>>;
  readonly log: readonly LogEntry[];
  readonly shelf: readonly ShelvedRecord[];
}
