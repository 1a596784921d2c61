/** The playback, once it is loaded; nothing of it is before the user asks for sound. */
import type { Beat, PlayPlace } from '@/core';
import type { Playback, PlaybackState } from '@/audio';

const SILENT: PlaybackState = { isPlaying: false, bpm: 0, problem: null, finished: 0 };

let loaded: Playback | null = null;
const waiting = new Set<() => void>();

/** The playback, if it is there. */
export const playbackNow = (): Playback | null => loaded;

/** The playback, loaded at first use. */
export async function loadPlayback(): Promise<Playback> {
  const { thePlayback } = await import('@/audio');
  if (!loaded) {
    loaded = thePlayback();
    for (const listener of [...waiting]) listener();
  }
  return loaded;
}

/** Listens to the playback even before it is there. */
export function subscribePlayback(listener: () => void): () => void {
  let end = loaded?.subscribe(listener);
  const onLoad = () => {
    end = loaded?.subscribe(listener);
    listener();
  };
  if (!loaded) waiting.add(onLoad);
  return () => {
    waiting.delete(onLoad);
    end?.();
  };
}

export const playbackState = (): PlaybackState => loaded?.snapshot() ?? SILENT;
export const silence = (): PlaybackState => SILENT;
export const heardPlace = (): PlayPlace | null => loaded?.place() ?? null;
export const heardBeat = (): Beat | null => loaded?.beat() ?? null;
