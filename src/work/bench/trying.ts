/** Notes that are shown and heard in the lane without being the exercise's own. */
import type { Exercise, Passage, PickingPolicy } from '@/core';

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
export class Trying {
  private wanted: Tried | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly focus: TryingFocus) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): Tried | null => this.wanted;

  /** Tries something, or ends that. */
  readonly try: Try = (next) => {
    if (next) this.focus.away();
    else if (this.wanted) this.focus.back();
    this.wanted = next;
    for (const listener of this.listeners) listener();
  };

  /** What is tried of an exercise as it is now; null where it has changed since. */
  of(exercise: Exercise): Tried | null {
    return this.wanted?.of === exercise ? this.wanted : null;
  }

  /** Makes what is tried the exercise's own, where it can be. */
  take(exercise: Exercise): void {
    this.of(exercise)?.take?.();
  }
}
