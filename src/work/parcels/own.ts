/** Whose browser this is. */
import { ME } from '@/core';
import { database, selfOf, type DatabaseHandle } from '@/storage';

/** Whether a student's record goes back from here to a teacher: it is this browser's own. */
export const isOwn = async (playerId: string, db: DatabaseHandle = database()): Promise<boolean> =>
  playerId === ME || playerId === (await selfOf(db));
