/** The public face of the audio room. Loaded late: nothing sounds before the user asks. */
export { thePlayback, type Playback } from './playback';
export type { PlaybackProblem, PlaybackState, Score } from './score';
export { MicrophoneError, openMicrophone, type Capture, type Level } from './recording';
export { latencySeconds, openOutput } from './output';
export { decodeSound, Listening, wavOf } from './listening';
export { playChirps } from './loopback';
export { screenLock } from './wakeLock';
export type { Recorded } from './joining';
export { measureClicks, type ClickMeasure, type TempoAtBeat } from './measure';
