/** The door to composing to a brief, apart from the core's face: it brings the solver and the scales with it. */
export type { Candidate } from './candidate';
export type { Advice } from './conflict';
export { fingerWishes, landed, slantOfBrief, withFingerWish } from './brief';
export { draftBrief, equalOnPairs, withCandidate, withTurns, withTyped, type BriefPart } from './draft';
export { partsText, reachText } from './parts';
export { readPhrase } from './phrase';
export { reasonFor, reasonText } from './reason';
export { cleanRhythm } from './rhythm';
export { searching, type Outcome, type SearchEvent } from './search';
export { adviceText, briefName, briefText, outcomeText, targetText, wishText } from './words';
export {
  CHANGES_ON,
  CONTOURS,
  FIGURE_SIZES,
  MAX_BRIEF_NOTES,
  MAX_FINGER_CHANGES,
  MAX_PATTERN,
  MAX_RHYTHM,
  type Brief,
  type Target,
} from '../model/brief';
