/** The door to the fretting hand, apart from the core's face: it is loaded when fingers are asked for. */
export { dampingPlan, dampingText, noiseText } from './damping';
export { fingerChanges, missingChanges, type FingerCell } from './fingerChanges';
export { canHold, fingerPassage, knownPatterns, type Fingering, type FingeringOptions } from './fingering';
export { type HandSchool } from './hand';
export { fingersWritten, frettingAlone, handSigns, romanFret } from './written';
