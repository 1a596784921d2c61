'use client';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Exercise, Finger, Setup } from '@/core';
import type { HandSchool } from '@/core/fretting';
import { Button } from '@/ui/controls/Button';
import { attempt } from '@/work/perform';
import type { EditExercise } from '@/work/bench/acting';

const List = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  margin: 0;
  padding: 0;
  list-style: none;
`;

/** More offers than this help nobody. */
const MOST_OFFERS = 4;

interface SuppliesProps {
  readonly exercise: Exercise;
  readonly missing: readonly (readonly [Finger, Finger])[];
  readonly setup: Setup;
  readonly school: HandSchool;
  readonly edit: EditExercise;
}

type Tools = Pick<typeof import('@/core/compose'), 'applyRecipe' | 'suppliesOf'>;

/** Neighbouring boxes and strings of the recipe that have the missing finger changes; one press goes there. */
export function Supplies({ exercise, missing, setup, school, edit }: SuppliesProps) {
  const [tools, setTools] = useState<Tools | null>(null);
  useEffect(() => {
    attempt('Looking for boxes that have them', async () => {
      const { applyRecipe, suppliesOf } = await import('@/core/compose');
      setTools({ applyRecipe, suppliesOf });
    });
  }, []);
  const { recipe, passage } = exercise;
  const supplies = useMemo(
    () => (tools && recipe ? tools.suppliesOf(recipe.recipe, missing, passage, setup, school) : []),
    [tools, recipe, missing, passage, setup, school],
  );
  if (!recipe || !tools) return null;
  if (supplies.length === 0) return <p>No neighbouring box or pair of strings has them.</p>;
  return (
    <List aria-label="Where the missing finger changes are">
      {supplies.slice(0, MOST_OFFERS).map(({ recipe: near, words, adds }) => (
        <li key={words}>
          <Button
            onPress={() =>
              edit('Material', (one) => {
                const applied = tools.applyRecipe(one, near, setup);
                if (!('exercise' in applied)) return one;
                return { ...one, passage: applied.exercise.passage, recipe: applied.exercise.recipe };
              })
            }
          >
            Go to {words}: has {adds.map(([from, to]) => `${from} to ${to}`).join(', ')}
          </Button>
        </li>
      ))}
    </List>
  );
}
