/** Note values: how a length inside a beat is written with types, dots and tuplets. */

/** Names of note values by how often they divide a whole note: 1, 2, 4 … */
const TYPES = ['whole', 'half', 'quarter', 'eighth', '16th', '32nd', '64th', '128th', '256th'] as const;
const WHOLE_TICKS = 26_880;

export type NoteType = (typeof TYPES)[number];

/** How many notes take the time of how many of a type. */
export interface TimeModification {
  readonly actual: number;
  readonly normal: number;
}

/** One written note or rest: without a type where no value fits its length. */
export interface WrittenValue {
  readonly ticks: number;
  readonly type: NoteType | null;
  readonly dots: number;
  readonly tuplet: TimeModification | null;
}

/** Lengths of a type with no, one and two dots, as multiples of a quarter of it. */
const DOTTED = [4, 6, 7] as const;

function plainValue(ticks: number): Omit<WrittenValue, 'tuplet'> | null {
  for (const [at, type] of TYPES.entries())
    for (const [dots, quarters] of DOTTED.entries())
      if ((WHOLE_TICKS / 2 ** at / 4) * quarters === ticks) return { ticks, type, dots };
  return null;
}

/** How a beat is divided for writing: into a number of equal parts, as a tuplet where plain values do not fit. */
export interface BeatGrid {
  readonly parts: number;
  readonly tuplet: TimeModification | null;
}

/** Divisions tried for a beat, coarsest first. */
const DIVISIONS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 20, 24, 28, 32];

function tupletFor(beatTicks: number, parts: number): TimeModification | null {
  const normals = TYPES.map((_, at) => beatTicks / (WHOLE_TICKS / 2 ** at)).filter(
    (count) => Number.isInteger(count) && count < parts,
  );
  const normal = Math.max(0, ...normals);
  return normal === 0 ? null : { actual: parts, normal };
}

/**
 * The coarsest division of a beat on which all moments (ticks from the beat) lie, no coarser than `atLeast` parts; null
 * where none of them does.
 */
export function gridFor(beatTicks: number, moments: readonly number[], atLeast: number): BeatGrid | null {
  for (const parts of DIVISIONS) {
    if (parts < atLeast || beatTicks % parts !== 0) continue;
    if (moments.some((moment) => moment % (beatTicks / parts) !== 0)) continue;
    const tuplet = plainValue(beatTicks / parts) ? null : tupletFor(beatTicks, parts);
    return { parts, tuplet };
  }
  return null;
}

/** Writes a length inside one beat as values that are tied together, longest first. */
export function valuesOf(ticks: number, beatTicks: number, grid: BeatGrid | null): WrittenValue[] {
  if (!grid) return [{ ticks, type: null, dots: 0, tuplet: null }];
  const { tuplet } = grid;
  const stretch = tuplet ? tuplet.actual / tuplet.normal : 1;
  const unit = beatTicks / grid.parts;
  const values: WrittenValue[] = [];
  for (let left = ticks; left > 0;) {
    let take = left;
    let value = plainValue(take * stretch);
    while (!value && take > unit) {
      take -= unit;
      value = plainValue(take * stretch);
    }
    values.push(
      value ? { ...value, ticks: take, tuplet } : { ticks: take, type: null, dots: 0, tuplet: null },
    );
    left -= take;
  }
  return values;
}

/** The value of a whole number of beats, or null where it takes several. */
export function wholeBeats(ticks: number): WrittenValue | null {
  const value = plainValue(ticks);
  return value ? { ...value, tuplet: null } : null;
}
