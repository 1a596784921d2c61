/** What is known of a student, or of the built-in "me". */
import { DEFAULT_SETUP, MAX_STRETCH_MM, MIN_STRETCH_MM, type Setup } from '../instrument/instrument';
import { MAX_TITLE } from './exercise';
import { field, group, number, oneOf, text, type Kind, type Said } from './field';
import { HAND, OPEN_HAND } from './hand';
import { DEFAULT_LIMITS, LIMITS } from './limits';

const SETUP: Kind<Setup> = group({
  handedness: oneOf(['right', 'left']),
  stringSpacingMm: number(5, 20),
  scaleLengthMm: number(300, 1000),
  stretchLimitMm: number(MIN_STRETCH_MM, MAX_STRETCH_MM),
});

/** A student. */
export const PLAYER_FIELDS = {
  name: text(MAX_TITLE),
  setup: field(SETUP, { first: DEFAULT_SETUP, called: 'hand and instrument' }),
  /** How the picking hand is set up where an exercise says nothing else. */
  hand: field(HAND, { first: OPEN_HAND, called: 'picking hand' }),
  /** In the teacher's words. */
  instrument: field(text(), { first: '' }),
  shapesKnown: field(text(), { first: '', called: 'shapes known' }),
  goals: field(text(), { first: '' }),
  cautions: field(text(), { first: '', called: 'to watch' }),
  limits: field(LIMITS, { first: DEFAULT_LIMITS, called: 'limits of load' }),
} as const;

/** A student. */
export type Player = Said<typeof PLAYER_FIELDS>;
