/** A picture that is asked for, from wherever: one dialog for all of them. */
import type { Range } from '@/core';
import type { ShownExercise } from '@/storage';
import { Asking } from '../asking';

/** An exercise, or the marked slots of one of its passes. */
export interface PictureOf extends ShownExercise {
  readonly part?: { readonly pass: number; readonly range: Range };
}

/** What is asked for just now. */
export const pictureAsked = new Asking<PictureOf, null>();

/** Asks for a picture of an exercise. */
export function askForPicture(shown: PictureOf): void {
  pictureAsked.ask(shown).catch(() => undefined);
}
