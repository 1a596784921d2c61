'use client';
import { useRouter } from 'next/navigation';
import { benchAt } from '@/addresses';
import type { Exercise, Setup } from '@/core';
import { Button } from '@/ui/controls/Button';
import { once } from '@/work/perform';
import type { HandAlone } from '@/work/handsAlone';

interface HandsAloneProps {
  readonly exercise: Exercise;
  readonly setup: Setup;
  readonly hands: readonly HandAlone[];
}

/** The whole figure for one hand alone, as a new exercise in one press. */
export function HandsAlone({ exercise, setup, hands }: HandsAloneProps) {
  const router = useRouter();
  const make = async (hand: HandAlone) => {
    const { makeHandAlone } = await import('@/work/handsAlone');
    const id = await makeHandAlone(exercise, hand, setup);
    if (id !== null) router.push(benchAt(id));
  };
  return hands.map((hand) => (
    <Button
      key={hand}
      isDisabled={exercise.passage.notes.length === 0}
      onPress={() => once('Making the exercise', () => make(hand), undefined, hand)}
    >
      {hand === 'picking' ? 'Picking' : 'Fretting'} hand alone, as a new exercise
    </Button>
  ));
}
