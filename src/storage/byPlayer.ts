/** Records of all players, by player, in the order in which they come. */
export function byPlayer<T extends { readonly playerId: string }>(records: readonly T[]): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const record of records) {
    const some = found.get(record.playerId);
    if (some) some.push(record);
    else found.set(record.playerId, [record]);
  }
  return found;
}
