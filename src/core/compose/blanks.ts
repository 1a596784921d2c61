/** Blanks of starting points, and what fills them. */
import type { Goal } from '../model/exercise';
import type { PickingPolicy } from '../picking/policy';
import type { Recipe, Source } from '../model/recipe';
import { CHORDS, SCALES, TONICS } from './names';
import { firstRecipe } from './recipe';

/** What may stand in a blank: one of some choices, or names of chords that are typed. */
export interface Blank {
  readonly label: string;
  readonly first: string;
  readonly choices: readonly { readonly id: string; readonly name: string }[] | 'chords';
}

/** What stands in the blanks, by their names. */
export type Filled = Readonly<Record<string, string>>;

/** A starting point. */
export interface StartingPoint {
  readonly id: string;
  readonly name: string;
  readonly trains: string;
  /** Words, and names of blanks in braces, in the order they are read. */
  readonly sentence: string;
  readonly blanks: Readonly<Record<string, Blank>>;
}

export type Of<K extends Source['kind']> = Extract<Source, { kind: K }>;

/** What a starting point makes of its blanks; what it leaves out is as in every new exercise. */
export interface Made {
  readonly recipe: Recipe;
  readonly subdivision?: number;
  readonly policy?: Partial<PickingPolicy>;
  readonly goal?: Partial<Goal>;
}
/** A starting point with how it makes its recipe. */
export interface Point extends StartingPoint {
  readonly make: (filled: Filled) => Made;
}

export const some = (label: string, first: string, names: readonly string[]): Blank => ({
  ...{ label, first },
  choices: names.map((name) => ({ id: name, name })),
});
export const named = (
  label: string,
  first: string,
  choices: readonly (readonly [string, string])[],
): Blank => ({
  ...{ label, first },
  choices: choices.map(([id, name]) => ({ id, name })),
});

export const key = (first: string) => some('Key', first, TONICS);
export const scaleBlank = (first: string) => some('Scale', first, SCALES);
export const chordBlank = (first: string) => named('Chord', first, CHORDS);
export const fretBlank = (first: number) =>
  some(
    'Fret',
    String(first),
    Array.from({ length: 13 }, (_, fret) => String(fret)),
  );
export const waysBlank = named('Way', 'there and back', [
  ['there', 'up'],
  ['back', 'down'],
  ['there and back', 'up and down'],
]);
export const stringsBlank = (first: string, all: readonly string[]) => some('Strings', first, all);
export const countBlank = (label: string, first: number, counts: readonly number[]) =>
  some(label, String(first), counts.map(String));

export const numbers = (text: string) => text.split(' ').map(Number);

export function made<K extends Source['kind']>(
  kind: K,
  source: Partial<Of<K>>,
  parts: Partial<Recipe> = {},
): Recipe {
  const first = firstRecipe(kind);
  return { ...first, ...parts, source: { ...first.source, ...source } as Source };
}

export const direction = ({ way }: Filled) => ({ direction: way as Recipe['direction'] });
export const scaleOf = ({ key: tonic, scale, fret }: Filled): Partial<Of<'scale'>> => ({
  tonic: tonic!,
  scale: scale!,
  fret: Number(fret),
});
