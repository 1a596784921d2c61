'use client';
import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import type { Plan } from '@/core';
import type { PlaybackState, Score } from '@/audio';
import { database, keepSoundSettings, soundSettings, type SoundSettings } from '@/storage';
import { PlaybackControl, silence } from '@/work/playing';
import { useKept } from '@/ui/shell/useKept';

export type { PlaybackProblem } from '@/audio';

/** The control of the page; nothing of the playback is loaded before it is asked for. */
const control = new PlaybackControl(async () => (await import('@/audio')).thePlayback(), {
  read: () => soundSettings(database()),
  keep: (change) => keepSoundSettings(database(), change),
});

/** What is heard, how it is set (undefined until it is read), and what can be done with it. */
export interface Sound extends Omit<PlaybackState, 'bpm'> {
  readonly sounds: SoundSettings | undefined;
  readonly control: PlaybackControl;
}

/** The sound of the page; it stops when the view goes away. */
export function useSound(): Sound {
  const { isPlaying, problem, finished } = useSyncExternalStore(
    control.subscribe,
    control.getSnapshot,
    silence,
  );
  const sounds = useKept(() => soundSettings(database()));
  useEffect(() => control.stop, []);
  return useMemo(
    () => ({ isPlaying, problem, finished, sounds, control }),
    [isPlaying, problem, finished, sounds],
  );
}

/** The sound of a view that shows a passage. */
export interface PlayedSound extends Sound {
  readonly toggle: () => void;
}

/** Playing a passage: follows its edits and its tempo. */
export function usePlayback(plan: Plan, loop: boolean, bpm: number, countsIn = true): PlayedSound {
  const sound = useSound();
  const { sounds } = sound;
  const countInBeats = countsIn ? (sounds?.countInBars ?? 1) * plan.passage.meter.beats : 0;
  const score = useMemo(
    (): Score => ({ plan, loop, passes: loop ? null : 1, countInBeats }),
    [plan, loop, countInBeats],
  );
  useEffect(() => control.followScore(score), [score]);
  useEffect(() => control.followTempo(bpm), [bpm]);
  // Read when it is pressed, so that what hangs on it is not made anew with every edit.
  const latest = useRef({ score, bpm, sounds });
  useEffect(() => {
    latest.current = { score, bpm, sounds };
  });
  return useMemo(
    () => ({
      ...sound,
      toggle: () => {
        const now = latest.current;
        control.toggle(now.score, now.bpm, now.sounds ?? null);
      },
    }),
    [sound],
  );
}
