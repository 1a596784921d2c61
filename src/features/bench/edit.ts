import type { Exercise } from '@/core';

/** How panels change the exercise of the Bench; edits in a row with one merge key are one step of undo. */
export type EditExercise = (
  label: string,
  change: (exercise: Exercise) => Exercise,
  mergeKey?: string,
) => void;
