'use client';
import Link from 'next/link';
import { EmptyState } from '@/ui/controls/EmptyState';
import { Bench } from './Bench';
import { useSession } from '@/ui/shell/useSession';

/** The Bench: one exercise, its lane, strokes, balance, goal and notes. */
export function BenchView({ exerciseId }: { exerciseId: string }) {
  const { session, state } = useSession(exerciseId);
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
  return <Bench session={session} state={state} exercise={state.exercise} />;
}
