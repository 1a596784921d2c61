/** Records: what is kept, in the browser's database and in project files alike. */
import { DEFAULT_SETUP, type Setup } from '../instrument/instrument';
import type { Passage } from '../passage/passage';
import { DEFAULT_LIMITS, type Limits } from './limits';
import type { Run } from './run';
import type { Sign } from './sign';
import type { LadderSpec, LadderStep, PracticeTime } from './ladder';
import type { Exercise } from './exercise';
import { OPEN_HAND, type PickingHand } from './hand';

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
export interface PlayerRecord extends ChangeableStamp {
  readonly name: string;
  readonly setup: Setup;
  /** How the picking hand is set up where an exercise says nothing else. */
  readonly hand: PickingHand;
  /** In the teacher's words. */
  readonly instrument: string;
  readonly shapesKnown: string;
  readonly goals: string;
  readonly cautions: string;
  readonly limits: Limits;
}

/** What is known of a new player. */
export const NEW_PLAYER: Omit<PlayerRecord, StampKey | 'name'> = {
  setup: DEFAULT_SETUP,
  hand: OPEN_HAND,
  instrument: '',
  shapesKnown: '',
  goals: '',
  cautions: '',
  limits: DEFAULT_LIMITS,
};

/** A player's ladder on an exercise: where it starts, and how it climbs. */
export interface LadderRecord extends ChangeableStamp, Omit<LadderSpec, 'goalBpm'> {
  readonly exerciseId: string;
  readonly playerId: string;
  /** Null: the tempo of the exercise's goal. */
  readonly goalBpm: number | null;
  /** The steps where some were made by hand; null: all as computed. */
  readonly steps: readonly LadderStep[] | null;
  readonly time: PracticeTime;
}

/** A run of a player on an exercise. */
export interface RunRecord extends RecordStamp, Run {}

/** What a player's hand said. */
export interface SignRecord extends RecordStamp, Sign {}

/** What is left of a deleted record, so that a merge does not bring it back unasked. */
export interface Tombstone {
  readonly id: string;
  readonly table: 'exercises' | 'players' | 'ladders' | 'runs' | 'signs';
  readonly deletedAt: string;
  readonly deviceId: string;
  /** A deletion is a version like any other; of runs and signs it is empty. */
  readonly versions: Versions;
}

/** The id of the player that is always there. */
export const ME = 'me';

/** The version of project files. Version 2 added the whole ladder and where an exercise came from, version 3 the hand, version 4 recipes, capo and stretch, version 5 briefs and drills, version 6 runs, ladders of every kind and more of a student, version 7 the part that a run was of, version 8 version vectors and what a backup holds besides, version 9 signs of the hand and sittings of several exercises; older files are brought up to date when read. */
export const PROJECT_VERSION = 10;

/** The whole record in one value, as project files carry it. */
export interface Project {
  readonly exportedAt: string;
  readonly exercises: readonly ExerciseRecord[];
  readonly passages: readonly PassageRecord[];
  readonly players: readonly PlayerRecord[];
  readonly ladders: readonly LadderRecord[];
  readonly runs: readonly RunRecord[];
  readonly signs: readonly SignRecord[];
  readonly tombstones: readonly Tombstone[];
  /** Only where everything goes out, never in a file for somebody else. */
  readonly backup: Backup | null;
}

/** The tables whose records can be changed, taken away and brought back. */
export type TableName = Tombstone['table'];

/** Tables whose records are never changed: they have no versions, and two libraries are joined by their ids. */
const UNCHANGING = ['runs', 'signs'] as const satisfies readonly TableName[];
/** Tables whose records never change once written. */
export type UnchangingTable = (typeof UNCHANGING)[number];

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
