/** What was given out as calendars. */
import type { DatabaseHandle } from './database';
import type { GivenCalendars } from './kept';
import { note, noted } from './meta';

const keyOf = (playerId: string) => `calendar:${playerId}` as const;

/** What of a student's weeks was given out. */
export const givenCalendars = async (db: DatabaseHandle, playerId: string): Promise<GivenCalendars> =>
  (await noted(db, keyOf(playerId))) ?? { sequence: -1, sessions: {} };

/** Keeps what of a student's weeks was given out. */
export const keepGivenCalendars = (
  db: DatabaseHandle,
  playerId: string,
  given: GivenCalendars,
): Promise<void> => note(db, keyOf(playerId), given);
