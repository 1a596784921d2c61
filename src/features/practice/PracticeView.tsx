'use client';
import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';
import { usePlayer } from '@/ui/shell/player';
import type { PracticeMode } from '@/storage';

/** It comes while the exercise is opened. */
const Practice = dynamic(() => import('./Practice').then((module) => module.Practice), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the runner …</p>,
});

const MODES: readonly string[] = ['ladder', 'lesson', 'probe'] satisfies readonly PracticeMode[];

/** The practice runner for one exercise and the student of the moment. */
export function PracticeView() {
  const asked = useSearchParams().get('mode') ?? 'ladder';
  const mode = MODES.includes(asked) ? (asked as PracticeMode) : 'ladder';
  const player = usePlayer();
  return (
    <OpenedExercise>
      {({ editor, exercise }) => (
        <Practice key={`${mode} ${player.id}`} exerciseId={editor.id} exercise={exercise} mode={mode} />
      )}
    </OpenedExercise>
  );
}
