'use client';
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import {
  commonTunings,
  counted,
  guessesOf,
  MAX_SLOTS_PER_BEAT,
  policyText,
  readTabText,
  setSubdivision,
  stringLetters,
  type Exercise,
} from '@/core';
import { Menu } from '@/ui/controls/Menu';
import type { MenuAction } from '@/ui/controls/props';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.5rem;
  color: ${colour.inkSoft};
  font-size: 0.875rem;
`;

const SLOTS = Array.from({ length: MAX_SLOTS_PER_BEAT }, (_, at) => at + 1);

const STARTS = { down: 'starting down', up: 'starting up', auto: 'starting as fits better' } as const;

/** What the text that was read did not say, and how it was taken: one press changes it. */
export function GuessedLine({ exercise, edit }: { exercise: Exercise; edit: EditExercise }) {
  const { sourceText, passage } = exercise;
  const { tuning, subdivision, meter } = passage;
  const view = useView();
  // The text is read once, not with every edit of the notes.
  const reading = useMemo(
    () => readTabText(sourceText, { tuning, subdivision, meter }),
    [sourceText, tuning, subdivision, meter],
  );
  const { slotsABeat, letters, policy } = guessesOf(exercise, reading);
  if (slotsABeat === null && letters === null && policy === null) return null;
  const menu = (label: string, name: string, items: readonly MenuAction[]): ReactNode => (
    <Menu label={label} name={name} items={items} />
  );
  const item = (name: string, label: string, change: (one: Exercise) => Exercise): MenuAction => ({
    id: name,
    name,
    run: () => edit(label, change),
  });
  return (
    <Line role="group" aria-label="Guessed of the text">
      <span>What the text does not say was taken as</span>
      {slotsABeat === null
        ? null
        : menu(
            'Slots a beat',
            `${counted(slotsABeat, 'slot')} a beat`,
            SLOTS.map((slots) =>
              item(`${counted(slots, 'slot')} a beat`, 'Slots a beat', (one) => ({
                ...one,
                passage: setSubdivision(one.passage, slots),
              })),
            ),
          )}
      {letters === null
        ? null
        : menu(
            'Strings, thinnest first',
            `strings ${letters.join(' ')}`,
            commonTunings(tuning.length).map((other) =>
              item(`strings ${stringLetters(other).join(' ')}`, 'Tuning', (one) => ({
                ...one,
                passage: { ...one.passage, tuning: other },
              })),
            ),
          )}
      {policy === null ? null : (
        <span>
          {policyText(policy, view)}, {STARTS[policy.start]}: both are chosen above
        </span>
      )}
    </Line>
  );
}
