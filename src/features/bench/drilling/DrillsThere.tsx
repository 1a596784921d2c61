'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import { benchAt } from '@/addresses';
import { counted } from '@/core';
import type { GroupedDrill } from '@/storage';
import { Button } from '@/ui/controls/Button';

const SessionDialog = dynamic(
  () => import('@/ui/session/SessionDialog').then((module) => module.SessionDialog),
  {
    ssr: false,
  },
);

/** The drills that were made before, in order. */
export function DrillsThere(props: {
  /** Undefined until they are read. */
  readonly drills: readonly GroupedDrill[] | undefined;
  readonly exerciseId: string;
}) {
  const { drills, exerciseId } = props;
  const [plans, setPlans] = useState(false);
  if (!drills || drills.length === 0) return null;
  return (
    <section aria-label="Drills of this exercise">
      <h2>{counted(drills.length, 'drill')} of this exercise</h2>
      <Button onPress={() => setPlans(true)}>Practise them in a session, then the whole</Button>
      {plans ? (
        <SessionDialog
          exerciseIds={[...drills.map(({ id }) => id), exerciseId]}
          isInOrder
          onClose={() => setPlans(false)}
        />
      ) : null}
      <ol>
        {drills.map(({ id, title }) => (
          <li key={id}>
            <Link href={benchAt(id)} prefetch={false}>
              {title}
            </Link>
          </li>
        ))}
      </ol>
    </section>
  );
}
