'use client';
import { useState, useSyncExternalStore } from 'react';
import type { Exercise } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { BenchActions, type Where } from '@/work/bench/acting';

/** The actions of a Bench and where its caret is. */
export function useBenchActions(
  editor: ExerciseEditor,
  exercise: Exercise,
): { actions: BenchActions; where: Where } {
  const [actions] = useState(() => new BenchActions(editor, exercise.passage));
  const where = useSyncExternalStore(actions.subscribe, actions.getSnapshot, actions.getSnapshot);
  return { actions, where };
}
