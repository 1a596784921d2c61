'use client';
import type { RefObject } from 'react';
import { Dialog } from 'react-aria-components';
import styled from 'styled-components';
import { database, keepViewSettings, type ViewSettings } from '@/storage';
import { attempt } from '@/work/perform';
import { Choice } from '../controls/Choice';
import { Sheet } from '../controls/Sheet';
import { colour } from '../theme/tokens';
import { useView } from './viewSettings';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.75rem;
  width: 25rem;
  max-width: 92vw;
  padding: 0.85rem;
  outline: none;
  small {
    color: ${colour.inkSoft};
  }
`;

/** How the lane is drawn and in which school's words things are said; figures stay what they are. */
export function ViewSheet({
  trigger,
  onClose,
}: {
  trigger: RefObject<HTMLElement | null>;
  onClose: () => void;
}) {
  const view = useView();
  const set = (change: Partial<ViewSettings>) =>
    attempt('Keeping the choice', () => keepViewSettings(database(), change));
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="bottom end">
      <Body aria-label="Drawing and words">
        <Choice
          label="Strings in the lane"
          value={view.thickOnTop ? 'thick' : 'thin'}
          options={[
            { id: 'thin', name: 'as tab: thinnest on top' },
            { id: 'thick', name: 'as played: thickest on top' },
          ]}
          onChange={(id) => set({ thickOnTop: id === 'thick' })}
        />
        <Choice
          label="A change is explained by"
          value={view.wording}
          options={[
            { id: 'exit', name: 'the stroke that comes out' },
            { id: 'slant', name: 'the slant' },
          ]}
          onChange={(wording) => set({ wording })}
        />
        <Choice
          label="A slant is named by"
          value={view.naming}
          options={[
            { id: 'grip', name: 'the grip end' },
            { id: 'tip', name: 'the tip' },
          ]}
          onChange={(naming) => set({ naming })}
        />
        <Choice
          label="The slant turns"
          value={view.switching}
          options={[
            { id: 'early', name: 'right after the crossing' },
            { id: 'late', name: 'before the next one' },
          ]}
          onChange={(switching) => set({ switching })}
        />
        <small>Kept in this browser. Words and drawing change, no figure does.</small>
      </Body>
    </Sheet>
  );
}
