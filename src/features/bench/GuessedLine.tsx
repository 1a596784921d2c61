'use client';
import { ChevronDown } from 'lucide-react';
import { useMemo } from 'react';
import styled from 'styled-components';
import { counted, guessesOf, MAX_SLOTS_PER_BEAT, readTabText, setSubdivision, type Exercise } from '@/core';
import { Menu } from '@/ui/controls/Menu';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';

const Line = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.5rem;
  color: ${colour.inkSoft};
  font-size: 0.875rem;
`;

const SLOTS = Array.from({ length: MAX_SLOTS_PER_BEAT }, (_, at) => at + 1);

/** What the text that was read did not say, and how it was taken: one press changes it. */
export function GuessedLine({ exercise, edit }: { exercise: Exercise; edit: EditExercise }) {
  const { sourceText, passage } = exercise;
  const { tuning, subdivision, meter } = passage;
  // The text is read once, not with every edit of the notes.
  const reading = useMemo(
    () => readTabText(sourceText, { tuning, subdivision, meter }),
    [sourceText, tuning, subdivision, meter],
  );
  const { slotsABeat, letters } = guessesOf(passage, reading);
  if (slotsABeat === null && letters === null) return null;
  return (
    <Line as="div" role="group" aria-label="Guessed of the text">
      {letters ? <span>The text names no string: its lines were read as {letters.join(' ')}.</span> : null}
      {slotsABeat === null ? null : (
        <>
          <span>The text tells no rhythm: read as</span>
          <Menu
            label="Slots a beat"
            name={`${counted(slotsABeat, 'slot')} a beat`}
            icon={<ChevronDown size={15} aria-hidden />}
            items={SLOTS.map((slots) => ({
              id: String(slots),
              name: `${counted(slots, 'slot')} a beat`,
              run: () =>
                edit('Slots a beat', (one) => ({ ...one, passage: setSubdivision(one.passage, slots) })),
            }))}
          />
        </>
      )}
    </Line>
  );
}
