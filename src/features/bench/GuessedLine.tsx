'use client';
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import {
  commonTunings,
  counted,
  guessesOf,
  MAX_SLOTS_PER_BEAT,
  POLICY_KINDS,
  ofKind,
  policyText,
  readTabText,
  setSubdivision,
  stringLetters,
  type Exercise,
  type PickingPolicy,
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

const STARTS: readonly { readonly start: PickingPolicy['start']; readonly name: string }[] = [
  { start: 'down', name: 'starts down' },
  { start: 'up', name: 'starts up' },
  { start: 'auto', name: 'starts as fits better' },
];

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
  const decide = (label: string, name: string, change: Partial<PickingPolicy>) =>
    item(name, label, (one) => ({ ...one, policy: { ...one.policy, ...change } }));
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
        <>
          {menu(
            'Strokes are',
            policyText(policy, view),
            POLICY_KINDS.map((kind) =>
              decide('Who decides the strokes', policyText(ofKind(policy, kind), view), ofKind(policy, kind)),
            ),
          )}
          {menu(
            'Start',
            STARTS.find(({ start }) => start === policy.start)!.name,
            STARTS.map(({ start, name }) => decide('Start', name, { start })),
          )}
        </>
      )}
    </Line>
  );
}
