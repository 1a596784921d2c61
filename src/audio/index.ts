/** The public face of the audio room. Loaded late: nothing sounds before the user asks. */
export { thePlayback, type Playback, type PlaybackProblem, type PlaybackState, type Score } from './playback';
export { measureClicks, type ClickMeasure, type TempoAtBeat } from './measure';
