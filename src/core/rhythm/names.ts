/** Names of rhythms and of where accents fall, apart from laying them: every page knows what a ladder may say. */

/** Where accents fall. */
export const ACCENTS = [
  'none',
  'beats',
  'after the beats',
  'new strings',
  'every third',
  'every fourth',
  'every fifth',
] as const;
/** One of them. */
export type AccentRule = (typeof ACCENTS)[number];

/** How the notes of a figure follow each other, other than as written. */
export const RHYTHMS = ['long, short', 'short, long', 'bursts', 'with stops'] as const;
/** One of them. */
export type Rhythm = (typeof RHYTHMS)[number];
