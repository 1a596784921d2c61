/** The id of a player's ladder on an exercise: where two devices each make it, it is one ladder in two versions, not two of which one is hidden. */
export const ladderId = (playerId: string, exerciseId: string): string =>
  `${playerId} ${exerciseId}`.slice(0, 80);
