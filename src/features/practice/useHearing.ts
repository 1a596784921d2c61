'use client';
/** Listening to the runs of a view: follows the runner, and closes the microphone with the view. */
import { useEffect, useRef, useState } from 'react';
import type { Exercise } from '@/core';
import { addTake, database, removeTake } from '@/storage';
import { useStore } from '@/ui/shell/useStore';
import { MICROPHONE } from '@/ui/sound/microphone';
import { startCheck } from '@/workers';
import { attempt } from '@/work/perform';
import { RunHearing, type HearingState } from '@/work/practice/hearing';
import type { TakeAsk } from '@/work/take/desk';
import { takeOf } from '@/work/take/kept';
import type { Practising } from './usePractice';

/** What a run of now is to be held against; null: it cannot be. */
function askOf({ state, given, settings, player }: Practising, exerciseId: string): TakeAsk | null {
  const { playing } = state;
  const isSteady = playing?.step.toBpm === null || given.mode !== 'ladder';
  if (!playing || playing.wanted === null || !isSteady || !settings) return null;
  const { exercise: played, plan } = playing.stepped;
  // A part goes round whatever its exercise does.
  const loop = played.policy.loop === true || playing.step.part !== null;
  const exercise: Exercise = { ...played, policy: { ...played.policy, loop } };
  const { countInBeats } = given.climb.spec;
  return {
    ...{ exerciseId, exercise, plan, playerId: player.id, bpm: playing.bpm, passes: playing.wanted },
    ...{ countInBeats, clicks: settings.clicks },
    ...(state.sitting ? { sessionId: state.sitting.id } : {}),
  };
}

/** The hearing of a runner. */
export function useHearing(
  practising: Practising,
  exerciseId: string,
): { hearing: RunHearing; heard: HearingState } {
  const { state, sound } = practising;
  const { control } = sound;
  const [hearing] = useState(
    () =>
      new RunHearing({
        ...MICROPHONE,
        check: startCheck,
        startFrame: control.startFrame,
        keep: async ({ ask, report }, runId) => {
          const { playerId, exercise, bpm, passes } = ask;
          const of = { playerId, exerciseId: ask.exerciseId, exercise, bpm, passes };
          const from = { source: 'microphone', runId, sessionId: ask.sessionId ?? null } as const;
          return addTake(database(), takeOf(report, { ...of, ...from }), exercise.passage);
        },
        remove: async (takeId, { ask }) => {
          await removeTake(database(), { id: takeId, playerId: ask.playerId });
        },
      }),
  );
  const heard = useStore(hearing);
  useEffect(() => () => hearing.turnOff(), [hearing]);
  const latest = useRef(practising);
  useEffect(() => {
    latest.current = practising;
  });
  const { phase, playing } = state;
  const before = useRef(phase);
  useEffect(() => {
    const was = before.current;
    before.current = phase;
    if (phase === 'playing' && was !== 'playing') hearing.begin(askOf(latest.current, exerciseId));
    // Another tempo on the way: what follows is another run.
    else if (phase === 'playing') hearing.begin(null);
    if (was === 'playing' && phase !== 'playing')
      attempt('Listening', () => hearing.end(latest.current.state.played?.passes ?? 0));
  }, [phase, playing, hearing, exerciseId]);
  return { hearing, heard };
}
