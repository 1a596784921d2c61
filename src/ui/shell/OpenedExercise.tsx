'use client';
import dynamic from 'next/dynamic';
import { useEffect, type ReactNode } from 'react';
import type { Exercise } from '@/core';
import { database, keepLastExercise, type ExerciseEditor, type EditorState } from '@/storage';
import { ahead } from '@/work/perform';
import { useAsked } from './useAsked';
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

type Shown = (opened: OpenedProps) => ReactNode;

const Opening = () => <p aria-busy="true">Opening the exercise …</p>;

function Opened({ exerciseId, children }: { exerciseId: string; children: Shown }) {
  const { editor, state } = useEditor(exerciseId);
  const isHere = state.exercise !== null;
  useEffect(() => {
    if (isHere) ahead(() => keepLastExercise(database(), exerciseId));
  }, [isHere, exerciseId]);
  if (state.status === 'loading') return <Opening />;
  if (state.status === 'missing' || !state.exercise) return <MissingExercise />;
  return (
    <>
      <Titled title={state.exercise.title || 'Untitled'} />
      {children({ editor, state, exercise: state.exercise })}
    </>
  );
}

/** Opens the exercise that the address asks for, or says that it is not here. */
export function OpenedExercise({ children }: { children: Shown }) {
  const exerciseId = useAsked('exercise');
  if (exerciseId === undefined) return <Opening />;
  if (exerciseId === null) return <MissingExercise />;
  return (
    <Opened key={exerciseId} exerciseId={exerciseId}>
      {children}
    </Opened>
  );
}
