/** A whole-number program: columns within bounds, rows of them within bounds. Nothing is solved here. */

/** So much of a column. */
export type Term = readonly [column: number, factor: number];

/** A whole-number program as it grows. */
export interface Program {
  readonly lower: number[];
  readonly upper: number[];
  readonly isWhole: boolean[];
  readonly rows: { readonly terms: readonly Term[]; readonly lower: number; readonly upper: number }[];
}

/** A program without anything. */
export const emptyProgram = (): Program => ({ lower: [], upper: [], isWhole: [], rows: [] });

/** Adds a column; its number. */
export function column(program: Program, lower: number, upper: number, isWhole = false): number {
  program.lower.push(lower);
  program.upper.push(upper);
  program.isWhole.push(isWhole);
  return program.lower.length - 1;
}

/** The same column several times is one term. */
function together(terms: readonly Term[]): Term[] {
  const sums = new Map<number, number>();
  for (const [at, factor] of terms) sums.set(at, (sums.get(at) ?? 0) + factor);
  return [...sums].filter(([, factor]) => factor !== 0);
}

/** Adds a row. */
export const row = (program: Program, terms: readonly Term[], lower: number, upper: number): void => {
  program.rows.push({ terms: together(terms), lower, upper });
};

/** Something to be made as small, or as large, as it can be. */
export interface Aim {
  readonly sense: 'least' | 'most';
  readonly terms: readonly Term[];
  /** No two values of whole columns are nearer to each other than this; 0: they may be. */
  readonly step: number;
}

/** What a solver found. */
export interface Solved {
  /** `none`: nothing keeps all rows. `open`: its budget was used up before it knew. */
  readonly state: 'best' | 'found' | 'none' | 'open';
  readonly values: readonly number[];
  readonly value: number;
  /** Nothing better than this is possible. */
  readonly bound: number;
}

/** Solves a program. @param start values of a solution that is known; of the columns that it says nothing of nothing is known. @param nodes its budget. */
export type Solve = (program: Program, aim: Aim, start: readonly number[] | null, nodes: number) => Solved;
