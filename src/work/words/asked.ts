/** A word that is looked up, from wherever it stands. */
import { Asking } from '../asking';
import type { TermId } from './terms';

/** What is looked up just now: a word, or all of them. */
export const wordAsked = new Asking<TermId | 'all', null>();

/** Shows what a word means; all of them where none is named. */
export function lookUp(word: TermId | 'all'): void {
  wordAsked.ask(word).catch(() => undefined);
}
