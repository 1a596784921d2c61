/** Counts in words: the one place of singular and plural. */

/** A count per pass, which may be a half: "4", "2.5". */
export function countText(count: number): string {
  return Number.isInteger(count) ? String(count) : count.toFixed(1);
}

/** A count with its noun: "1 skip", "2 skips", "2.5 crossings". */
export function counted(count: number, noun: string, plural = `${noun}s`): string {
  return `${countText(count)} ${count === 1 ? noun : plural}`;
}

/** The same of what may be thousands: "1 sweep", "12,400 sweeps". */
export function countedMany(count: number, noun: string): string {
  return `${count.toLocaleString('en')} ${count === 1 ? noun : `${noun}s`}`;
}

/** How often: "once", "twice", "3 times". */
export function times(count: number): string {
  return count === 1 ? 'once' : count === 2 ? 'twice' : `${countText(count)} times`;
}

/** A size in bytes in words: "12 kB", "3.4 MB", "12 MB", "1.2 GB". */
export function sizeText(bytes: number): string {
  const of = (count: number) => count.toFixed(count < 9.95 ? 1 : 0);
  if (bytes < 999_000) return `${Math.ceil(bytes / 1000)} kB`;
  return bytes < 999_500_000 ? `${of(bytes / 1e6)} MB` : `${of(bytes / 1e9)} GB`;
}

/** A noun with what it names: "note 3", "notes 3 and 5", "notes 3, 5 and 7". */
export function named(noun: string, names: readonly (string | number)[]): string {
  if (names.length < 2) return `${noun} ${names.join()}`;
  return `${noun}s ${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
