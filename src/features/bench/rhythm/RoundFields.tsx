'use client';
import styled from 'styled-components';
import { loopSpan, nextSlotTicks, setLoopBounds, type Exercise, type LoopBounds, type Place } from '@/core';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 0.75rem;
`;

const Note = styled.p`
  color: ${colour.inkSoft};
`;

/** Which part goes round, set by the caret. */
export function RoundFields({
  exercise,
  caret,
  edit,
}: {
  exercise: Exercise;
  caret: Place;
  edit: EditExercise;
}) {
  const { passage } = exercise;
  const span = loopSpan(passage);
  const { beatTicks, beats } = passage.meter;
  const where = (ticks: number) => {
    const beat = Math.floor(ticks / beatTicks);
    return `bar ${Math.floor(beat / beats) + 1}, beat ${(((beat % beats) + beats) % beats) + 1}`;
  };
  const round = (label: string, bounds: LoopBounds) =>
    edit(label, (one) => ({
      ...one,
      policy: { ...one.policy, loop: true },
      passage: setLoopBounds(one.passage, bounds),
    }));
  const afterCaret = nextSlotTicks(passage, caret.ticks);
  return (
    <>
      <h2>What goes round</h2>
      <Note>
        {passage.loopBounds
          ? `From ${where(span.startTicks)} to before ${where(span.endTicks)}; before it the lead-in, after it the ending.`
          : 'The whole passage. With a lead-in or an ending, put the caret where the round begins or ends.'}
        {exercise.policy.loop ? '' : ' The loop is off now.'}
      </Note>
      <Row>
        <Button
          onPress={() =>
            round('Loop from here', {
              startTicks: caret.ticks,
              endTicks: Math.max(span.endTicks, afterCaret),
            })
          }
        >
          Round begins at the caret
        </Button>
        <Button
          onPress={() =>
            round('Loop to here', {
              startTicks: Math.min(span.startTicks, caret.ticks),
              endTicks: afterCaret,
            })
          }
        >
          Round ends after the caret
        </Button>
        <Button
          isDisabled={!passage.loopBounds}
          onPress={() =>
            edit('Loop the whole', (one) => ({ ...one, passage: setLoopBounds(one.passage, null) }))
          }
        >
          The whole goes round
        </Button>
      </Row>
    </>
  );
}
