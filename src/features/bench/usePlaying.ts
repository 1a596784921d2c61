'use client';
import { useMemo, useState } from 'react';
import type { Exercise, KeptLadder, LadderSpec, Plan } from '@/core';
import { usePlayer } from '@/ui/shell/player';
import { useLadder } from '@/ui/shell/useLadder';
import { usePlayback, type PlayedSound } from '@/ui/sound/useSound';
import { tapBeat } from '@/work/tapping';
import { ownTempo, playedBpm, type OwnTempo } from '@/work/bench/tempo';
import { attempt } from '@/work/perform';

export const SPEEDS = [1, 0.5, 0.25, 0.1] as const;
export type Speed = (typeof SPEEDS)[number];
export const SPEED_NAMES = { 1: 'full', 0.5: 'half', 0.25: 'a quarter', 0.1: 'a tenth' } as const;

export interface Playing {
  readonly sound: PlayedSound;
  /** The part of the tempo at which it is heard, to watch the pick. */
  readonly speed: Speed;
  readonly setSpeed: (speed: Speed) => void;
  /** The tempo it is played at, beats a minute. */
  readonly bpm: number;
  /** Where the student of the moment starts. */
  readonly startBpm: number;
  /** What the student's ladder is made from, and what is kept of it. */
  readonly ladder: { readonly spec: LadderSpec; readonly kept: KeptLadder | undefined };
  readonly setBpm: (bpm: number) => void;
  readonly slower: () => void;
  readonly faster: () => void;
  readonly tap: (seconds: number) => void;
  readonly stepDown: () => void;
  readonly stepUp: () => void;
  /** Keeps the tempo as the start of the student's ladder. */
  readonly makeStart: () => void;
}

/** Playing the plan that the lane of the Bench shows (the slurs that its policy makes included), at a tempo of the moment or on the steps of its ladder. */
export function usePlaying(exerciseId: string, exercise: Exercise, plan: Plan, isLoop: boolean): Playing {
  const player = usePlayer();
  const { spec, kept, set } = useLadder(exerciseId, exercise);
  const [own, setOwn] = useState<OwnTempo | null>(null);
  const bpm = playedBpm(own, player.id, spec.startBpm);
  const [speed, setSpeed] = useState<Speed>(1);
  // Counting in at a tenth of the tempo would take a minute.
  const sound = usePlayback(plan, isLoop, bpm * speed, speed >= 0.5);
  return useMemo((): Playing => {
    const setBpm = (next: number) => setOwn(ownTempo(player.id, next));
    const ladder = { spec, kept };
    // The ladder is built when a step of it is asked for.
    const toStep = (way: -1 | 1) =>
      attempt('Going to the next step', async () => {
        const { nextTempo } = await import('@/work/bench/steps');
        const step = nextTempo({ ladder, bpm }, way);
        if (step) setBpm(step.bpm);
      });
    return {
      sound,
      speed,
      setSpeed,
      bpm,
      startBpm: spec.startBpm,
      ladder,
      setBpm,
      slower: () => setBpm(bpm - 1),
      faster: () => setBpm(bpm + 1),
      tap: (seconds) => {
        const tapped = tapBeat(seconds);
        if (tapped !== null) setBpm(tapped);
      },
      stepDown: () => toStep(-1),
      stepUp: () => toStep(1),
      makeStart: () => {
        // Kept as the own tempo until it is written, so that nothing is heard of it.
        setBpm(bpm);
        set({ startBpm: bpm });
      },
    };
  }, [sound, speed, bpm, spec, kept, player.id, set]);
}
