'use client';
import { useState } from 'react';
import type { Exercise } from '@/core';
import type { ExerciseEditor } from '@/storage';
import { useStore } from '@/ui/shell/useStore';
import { BenchActions, type Where } from '@/work/bench/acting';

/** The actions of a Bench and where its caret is. */
export function useBenchActions(
  editor: ExerciseEditor,
  exercise: Exercise,
): { actions: BenchActions; where: Where } {
  const [actions] = useState(() => new BenchActions(editor, exercise.passage));
  return { actions, where: useStore(actions) };
}
