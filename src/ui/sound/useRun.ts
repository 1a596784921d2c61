'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { Beat, PlayPlace } from '@/core';
import type { PlaybackProblem, Score } from '@/audio';
import { database, keepSoundSettings, soundSettings, type SoundSettings } from '@/storage';
import { ahead, attempt } from '@/work/perform';
import {
  heardBeat,
  heardPlace,
  loadPlayback,
  playbackNow,
  playbackState,
  silence,
  subscribePlayback,
} from './engine';

export interface RunActions {
  readonly isPlaying: boolean;
  readonly problem: PlaybackProblem | null;
  /** How often something was played to its end. */
  readonly finished: number;
  readonly sounds: SoundSettings | undefined;
  readonly setSounds: (sounds: SoundSettings) => void;
  /** Begins with the count-in; what was playing stops. */
  readonly start: (score: Score, bpm: number) => void;
  readonly stop: () => void;
  /** Ends at the next click. */
  readonly stopAtClick: () => void;
  /** Heard from the next click on. */
  readonly setTempo: (bpm: number) => void;
  /** What is heard now; null in the count-in and in silence. */
  readonly place: () => PlayPlace | null;
  readonly beat: () => Beat | null;
  readonly dismiss: () => void;
}

/** Playing runs one by one, each as it was begun; stops when the view goes away. */
export function useRun(): RunActions {
  const { isPlaying, problem, finished } = useSyncExternalStore(subscribePlayback, playbackState, silence);
  const sounds = useLiveQuery(() => soundSettings(database()));
  useEffect(() => {
    // Loaded ahead, so that the first run begins when it is asked for.
    ahead(loadPlayback);
    return () => playbackNow()?.stop();
  }, []);
  return useMemo(
    () => ({
      isPlaying,
      problem,
      finished,
      sounds,
      setSounds: (next) => {
        playbackNow()?.setSounds(next);
        attempt('Keeping the setting', () => keepSoundSettings(database(), next));
      },
      start: (score, bpm) =>
        attempt('Playing', async () => {
          const playback = await loadPlayback();
          await playback.start(score, bpm, sounds ?? (await soundSettings(database())));
        }),
      stop: () => playbackNow()?.stop(),
      stopAtClick: () => playbackNow()?.stopAtClick(),
      setTempo: (bpm) => playbackNow()?.setTempo(bpm),
      place: heardPlace,
      beat: heardBeat,
      dismiss: () => playbackNow()?.dismiss(),
    }),
    [isPlaying, problem, finished, sounds],
  );
}
