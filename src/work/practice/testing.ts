/** For tests of the runner: a figure that goes round, with its ladder. */
import { expect } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  FRESH_LADDER,
  newExercise,
  putNote,
  type Exercise,
  type LadderKind,
  type PlayPlace,
} from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart } from '@/core/record';
import type { PracticeMode, PracticeSitting } from '@/storage';
import { step } from './machine';
import { bpmOf, openingState, standingOf, type Given, type PracticeEvent } from './state';

/** What the runner is given for a figure of one note a slot on some strings: an even ladder from 60 to 100. */
export function givenOn(strings: readonly number[]): Given {
  const passage = strings.reduce((notes, string, at) => putNote(notes, at * 1680, string, 5), emptyPassage());
  const plain = newExercise('Stored', passage);
  const exercise = { ...plain, policy: { ...plain.policy, loop: true } };
  const climb = climbOf(exercise, { ...FRESH_LADDER, startBpm: 60, goalBpm: 100 }, DEFAULT_SETUP);
  return {
    ...{ exerciseId: 'e', playerId: 'me', mode: 'ladder', setup: DEFAULT_SETUP, climb },
    ...{ steps: climb.steps, subdivision: 4, next: nextStart(null, null, climb.steps, 4) },
  };
}

/** A moment. */
export const momentAt = (ms: number) => ({ ms, at: new Date(ms).toISOString().replace('Z', '+00:00') });

/** A sound that nobody hears. */
export const silent = {
  play: () => undefined,
  stop: () => undefined,
  stopAtClick: () => undefined,
  setTempo: () => undefined,
};

function exerciseOf(notes: number): Exercise {
  let passage = emptyPassage();
  for (let at = 0; at < notes; at++) passage = putNote(passage, at * 1680, 3 - (at % 2), 5);
  const exercise = newExercise('Machine', passage);
  return { ...exercise, policy: { ...exercise.policy, loop: true } };
}

/** What the runner is given for a figure on two strings: a ladder of a kind from 60 to 100. */
export function givenOf(
  mode: PracticeMode,
  kind: LadderKind = 'twoUpOneBack',
  exerciseId = 'e',
  notes = 16,
): Given {
  const exercise = exerciseOf(notes);
  const kept = { ...FRESH_LADDER, startBpm: 60, goalBpm: 100, kind };
  const climb = climbOf(exercise, kept, DEFAULT_SETUP);
  const next = nextStart(null, null, climb.steps, 4);
  return {
    exerciseId,
    playerId: 'p',
    mode,
    setup: DEFAULT_SETUP,
    climb,
    steps: climb.steps,
    subdivision: 4,
    next,
  };
}

/** A moment of one day. */
export const atMs = (ms: number, day = '2026-11-25') => ({ ms, at: `${day}T10:00:00+00:00` });
/** A place in a pass. */
export const place = (pass: number) => ({ pass, ticks: 100 }) as PlayPlace;
export const opened = (
  sitting?: PracticeSitting,
  pain: { id: string; bpm: number } | null = null,
  now = atMs(0),
) => ({ is: 'opened', sitting, pain, hasWarmUp: false, now, id: 's' }) as const;

let ids = 0;

/** A runner that is driven by hand; what it has kept is what its effects say. */
export function runner(
  given: Given,
  sitting?: PracticeSitting,
  pain: { id: string; bpm: number } | null = null,
) {
  let { state } = step(openingState(given), opened(sitting, pain));
  const kept = new Map<string, unknown>();
  let isSounding = false;
  const played: number[] = [];
  return {
    get state() {
      return state;
    },
    kept,
    played,
    id: () => `id${++ids}`,
    does(event: PracticeEvent) {
      const { state: next, effects } = step(state, event);
      const written = effects.flatMap((effect) => ('sitting' in effect ? [effect.sitting] : []));
      // What is kept is what stands, and what stands is kept, with one writing.
      expect(written.length).toBeLessThanOrEqual(1);
      for (const one of written) expect(one).toEqual(next.sitting);
      if (written.length === 0 && event.is !== 'not kept') expect(next.sitting).toEqual(state.sitting);
      if (effects.some((effect) => effect.do === 'play')) isSounding = true;
      if (event.is === 'finished' || effects.some((effect) => effect.do.startsWith('stop')))
        isSounding = false;
      expect(isSounding).toBe(next.phase === 'playing');
      state = next;
      for (const effect of effects) {
        if (effect.do === 'add run') kept.set(effect.id, effect.run);
        if (effect.do === 'add sign') kept.set(effect.id, effect.sign);
        if (effect.do === 'take away') kept.delete(effect.said.id);
        if (effect.do === 'play') played.push(effect.playing.bpm);
      }
      return effects;
    },
  };
}

export type Runner = ReturnType<typeof runner>;

/** Presses, by name; each finds its own ids and places. */
export const PRESSES = {
  start: (one: Runner) => one.does({ is: 'start', now: atMs(1), id: one.id(), hasWarmUp: false }),
  stop: (one: Runner) => one.does({ is: 'stop', place: place(2) }),
  finished: (one: Runner) => one.does({ is: 'finished' }),
  clean: (one: Runner) =>
    one.does({ is: 'judge', verdict: 'clean', place: place(5), id: one.id(), now: atMs(1) }),
  unclean: (one: Runner) =>
    one.does({ is: 'judge', verdict: 'not clean', place: place(1), id: one.id(), now: atMs(1) }),
  tight: (one: Runner) => one.does({ is: 'sign', kind: 'tight', id: one.id(), now: atMs(1) }),
  pain: (one: Runner) => one.does({ is: 'sign', kind: 'pain', id: one.id(), now: atMs(1) }),
  back: (one: Runner) => one.does({ is: 'take back' }),
  up: (one: Runner) => one.does({ is: 'go to', at: standingOf(one.state).climb.at + 1, place: null }),
  down: (one: Runner) => one.does({ is: 'go to', at: standingOf(one.state).climb.at - 1, place: null }),
  faster: (one: Runner) => one.does({ is: 'set tempo', bpm: bpmOf(one.state) + 2, place: null }),
  rested: (one: Runner) => one.does({ is: 'rested' }),
  end: (one: Runner) => one.does({ is: 'end' }),
  again: (one: Runner) => one.does({ is: 'again' }),
} as const;
