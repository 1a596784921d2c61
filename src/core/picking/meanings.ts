/** What policies and turns do, in plain words. */
import type { PolicyKind, TurnWay } from './policy';

/** What a policy does, in one plain sentence. */
export const POLICY_MEANINGS: Readonly<Record<PolicyKind, string>> = {
  alternateByNote: 'Every picked note takes the other stroke; slurs and rests do not count.',
  alternateByPulse:
    'The hand swings down and up with the beat, whether a note is picked or not: slurs and rests use up their stroke.',
  economy: 'Alternates on a string; on to the next string the pick simply goes the way it has to go.',
  sweep: 'The pick runs through neighbouring strings in one motion, one note picked on each.',
  leastTravel: 'The strokes by which the pick passes over the fewest strings.',
  oneSlant: 'The pick keeps one tilt: strokes are chosen so that it can leave each string that way.',
};

/** What a sweep does on the string where it turns, in one plain sentence. */
export const TURN_MEANINGS: Readonly<Record<TurnWay, string>> = {
  onward: 'A single note on the turning string is struck on the way there; the way back begins after it.',
  back: 'A single note on the turning string is struck with the stroke of the way back.',
  pulled: 'Of several notes on the turning string the first is picked, the rest are slurred.',
};
