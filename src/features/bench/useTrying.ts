'use client';
import { useMemo, useState } from 'react';
import { planOf, type Exercise, type Passage, type Plan, type Setup } from '@/core';
import { useStore } from '@/ui/shell/useStore';
import { Trying, type Tried, type Try, type TryingFocus } from '@/work/bench/trying';

/** What the lane shows: the exercise, or what is tried in its place. */
export interface TryingShown {
  readonly tried: Tried | null;
  readonly onTry: Try;
  readonly passage: Passage;
  readonly plan: Plan;
  readonly isLoop: boolean;
  /** Keys of the lane while something is tried. */
  readonly runs: Readonly<Record<'Escape' | 'Enter', () => void>>;
}

/** To the lane, and back to where it was tried from. */
function thereAndBack(toLane: () => void): TryingFocus {
  let from: HTMLElement | null = null;
  return {
    away: () => {
      const active = document.activeElement;
      from = active instanceof HTMLElement ? active : null;
      toLane();
    },
    back: () => from?.focus(),
  };
}

/** @param toLane puts the focus into the lane; the same function for as long as the Bench is open. */
export function useTrying(exercise: Exercise, plan: Plan, setup: Setup, toLane: () => void): TryingShown {
  const [trying] = useState(() => new Trying(thereAndBack(toLane)));
  useStore(trying);
  const tried = trying.of(exercise);
  const { passage, policy } = tried ?? exercise;
  const triedPlan = useMemo(() => tried && planOf(tried.passage, tried.policy, setup), [tried, setup]);
  return {
    tried,
    onTry: trying.try,
    passage,
    plan: triedPlan ?? plan,
    isLoop: policy.loop === true,
    runs: { Escape: () => trying.try(null), Enter: () => trying.take(exercise) },
  };
}
