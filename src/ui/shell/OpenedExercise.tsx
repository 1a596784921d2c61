'use client';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { Exercise } from '@/core';
import type { ExerciseEditor, EditorState } from '@/storage';
import { EmptyState } from '../controls/EmptyState';
import { useEditor } from './useEditor';

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
  if (state.status === 'missing' || !state.exercise)
    return (
      <EmptyState title="This exercise is not here">
        <p>
          It was deleted, or the address belongs to another browser. Deleting can be undone in the{' '}
          <Link href="/">Library</Link>.
        </p>
      </EmptyState>
    );
  return children({ editor, state, exercise: state.exercise });
}
