/** The door to composing, apart from the core's face: it brings the knowledge of scales and chords with it. */
export { applyRecipe, isDetached, materialHash, type Applied } from './apply';
export { arpeggioShapes, chordShapes, type RankedShape } from './chordShapes';
export { canDisplace, compose, type Composed } from './compose';
export { faultText, type Fault } from './faults';
export { cleanMask, MASK_LETTERS } from './mask';
export { nearestRecipe, type Nearest } from './nearest';
export * from './recipe';
export * from './tones';
export { recipeText } from './words';
