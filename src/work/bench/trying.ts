/** Notes that are shown and heard in the lane without being the exercise's own. */
import type { Exercise, Passage, PickingPolicy } from '@/core';
import { Store } from '../store';

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

/** Where the keys go while something is tried: `away` to the lane, `back` to where it was tried from. */
export interface TryingFocus {
  readonly away: () => void;
  readonly back: () => void;
}

/** What is tried on one Bench. */
export class Trying extends Store<Tried | null> {
  constructor(private readonly focus: TryingFocus) {
    super(null);
  }

  /** Tries something, or ends that. */
  readonly try: Try = (next) => {
    if (next) this.focus.away();
    else if (this.state) this.focus.back();
    this.put(next);
  };

  /** What is tried of an exercise as it is now; null where it has changed since. */
  of(exercise: Exercise): Tried | null {
    return this.state?.of === exercise ? this.state : null;
  }

  /** Makes what is tried the exercise's own, where it can be. */
  take(exercise: Exercise): void {
    this.of(exercise)?.take?.();
  }
}
