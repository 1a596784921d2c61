'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { tappedBpm, type Beat, type Plan, type PlayPlace, type VoicedKind } from '@/core';
import type { PlaybackProblem, Score } from '@/audio';
import { database, keepSoundSettings, soundSettings, type SoundSettings } from '@/storage';
import { attempt } from '@/work/perform';
import {
  heardBeat as beat,
  heardPlace as place,
  loadPlayback as load,
  playbackNow,
  playbackState,
  silence,
  subscribePlayback,
} from './engine';

export type { PlaybackProblem };

/** Taps of the hand, in seconds. */
const taps: number[] = [];
const MOST_TAPS = 16;

/** A tap on the beat; gives the tempo once there are two. */
export function tapBeat(seconds: number): number | null {
  taps.push(seconds);
  if (taps.length > MOST_TAPS) taps.shift();
  return tappedBpm(taps);
}

export interface PlaybackActions {
  readonly isPlaying: boolean;
  readonly problem: PlaybackProblem | null;
  /** Undefined until it is read. */
  readonly sounds: SoundSettings | undefined;
  readonly toggle: () => void;
  readonly setSounds: (sounds: SoundSettings) => void;
  /** What is heard now; null in the count-in and in silence. */
  readonly place: () => PlayPlace | null;
  /** The beat that is heard now; null in silence. */
  readonly beat: () => Beat | null;
  readonly dismiss: () => void;
  /** Sounds the voice of a kind of change once. */
  readonly preview: (kind: VoicedKind) => void;
}

const dismiss = (): void => playbackNow()?.dismiss();
const setSounds = (next: SoundSettings): void => {
  playbackNow()?.setSounds(next);
  attempt('Keeping the setting', () => keepSoundSettings(database(), next));
};

/** Playing a passage: follows its edits and its tempo, stops when the view goes away. */
export function usePlayback(plan: Plan, loop: boolean, bpm: number, countsIn = true): PlaybackActions {
  const { isPlaying, problem } = useSyncExternalStore(subscribePlayback, playbackState, silence);
  const sounds = useLiveQuery(() => soundSettings(database()));
  const countInBeats = countsIn ? (sounds?.countInBars ?? 1) * plan.passage.meter.beats : 0;
  const score = useMemo(
    (): Score => ({ plan, loop, passes: loop ? null : 1, countInBeats }),
    [plan, loop, countInBeats],
  );
  useEffect(() => () => playbackNow()?.stop(), []);
  useEffect(() => playbackNow()?.setScore(score), [score]);
  useEffect(() => {
    const { isPlaying: isOn, bpm: heard } = playbackState();
    if (isOn && heard !== bpm) playbackNow()?.setTempo(bpm);
  }, [bpm]);

  // Read when it is pressed, so that what hangs on it is not made anew with every edit.
  const latest = useRef({ score, bpm, sounds });
  useEffect(() => {
    latest.current = { score, bpm, sounds };
  });
  const toggle = useCallback(() => {
    if (playbackState().isPlaying) playbackNow()?.stop();
    else
      attempt('Playing', async () => {
        const playback = await load();
        const now = latest.current;
        await playback.start(now.score, now.bpm, now.sounds ?? (await soundSettings(database())));
      });
  }, []);
  return useMemo(
    () => ({
      isPlaying,
      problem,
      sounds,
      toggle,
      setSounds,
      place,
      beat,
      dismiss,
      preview: (kind) => attempt('Playing', async () => (await load()).preview(kind, sounds?.volume ?? 0.7)),
    }),
    [isPlaying, problem, sounds, toggle],
  );
}
