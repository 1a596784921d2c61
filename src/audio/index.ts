/** The public face of the audio room. Loaded late: nothing sounds before the user asks. */
export { thePlayback, type Playback } from './playback';
export type { PlaybackProblem, PlaybackState, Score } from './score';
export { measureClicks, type ClickMeasure, type TempoAtBeat } from './measure';
