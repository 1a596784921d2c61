'use client';
import { useCallback, useMemo, useRef, useState } from 'react';
import { planOf, type Exercise, type Passage, type PickingPolicy, type Plan, type Setup } from '@/core';

/** Notes that are shown and heard in the lane without being the exercise's own. */
export interface Tried {
  /** What they were made from; once that has changed they are tried no more. */
  readonly of: Exercise;
  /** What they are: "Play it backwards." */
  readonly label: string;
  readonly passage: Passage;
  readonly policy: PickingPolicy;
  /** Makes them the exercise's own; null for what becomes no part of it. */
  readonly take: (() => void) | null;
}

/** Tries notes in the lane, or (with null) shows the exercise's own again. */
export type Try = (tried: Tried | null) => void;

export interface Trying {
  readonly tried: Tried | null;
  readonly onTry: Try;
  /** What the lane shows. */
  readonly passage: Passage;
  readonly plan: Plan;
  readonly isLoop: boolean;
  /** Keys of the lane while something is tried. */
  readonly runs: Readonly<Record<'Escape' | 'Enter', () => void>>;
}

/** What the lane shows: the exercise, or what is tried in its place. */
export function useTrying(exercise: Exercise, plan: Plan, setup: Setup, toLane: () => void): Trying {
  const [wanted, setWanted] = useState<Tried | null>(null);
  const from = useRef<HTMLElement | null>(null);
  const onTry = useCallback(
    (next: Tried | null) => {
      const active = document.activeElement;
      // To the lane and its keys; and back to where it was tried from.
      if (next) {
        from.current = active instanceof HTMLElement ? active : null;
        toLane();
      } else from.current?.focus();
      setWanted(next);
    },
    [toLane],
  );
  const tried = wanted?.of === exercise ? wanted : null;
  const { passage, policy } = tried ?? exercise;
  const triedPlan = useMemo(() => tried && planOf(tried.passage, tried.policy, setup), [tried, setup]);
  return {
    tried,
    onTry,
    passage,
    plan: triedPlan ?? plan,
    isLoop: policy.loop === true,
    runs: { Escape: () => onTry(null), Enter: () => tried?.take?.() },
  };
}
