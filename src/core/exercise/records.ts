/** Records: what is kept, in the browser's database and in project files alike. */
import { DEFAULT_SETUP, type Setup } from '../instrument/instrument';
import type { Passage } from '../passage/passage';
import { DEFAULT_LIMITS, type Limits } from '../record/limits';
import type { Run } from '../record/run';
import type { LadderSpec, LadderStep, PracticeTime } from '../tempo/spec';
import type { Exercise } from './exercise';
import { OPEN_HAND, type PickingHand } from './hand';

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

/** What a record says, with its id but without when and where it was written. */
export function bareRecord<T extends RecordStamp>(
  record: T,
): Omit<T, 'revision' | 'createdAt' | 'updatedAt' | 'deviceId'> {
  const { revision: _r, createdAt: _c, updatedAt: _u, deviceId: _d, ...said } = record;
  return said;
}

/** An exercise whose passage is kept apart, under its content hash. */
export interface ExerciseRecord extends RecordStamp, Omit<Exercise, 'passage'> {
  readonly passageHash: string;
  readonly archivedAt: string | null;
}

/** A passage that never changes: another content has another hash. */
export interface PassageRecord {
  readonly hash: string;
  readonly passage: Passage;
}

/** A student, or the built-in "me". */
export interface PlayerRecord extends RecordStamp {
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
export const NEW_PLAYER: Omit<PlayerRecord, keyof RecordStamp | 'name'> = {
  setup: DEFAULT_SETUP,
  hand: OPEN_HAND,
  instrument: '',
  shapesKnown: '',
  goals: '',
  cautions: '',
  limits: DEFAULT_LIMITS,
};

/** A player's ladder on an exercise: where it starts, and how it climbs. */
export interface LadderRecord extends RecordStamp, Omit<LadderSpec, 'goalBpm'> {
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

/** What is left of a deleted record, so that a merge does not bring it back unasked. */
export interface Tombstone {
  readonly id: string;
  readonly table: 'exercises' | 'players' | 'ladders' | 'runs';
  readonly deletedAt: string;
  readonly deviceId: string;
}

/** The id of the player that is always there. */
export const ME = 'me';

/** The whole record in one value, as project files carry it. */
export interface Project {
  readonly exportedAt: string;
  readonly exercises: readonly ExerciseRecord[];
  readonly passages: readonly PassageRecord[];
  readonly players: readonly PlayerRecord[];
  readonly ladders: readonly LadderRecord[];
  readonly runs: readonly RunRecord[];
  readonly tombstones: readonly Tombstone[];
}
