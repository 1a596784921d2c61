'use client';
import Link from 'next/link';
import { EmptyState } from '../controls/EmptyState';

/** Shown in the place of an exercise that is not here. */
export function MissingExercise() {
  return (
    <EmptyState title="This exercise is not here">
      <p>
        It was deleted, or the address belongs to another browser. Deleting can be undone in the{' '}
        <Link href="/">Library</Link>.
      </p>
    </EmptyState>
  );
}
