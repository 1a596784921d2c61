'use client';
import Link from 'next/link';
import { EmptyState } from '@/ui/controls/EmptyState';
import { useSession } from '@/ui/shell/useSession';
import { Ladder } from './Ladder';

/** The Tempo ladder of one exercise and the student of the moment. */
export function LadderView({ exerciseId }: { exerciseId: string }) {
  const { session, state } = useSession(exerciseId);
  if (state.status === 'loading') return <p aria-busy="true">Opening the exercise …</p>;
  if (state.status === 'missing' || !state.exercise)
    return (
      <EmptyState title="This exercise is not here">
        <p>
          A ladder belongs to an exercise, and this one was deleted or belongs to another browser. Choose one
          in the <Link href="/">Library</Link> and open its ladder from the bar under its lane.
        </p>
      </EmptyState>
    );
  return <Ladder session={session} state={state} exercise={state.exercise} />;
}
