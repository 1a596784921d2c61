'use client';
import dynamic from 'next/dynamic';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';
import { usePlayer } from '@/ui/shell/player';

/** It comes while the exercise is opened. */
const Take = dynamic(() => import('./Take').then((module) => module.Take), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the take check …</p>,
});

/** The take check of one exercise and the student of the moment. */
export function TakeView() {
  const player = usePlayer();
  return (
    <OpenedExercise>
      {({ editor, exercise }) => <Take key={player.id} exerciseId={editor.id} exercise={exercise} />}
    </OpenedExercise>
  );
}
