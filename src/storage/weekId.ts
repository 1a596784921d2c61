/** A student has one week of a Monday: also two devices that begin it apart write on the same. */
export const weekId = (playerId: string, monday: string): string => `${playerId} ${monday}`;
