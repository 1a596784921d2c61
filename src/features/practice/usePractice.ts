'use client';
/** The runner on an exercise: a shell round its store. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Exercise } from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart } from '@/core/record';
import { database, practiceSettings, type PracticeMode, nowMs } from '@/storage';
import { usePlayer } from '@/ui/shell/player';
import { useLadder } from '@/ui/shell/useLadder';
import { useRecord } from '@/ui/shell/useRecord';
import { useStore } from '@/ui/shell/useStore';
import { useScreenOn } from '@/ui/sound/useScreenOn';
import { useSound } from '@/ui/sound/useSound';
import type { Given, Phase } from '@/work/practice/state';
import { probeSteps } from '@/work/practice/probe';
import { PracticeStore, type RunSound } from '@/work/practice/store';
import { useKept } from '@/ui/shell/useKept';

const UNDER_WAY: ReadonlySet<Phase> = new Set(['warm-up', 'ready', 'playing', 'judge', 'rest']);

/** What is practised, as the ladder and the record are now. */
function useGiven(exerciseId: string, exercise: Exercise, mode: PracticeMode) {
  const player = usePlayer();
  const ladder = useLadder(exerciseId, exercise);
  const { kept } = ladder;
  const climb = useMemo(() => climbOf(exercise, kept, player.setup), [exercise, kept, player.setup]);
  const { subdivision } = exercise.passage;
  const record = useRecord(exerciseId, subdivision);
  const { tempo, stated } = record;
  const given = useMemo((): Given => {
    const steps = mode === 'probe' ? probeSteps(climb.spec) : climb.steps;
    const next = nextStart(tempo, stated, climb.steps, subdivision);
    return { exerciseId, playerId: player.id, mode, setup: player.setup, climb, steps, subdivision, next };
  }, [exerciseId, player.id, player.setup, mode, climb, subdivision, tempo, stated]);
  return {
    given,
    player,
    ladder,
    record,
    isRead: ladder.isRead && record.days !== undefined && player.revision > 0,
  };
}

/** The runner on an exercise, in one of its modes. */
export function usePractice(exerciseId: string, exercise: Exercise, mode: PracticeMode) {
  const { given, player, ladder, record, isRead } = useGiven(exerciseId, exercise, mode);
  const settings = useKept(() => practiceSettings(database()));
  const sound = useSound();
  const { control, sounds } = sound;
  // Loaded ahead, so that the first run begins when it is asked for.
  useEffect(() => control.prepare(), [control]);
  const heard = useMemo(
    (): RunSound => ({
      play: ({ playing, toBpm }) => {
        const { exercise: played, plan } = playing.stepped;
        const loop = played.policy.loop === true || playing.step.part !== null;
        const { countInBeats } = given.climb.spec;
        const { course } = playing.step;
        // Another order each time it is played.
        const rising = toBpm === null ? {} : { course: { toBpm, course, seed: nowMs() | 0 } };
        const clicks = settings!.clicks;
        const score = { plan, loop, passes: playing.wanted, countInBeats, clicks, ...rising };
        control.start(score, playing.bpm, sounds ?? null);
      },
      stop: control.stop,
      stopAtClick: control.stopAtClick,
      setTempo: control.setTempo,
    }),
    [control, sounds, settings, given.climb.spec],
  );
  const [store] = useState(() => new PracticeStore(database(), given, heard));
  const state = useStore(store);
  const hasWarmUp = (settings?.warmUp.length ?? 0) > 0;
  useEffect(() => store.soundWith(heard), [store, heard]);
  useEffect(() => {
    store.dispatch({ is: 'given', given });
    // The record must be read first: it says where to begin.
    if (isRead && settings) store.open(hasWarmUp);
  }, [store, given, isRead, settings, hasWarmUp]);
  const finished = useRef(sound.finished);
  useEffect(() => {
    if (sound.finished !== finished.current) store.dispatch({ is: 'finished' });
    finished.current = sound.finished;
  }, [store, sound.finished]);
  // Between runs too: the hands are at the instrument.
  useScreenOn(UNDER_WAY.has(state.phase), `${state.phase} ${state.sitting?.said.length}`);
  const isSilenced = !sound.isPlaying && (sound.problem === 'refused' || sound.problem === 'interrupted');
  useEffect(() => {
    if (isSilenced) store.dispatch({ is: 'silenced' });
  }, [store, isSilenced]);
  return { store, state, given, player, ladder, record, settings, sound, hasWarmUp };
}

export type Practising = ReturnType<typeof usePractice>;
