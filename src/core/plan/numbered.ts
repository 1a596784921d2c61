/** Names told from each other. */

/** A name that none of some names is: with a number after it only where it must be. */
export function numbered(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  let number = 2;
  while (taken.has(`${name} (${number})`)) number++;
  return `${name} (${number})`;
}
