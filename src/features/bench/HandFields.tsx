'use client';
import { handText, type Exercise } from '@/core';
import { HandChoices } from '@/ui/shell/HandChoices';
import { usePlayer } from '@/ui/shell/player';
import type { EditExercise } from './edit';

/** What an exercise says of the picking hand; what it leaves open is as the student is set up. */
export function HandFields({ exercise, edit }: { exercise: Exercise; edit: EditExercise }) {
  const { hand } = exercise;
  const player = usePlayer();
  const usual = handText(player.hand);
  return (
    <details>
      <summary>
        Picking hand: {handText(hand) || (usual ? `as ${player.name} is set up: ${usual}` : 'left open')}
      </summary>
      <HandChoices
        hand={hand}
        onChange={(change) => edit('Picking hand', (one) => ({ ...one, hand: { ...one.hand, ...change } }))}
      />
    </details>
  );
}
