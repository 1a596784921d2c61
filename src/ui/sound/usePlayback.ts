'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { tappedBpm, type Beat, type Plan, type PlayPlace, type VoicedKind } from '@/core';
import type { Playback, PlaybackProblem, PlaybackState, Score } from '@/audio';
import { database, keepSoundSettings, soundSettings, type SoundSettings } from '@/storage';

export type { PlaybackProblem };

const SILENT: PlaybackState = { isPlaying: false, bpm: 0, problem: null };

/** The playback, once it is loaded; nothing of it is before the user asks for sound. */
let loaded: Playback | null = null;
const waiting = new Set<() => void>();

async function load(): Promise<Playback> {
  const { thePlayback } = await import('@/audio');
  if (!loaded) {
    loaded = thePlayback();
    for (const listener of [...waiting]) listener();
  }
  return loaded;
}

/** Listens to the playback even before it is there. */
function subscribe(listener: () => void): () => void {
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

const snapshot = (): PlaybackState => loaded?.snapshot() ?? SILENT;
const silence = (): PlaybackState => SILENT;

/** Taps of the hand, in seconds. */
const taps: number[] = [];
const MOST_TAPS = 16;

/** A tap on the beat; gives the tempo once there are two. */
export function tapBeat(seconds: number): number | null {
  taps.push(seconds);
  if (taps.length > MOST_TAPS) taps.shift();
  return tappedBpm(taps);
}

export interface PlaybackHands {
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

const place = (): PlayPlace | null => loaded?.place() ?? null;
const beat = (): Beat | null => loaded?.beat() ?? null;
const dismiss = (): void => loaded?.dismiss();
const setSounds = (next: SoundSettings): void => {
  loaded?.setSounds(next);
  void keepSoundSettings(database(), next);
};

/** Playing a passage: follows its edits and its tempo, stops when the view goes away. */
export function usePlayback(plan: Plan, loop: boolean, bpm: number, countsIn = true): PlaybackHands {
  const { isPlaying, problem } = useSyncExternalStore(subscribe, snapshot, silence);
  const sounds = useLiveQuery(() => soundSettings(database()));
  const countInBeats = countsIn ? (sounds?.countInBars ?? 1) * plan.passage.meter.beats : 0;
  const score = useMemo(
    (): Score => ({ plan, loop, passes: loop ? null : 1, countInBeats }),
    [plan, loop, countInBeats],
  );
  useEffect(() => () => loaded?.stop(), []);
  useEffect(() => loaded?.setScore(score), [score]);
  useEffect(() => {
    if (loaded?.snapshot().isPlaying && loaded.snapshot().bpm !== bpm) loaded.setTempo(bpm);
  }, [bpm]);

  // Read when it is pressed, so that what hangs on it is not made anew with every edit.
  const latest = useRef({ score, bpm, sounds });
  useEffect(() => {
    latest.current = { score, bpm, sounds };
  });
  const toggle = useCallback(() => {
    if (loaded?.snapshot().isPlaying) loaded.stop();
    else
      void load().then(async (playback) => {
        const now = latest.current;
        return playback.start(now.score, now.bpm, now.sounds ?? (await soundSettings(database())));
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
      preview: (kind) => void load().then((playback) => playback.preview(kind, sounds?.volume ?? 0.7)),
    }),
    [isPlaying, problem, sounds, toggle],
  );
}
