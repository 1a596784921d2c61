'use client';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import type { Exercise } from '@/core';
import type { ExerciseEditor, EditorState } from '@/storage';
import { useEditor } from './useEditor';
import { Titled } from './Titled';

const MissingExercise = dynamic(() => import('./MissingExercise').then((module) => module.MissingExercise), {
  ssr: false,
});

export interface OpenedProps {
  readonly editor: ExerciseEditor;
  readonly state: EditorState;
  readonly exercise: Exercise;
}

/** Opens an exercise for a view, or says that it is not here. */
export function OpenedExercise({
  exerciseId,
  children,
}: {
  exerciseId: string;
  children: (opened: OpenedProps) => ReactNode;
}) {
  const { editor, state } = useEditor(exerciseId);
  if (state.status === 'loading') return <p aria-busy="true">Opening the exercise …</p>;
  if (state.status === 'missing' || !state.exercise) return <MissingExercise />;
  return (
    <>
      <Titled title={state.exercise.title || 'Untitled'} />
      {children({ editor, state, exercise: state.exercise })}
    </>
  );
}
