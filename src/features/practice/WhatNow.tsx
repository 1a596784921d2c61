'use client';
import { useMemo } from 'react';
import { useRouter } from 'next/navigation';
import { practiceAt } from '@/addresses';
import { bpmText, type Exercise } from '@/core';
import { variationsOf } from '@/core/drills';
import { Button } from '@/ui/controls/Button';
import { once } from '@/work/perform';
import { makeVariation, raisedGoal } from '@/work/practice/whatNow';

interface WhatNowProps {
  readonly exercise: Exercise;
  readonly goalBpm: number;
  readonly onRaise: (goalBpm: number) => void;
}

/** The goal is reached: raise it, keep it, or vary the figure. */
export function WhatNow({ exercise, goalBpm, onRaise }: WhatNowProps) {
  const router = useRouter();
  const variations = useMemo(() => variationsOf(exercise), [exercise]);
  const raised = raisedGoal(goalBpm);
  return (
    <section aria-label="What now" data-what-now>
      <h3>{bpmText(goalBpm)} was clean: what now?</h3>
      <ul>
        {raised > goalBpm ? (
          <li>
            <Button onPress={() => onRaise(raised)}>Raise the goal to {bpmText(raised)}</Button> a tenth more
            speed
          </li>
        ) : null}
        <li>Keep it: it comes back by itself, after longer and longer rests.</li>
        {variations.map((variation) => (
          <li key={variation.name}>
            <Button
              onPress={() =>
                once(
                  'Making the variation',
                  async () => router.push(practiceAt(await makeVariation(variation, exercise.title))),
                  undefined,
                  variation.name,
                )
              }
            >
              Vary: {variation.name}
            </Button>
            {variation.trains}
          </li>
        ))}
      </ul>
    </section>
  );
}
