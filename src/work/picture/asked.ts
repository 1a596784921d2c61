/** A picture that is asked for, from wherever: one dialog for all of them. */
import type { ShownExercise } from '@/storage';
import { Asking } from '../asking';

/** What is asked for just now. */
export const pictureAsked = new Asking<ShownExercise, null>();

/** Asks for a picture of an exercise. */
export function askForPicture(shown: ShownExercise): void {
  pictureAsked.ask(shown).catch(() => undefined);
}
