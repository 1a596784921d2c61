/** A practice track that is asked for, from wherever: one dialog for all of them. */
import { Asking } from '../asking';
import type { TrackOf } from './pieces';

/** What a track is asked of, and what its file is called. */
export interface TrackAsk {
  readonly name: string;
  readonly of: TrackOf;
}

/** What is asked for just now. */
export const trackAsked = new Asking<TrackAsk, null>();

/** Asks for a practice track. */
export function askForTrack(ask: TrackAsk): void {
  trackAsked.ask(ask).catch(() => undefined);
}
