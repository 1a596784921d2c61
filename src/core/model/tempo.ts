/** Tempos, in beats a minute. */
import { number } from './field';

/** The slowest tempo that may be asked for. */
export const MIN_BPM = 20;
/** The fastest tempo that may be asked for. */
export const MAX_BPM = 400;
/** Tempos are exact to so many decimals. */
export const BPM_DECIMALS = 3;

/** A tempo of an exercise, a ladder or a run. */
export const BPM = number(MIN_BPM, MAX_BPM);
