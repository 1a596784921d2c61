/** Ladders of players on exercises. */
import {
  bareRecord,
  BPM_DECIMALS,
  FRESH_LADDER,
  MAX_BPM,
  MIN_BPM,
  type ExerciseRecord,
  type LadderRecord,
  type StampKey,
} from '@/core';
import { tables, type DatabaseHandle } from './database';
import { byPlayer } from './byPlayer';
import { commit } from './commit';
import { ladderId } from './ladderId';
import type { Edit } from './scopes';

/** What of a ladder can be set. */
export type LadderFields = Partial<Omit<LadderRecord, StampKey | 'exerciseId' | 'playerId'>>;

/** The ladder that was made for a player on just this exercise. */
export function ownLadder(
  db: DatabaseHandle,
  exerciseId: string,
  playerId: string,
): Promise<LadderRecord | undefined> {
  return tables(db).ladders.where('[playerId+exerciseId]').equals([playerId, exerciseId]).first();
}

/** A tempo times a factor, within what an exercise may have. */
export function scaledBpm(bpm: number, factor: number): number {
  return Math.max(MIN_BPM, Math.min(MAX_BPM, Number((bpm * factor).toFixed(BPM_DECIMALS))));
}

/**
 * The ladder that is kept for a player on an exercise; a drill without one of its own has that of the exercise that it was cut
 * out of, at the same speed of the notes.
 */
export async function keptLadder(
  db: DatabaseHandle,
  exerciseId: string,
  playerId: string,
): Promise<LadderRecord | undefined> {
  const own = await ownLadder(db, exerciseId, playerId);
  if (own) return own;
  const record = await tables(db).exercises.get(exerciseId);
  if (!record?.drill) return undefined;
  const { parentId } = record.drill;
  const [parent, ladder] = await Promise.all([
    tables(db).exercises.get(parentId),
    ownLadder(db, parentId, playerId),
  ]);
  return parent && ladder ? inherited(ladder, parent, record) : undefined;
}

/** The ladders that are kept for a player on some exercises, by exercise; drills take over as in `keptLadder`. */
export async function keptLadders(
  db: DatabaseHandle,
  records: ReadonlyMap<string, ExerciseRecord>,
  playerId: string,
): Promise<Map<string, LadderRecord>> {
  const all = await tables(db)
    .ladders.where('[playerId+exerciseId]')
    .between([playerId, ''], [playerId, '\uffff'])
    .toArray();
  return laddersOf(all, records);
}

/** The ladders of all players, by player. */
export async function readAllLadders(db: DatabaseHandle): Promise<Map<string, LadderRecord[]>> {
  return byPlayer(await tables(db).ladders.toArray());
}

/** Of a player's ladders those on some exercises, by exercise; drills take over as in `keptLadder`. */
export function laddersOf(
  all: readonly LadderRecord[],
  records: ReadonlyMap<string, ExerciseRecord>,
): Map<string, LadderRecord> {
  // Of two that were made on two devices, from before they had one id, the same as in `ownLadder`.
  const first = [...all].sort((one, other) => (one.id < other.id ? 1 : -1));
  const own = new Map(first.map((ladder) => [ladder.exerciseId, ladder]));
  const found = new Map<string, LadderRecord>();
  for (const [id, record] of records) {
    const parentId = record.drill?.parentId ?? '';
    const [parent, ofParent] = [records.get(parentId), own.get(parentId)];
    const ladder = own.get(id) ?? (parent && ofParent ? inherited(ofParent, parent, record) : undefined);
    if (ladder) found.set(id, ladder);
  }
  return found;
}

function inherited(ladder: LadderRecord, parent: ExerciseRecord, drill: ExerciseRecord): LadderRecord {
  const factor = drill.startBpm / parent.startBpm;
  return {
    ...ladder,
    startBpm: scaledBpm(ladder.startBpm, factor),
    goalBpm: ladder.goalBpm === null ? null : scaledBpm(ladder.goalBpm, factor),
    // Steps made by hand belong to the exercise that they were made for.
    steps: null,
  };
}

/** What a new ladder begins with: the one that it takes over from, or the usual. */
function fieldsOf(from: LadderRecord | undefined, startBpm: number) {
  if (!from) return { ...FRESH_LADDER, startBpm };
  const { id: _, ...fields } = bareRecord(from);
  return fields;
}

/** Two settings in a row must not both find no ladder yet and make one each. */
let settingLadders: Promise<void> = Promise.resolve();

/**
 * Sets parts of a player's ladder on an exercise; an action of the exercise, joined while one field is being turned.
 * @param startBpm where a ladder that is not kept yet starts.
 */
export function setLadder(
  db: DatabaseHandle,
  exerciseId: string,
  playerId: string,
  startBpm: number,
  set: LadderFields,
): Promise<void> {
  const work = async () => {
    const own = await ownLadder(db, exerciseId, playerId);
    const from = own ? undefined : await keptLadder(db, exerciseId, playerId);
    const edit: Edit = own
      ? { table: 'ladders', id: own.id, set }
      : {
          table: 'ladders',
          create: {
            ...fieldsOf(from, startBpm),
            ...{ ...set, id: ladderId(playerId, exerciseId), exerciseId, playerId },
          },
        };
    const label = 'startBpm' in set ? 'Start tempo' : 'Ladder';
    await commit(db, exerciseId, label, [edit], {
      mergeKey: `ladder-${playerId}-${Object.keys(set).join()}`,
    });
  };
  const done = settingLadders.then(work);
  settingLadders = done.catch(() => undefined);
  return done;
}
