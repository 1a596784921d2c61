/** Choosing among the parts of a file before they are taken: which, where on the neck, each for itself or as one. */
import type { ForeignPart } from '@/core/formats';

/** What is chosen. */
export interface ChosenParts {
  /** Their places in the file. */
  readonly ticked: ReadonlySet<number>;
  /** The fret that the first finger is wanted at, where the program chooses the strings; null: where it lies best. */
  readonly near: number | null;
  readonly asOne: boolean;
}

/** What would be taken. */
export interface PartsOffered {
  /** All parts of the file, as they lie now. */
  readonly parts: readonly ForeignPart[];
  /** What is taken: of each that is ticked an exercise, or one of all. */
  readonly taken: readonly ForeignPart[];
  /** Why what is ticked cannot be one; null: it can. */
  readonly apart: string | null;
}

/** Frets that are offered; null: where it lies best. */
export const NEAR_FRETS: readonly (number | null)[] = [null, 1, 3, 5, 7, 9, 12];

/** What a choice comes to. */
export async function partsOffered(
  all: readonly ForeignPart[],
  { ticked, near, asOne: isOne }: ChosenParts,
): Promise<PartsOffered> {
  const { asOne, asOneFault, partNear } = await import('@/core/formats');
  // As they came they lie best.
  const parts = near === null ? all : all.map((part) => partNear(part, near));
  const chosen = parts.filter((_, at) => ticked.has(at));
  const apart = chosen.length < 2 ? 'Tick two parts or more.' : asOneFault(chosen);
  if (!isOne || apart !== null) return { parts, taken: chosen, apart };
  const one = asOne(chosen, near);
  return one.exercise
    ? { parts, taken: [one], apart: null }
    : { parts, taken: chosen, apart: one.remarks[0]! };
}
