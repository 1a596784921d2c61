'use client';
import { startTransition, useEffect, useRef, useState } from 'react';
import type { Setup } from '@/core';
import type { Candidate, Outcome, SearchEvent, Brief } from '@/core/brief';
import { prepareComposing, startComposing, type Running } from '@/workers';

export interface Composing {
  /** What the lines were, or are being, composed to. */
  readonly brief: Brief | null;
  readonly candidates: readonly Candidate[];
  readonly outcome: Outcome | null;
  /** Null when nothing runs. */
  readonly stage: 'looking' | 'proving' | 'more' | null;
  readonly fault: string | null;
  readonly start: (brief: Brief, seed: number) => void;
  readonly stop: () => void;
}

interface State {
  readonly brief: Brief | null;
  readonly candidates: readonly Candidate[];
  readonly outcome: Outcome | null;
  readonly stage: Composing['stage'];
  readonly fault: string | null;
}

const NOTHING: State = { brief: null, candidates: [], outcome: null, stage: null, fault: null };

function after(state: State, event: SearchEvent): State {
  if (event.kind === 'proving') return { ...state, stage: 'proving' };
  if (event.kind === 'settled') return { ...state, stage: 'more' };
  if (event.kind !== 'candidate') return state;
  // Lines that were there stay where they are until the end, so that nothing moves under the hand.
  return { ...state, candidates: [...state.candidates, event.candidate] };
}

/** The same line as it is shown already, so that it need not be drawn again. */
function held({ candidates }: State, one: Candidate): Candidate {
  const places = ({ passage }: Candidate) =>
    passage.notes.map(({ string, fret }) => `${string}.${fret}`).join();
  return candidates.find((other) => other.cost === one.cost && places(other) === places(one)) ?? one;
}

/** The search of the composer as it runs, in a worker that can be stopped at any moment. */
export function useComposing(setup: Setup): Composing {
  const [state, setState] = useState(NOTHING);
  const running = useRef<Running<Outcome> | null>(null);
  useEffect(() => {
    const leave = prepareComposing();
    return () => {
      running.current?.stop();
      leave();
    };
  }, []);
  const stop = () => {
    running.current?.stop();
    running.current = null;
    setState((now) => ({ ...now, stage: null }));
  };
  const start = (brief: Brief, seed: number) => {
    running.current?.stop();
    setState({ ...NOTHING, brief, stage: 'looking' });
    // What comes after the result, or from a search that was stopped, is told no more.
    const search = startComposing(brief, setup, seed, (event) => {
      // Drawing the lines must not hold up what the user does meanwhile.
      if (running.current === search) startTransition(() => setState((now) => after(now, event)));
    });
    running.current = search;
    const end = (change: (now: State) => Partial<State>) => {
      if (running.current !== search) return;
      running.current = null;
      startTransition(() => setState((now) => ({ ...now, stage: null, ...change(now) })));
    };
    search.result.then(
      (outcome) => end((now) => ({ outcome, candidates: outcome.candidates.map((one) => held(now, one)) })),
      (error: unknown) => end(() => ({ fault: (error as Error).message })),
    );
  };
  return { ...state, start, stop };
}
