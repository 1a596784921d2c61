/** The door to composing, apart from the core's face: it brings the knowledge of scales and chords with it. */
export { applyRecipe, isDetached } from './apply';
export { canApproach } from './around';
export { arpeggioShapes, chordShapes } from './chordShapes';
export { canDisplace, compose } from './compose';
export { composeFaultText } from './faults';
export { holeText } from './holes';
export { cleanMask } from './mask';
export { cleanStrokes } from './patterns';
export { takeCell } from './own';
export { nearestRecipe } from './nearest';
export { allStrings, firstRecipe, withSource } from './recipe';
export { CHORDS, SCALES, TONICS } from './names';
export { blankFault, firstFilled, STARTING_POINTS, startingExercise } from './starting';
export type { Blank, Filled } from './blanks';
export { shortForm } from './short';
export { keyOfLine, rekeyRange, type Key } from './rekey';
export { suppliesOf } from './supply';
export { tuningFrom, tuningText } from './tuningText';
export { chordNamed, degreeSemitones } from './tones';
export { APPROACH_NAMES, INTERVALS, recipeName, recipeText, TURN_NAMES, versionsInTurn } from './words';
export {
  APPROACHES,
  DIRECTIONS,
  TURNS,
  VARIATIONS,
  type Figure,
  type Moves,
  type Recipe,
  type Source,
  type SourceKind,
} from '../model/recipe';
