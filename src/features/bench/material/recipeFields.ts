import type { Source, Recipe } from '@/core/compose';

/** How the fields of a recipe change it. */
export interface RecipeFieldsProps {
  readonly recipe: Recipe;
  readonly set: (part: Partial<Recipe>) => void;
}

/** A source of one kind. */
export type SourceOf<K extends Source['kind']> = Extract<Source, { kind: K }>;

/** Numbers as they are typed: "3 1", "3, 1", or with `digits` also "1324". */
export function numbersIn(text: string, digits: boolean): number[] {
  if (digits && /^\d+$/.test(text.trim())) return [...text.trim()].map(Number);
  // A stroke between two numbers parts them; before a number alone it is a sign.
  return [...text.matchAll(/(?<!\d)-?\d+/g)].map(([number]) => Number(number));
}
