'use client';
import { useSearchParams } from 'next/navigation';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';
import { usePlayer } from '@/ui/shell/player';
import type { PracticeMode } from '@/storage';
import { Practice } from './Practice';

const MODES: readonly string[] = ['ladder', 'lesson', 'probe'] satisfies readonly PracticeMode[];

/** The practice runner for one exercise and the student of the moment. */
export function PracticeView({ exerciseId }: { exerciseId: string }) {
  const asked = useSearchParams().get('mode') ?? 'ladder';
  const mode = MODES.includes(asked) ? (asked as PracticeMode) : 'ladder';
  const player = usePlayer();
  return (
    <OpenedExercise exerciseId={exerciseId}>
      {({ exercise }) => (
        <Practice key={`${mode} ${player.id}`} exerciseId={exerciseId} exercise={exercise} mode={mode} />
      )}
    </OpenedExercise>
  );
}
