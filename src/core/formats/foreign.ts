/** What reading a file of another format comes to. */
import type { Exercise } from '../model/exercise';

/** An exercise, or null when the file was refused; what was not taken over, or why it was refused, in sentences. */
export interface ForeignReading {
  readonly exercise: Exercise | null;
  readonly remarks: readonly string[];
  /** Where the file has several parts, or strings were chosen for it: all that can be taken, the first being `exercise`. */
  readonly parts?: readonly ForeignPart[];
}

/** One part of a file; null where it cannot be taken, the reason then being the first remark. */
export interface ForeignPart {
  readonly name: string;
  readonly exercise: Exercise | null;
  readonly remarks: readonly string[];
  /** Strings and frets are chosen by the program: they may be chosen again, at another place of the neck. */
  readonly isPlaced?: boolean;
}

/** Files of other formats beyond these sizes are refused before they are looked at. */
export const FOREIGN_LIMITS = {
  bytes: 20_000_000,
  notes: 20_000,
  /** Of all files of a zip together, once unpacked. */
  unpackedBytes: 40_000_000,
  textLength: 2_000,
  parts: 200,
  /** Longer than any exercise. */
  beats: 20_000,
} as const;

/** A file that is not used at all. */
export function refusedFile(why: string): ForeignReading {
  return { exercise: null, remarks: [`${why} Nothing was imported.`] };
}

/** Counts what is met and not taken over, and says it in the order in which it was met. */
export class LeftOut {
  private readonly counts = new Map<string, { count: number; where: string }>();

  /** @param what in the singular, for example "grace note". */
  add(what: string, where: string): void {
    const known = this.counts.get(what);
    if (known) known.count++;
    else this.counts.set(what, { count: 1, where });
  }

  remarks(): string[] {
    return [...this.counts].map(([what, { count, where }]) =>
      count === 1
        ? `Not taken over: ${what} (${where}).`
        : `Not taken over: ${what}, ${count} times (first ${where}).`,
    );
  }
}
