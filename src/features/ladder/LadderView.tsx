'use client';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';
import { Ladder } from './Ladder';

/** The Tempo ladder of one exercise and the student of the moment. */
export function LadderView({ exerciseId }: { exerciseId: string }) {
  return <OpenedExercise exerciseId={exerciseId}>{(opened) => <Ladder {...opened} />}</OpenedExercise>;
}
