/** What is particular about a step of a ladder, in words. */
import { PART_NAMES, type LadderStep, type TempoCourse } from '../model/ladder';
import type { AccentRule } from '../rhythm/names';
import { bpmText } from './speeds';

/** Where accents fall, in words. */
export const ACCENT_WORDS: Readonly<Record<AccentRule, string>> = {
  none: 'no accents',
  beats: 'accents on the beats',
  'after the beats': 'accents one after the beats',
  'new strings': 'accents on new strings',
  'every third': 'every third accented',
  'every fourth': 'every fourth accented',
  'every fifth': 'every fifth accented',
};

function courseText(course: TempoCourse, toBpm: number): string {
  const to = bpmText(toBpm);
  switch (course) {
    case 'even':
      return `rising to ${to}`;
    case 'there and back':
      return `up to ${to} and back`;
    case 'by turns':
      return `every other pass at ${to}`;
    case 'at random':
      return `each pass at random up to ${to}`;
  }
}

/**
 * What a step plays otherwise than the exercise as written at a steady tempo: part, division, rhythm, accents, course, burst, movements,
 * sound, look. @param written slots a beat of the exercise as written.
 */
export function stepWords(step: LadderStep, written: number): string[] {
  const { part, sound, movement, look, isBurst, toBpm, course, subdivision, rhythm, accents } = step;
  return [
    part && PART_NAMES[part],
    subdivision === null || subdivision === written ? null : `${subdivision} a beat`,
    rhythm,
    accents && ACCENT_WORDS[accents],
    toBpm === null ? null : courseText(course, toBpm),
    isBurst ? 'burst' : null,
    movement ? `${movement} movements` : null,
    sound,
    look ? look.with : null,
  ].filter((word) => word !== null);
}
