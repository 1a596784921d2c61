/** Numbers as they are spoken, from words that ship. */

const UNITS = [
  ...['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'],
  ...['thirteen', 'fourteen', 'fifteen', 'sixteen', 'seventeen', 'eighteen', 'nineteen'],
] as const;
const TENS = ['twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'] as const;

/** A word that is spoken on a track. */
export type TrackWord = 'step' | 'hundred' | (typeof UNITS)[number] | (typeof TENS)[number];
/** All of them. */
export const TRACK_WORDS: readonly TrackWord[] = ['step', ...UNITS, ...TENS, 'hundred'];

/** A whole number from 1 to 999 as it is said, word by word. */
export function numberWords(number: number): TrackWord[] {
  const [hundreds, rest] = [Math.floor(number / 100), number % 100];
  const head: TrackWord[] = hundreds > 0 ? [UNITS[hundreds - 1]!, 'hundred'] : [];
  if (rest === 0) return head;
  if (rest < 20) return [...head, UNITS[rest - 1]!];
  const tens = TENS[Math.floor(rest / 10) - 2]!;
  return rest % 10 === 0 ? [...head, tens] : [...head, tens, UNITS[(rest % 10) - 1]!];
}
