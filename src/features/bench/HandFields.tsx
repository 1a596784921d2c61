'use client';
import { handFor, handText, type Exercise } from '@/core';
import { HandChoices } from '@/ui/shell/HandChoices';
import { usePlayer } from '@/ui/shell/player';
import type { EditExercise } from '@/work/bench/acting';

/** What an exercise says of the picking hand; what it leaves open is as the student is set up. */
export function HandFields({ exercise, edit }: { exercise: Exercise; edit: EditExercise }) {
  const { hand } = exercise;
  const player = usePlayer();
  const said = handText(handFor(hand, player.hand));
  const isAll = said === handText(hand);
  return (
    <details>
      <summary>
        Picking hand: {said || 'left open'}
        {isAll ? '' : ` (what is left open as ${player.name} is set up)`}
      </summary>
      <HandChoices
        hand={hand}
        onChange={(change) => edit('Picking hand', (one) => ({ ...one, hand: { ...one.hand, ...change } }))}
      />
    </details>
  );
}
