/** The door to practice tracks. */
export { chaptersOf, layTrack, type TrackPiece } from './lay';
export { renderTrack, type TrackNotes, type TrackSound } from './render';
export { numberWords, TRACK_WORDS, type TrackWord } from './spoken';
