/** The door to composing, apart from the core's face: it brings the knowledge of scales and chords with it. */
export { applyRecipe, isDetached } from './apply';
export { arpeggioShapes, chordShapes } from './chordShapes';
export { canDisplace, compose } from './compose';
export { composeFaultText } from './faults';
export { cleanMask } from './mask';
export { takeCell } from './own';
export { nearestRecipe } from './nearest';
export { allStrings, firstRecipe, withSource } from './recipe';
export { CHORDS, SCALES, TONICS } from './names';
export { shortForm, type ShortForm } from './short';
export { keyOfLine, rekeyRange, type Key } from './rekey';
export { suppliesOf } from './supply';
export { tuningFrom, tuningText } from './tuningText';
export { recipeName, recipeText, TURN_NAMES, versionsInTurn } from './words';
export {
  DIRECTIONS,
  TURNS,
  VARIATIONS,
  type Figure,
  type Moves,
  type Recipe,
  type Source,
  type SourceKind,
} from '../model/recipe';
