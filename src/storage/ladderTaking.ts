/** Ladders of one player that another takes over. */
import { bareRecord, type LadderRecord, type LogEntry } from '@/core';
import type { DatabaseHandle } from './database';
import { ladderId } from './ladderId';
import { ownLadder } from './ladders';
import { commit } from './commit';
import { LIBRARY, type Edit } from './scopes';

/** A ladder of one player on an exercise that another has none on. */
export interface LadderToTake {
  readonly exerciseId: string;
  readonly ladder: LadderRecord;
}

/** Of some exercises, the ladders that were made for a player and that another player lacks. */
export async function laddersToTake(
  db: DatabaseHandle,
  exerciseIds: readonly string[],
  from: string,
  to: string,
): Promise<LadderToTake[]> {
  if (from === to) return [];
  const found = await Promise.all(
    exerciseIds.map(async (exerciseId) => {
      const [ladder, there] = await Promise.all([
        ownLadder(db, exerciseId, from),
        ownLadder(db, exerciseId, to),
      ]);
      return ladder && !there ? [{ exerciseId, ladder }] : [];
    }),
  );
  return found.flat();
}

/** Gives a player such ladders too; the other keeps them. One action, of the exercise where there is one, else of the library. */
export function takeLadders(
  db: DatabaseHandle,
  ladders: readonly LadderToTake[],
  playerId: string,
): Promise<LogEntry | null> {
  const edits = ladders.map(({ exerciseId, ladder }): Edit => {
    const { id: _, ...fields } = bareRecord(ladder);
    return {
      table: 'ladders',
      create: { ...fields, id: ladderId(playerId, exerciseId), exerciseId, playerId },
    };
  });
  const scope = ladders.length === 1 ? ladders[0]!.exerciseId : LIBRARY;
  return commit(db, scope, 'Take ladders along', edits);
}
