'use client';
import styled from 'styled-components';
import { counted, notesIn, planTab, type Passage, type Plan, type Range } from '@/core';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import type { Place } from '@/ui/lane/place';
import { colour } from '@/ui/theme/tokens';
import { backwards, cutOut, fretsBy, lockMarked, palmMarked, twice, type Ranged } from './ranging';

const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.5rem;
  min-height: 4.4rem;
  padding: 0.5rem 0.75rem;
  border: 2px solid ${colour.caret};
  border-radius: 0.5rem;
  background: ${colour.sunken};
  p {
    flex: 1 1 9rem;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
`;

interface RangeStripProps {
  readonly passage: Passage;
  readonly plan: Plan;
  readonly pass: number;
  readonly range: Range;
  readonly caret: Place;
  readonly apply: (ranged: Ranged) => void;
  readonly onDone: () => void;
}

/** What can be done to the marked slots; every action has its key. */
export function RangeStrip({ passage, plan, pass, range, caret, apply, onDone }: RangeStripProps) {
  const notes = notesIn(passage, range);
  const shown = plan.assignment.passes[pass] ?? [];
  return (
    <Strip aria-label="The marked slots">
      <p role="status">
        <b>{counted(notes.length, 'note')} marked</b>
        <small>Move the caret to mark more.</small>
      </p>
      <Button aria-label="One fret down" onPress={() => apply(fretsBy(passage, range, caret, -1))}>
        Fret <kbd aria-hidden>−</kbd>
      </Button>
      <Button aria-label="One fret up" onPress={() => apply(fretsBy(passage, range, caret, 1))}>
        Fret <kbd aria-hidden>+</kbd>
      </Button>
      <Button onPress={() => apply(backwards(passage, range, caret))}>
        Backwards <kbd aria-hidden>V</kbd>
      </Button>
      <Button onPress={() => apply(twice(passage, range, caret))}>
        Twice <kbd aria-hidden>E</kbd>
      </Button>
      <Button onPress={() => apply(lockMarked(passage, range, caret, shown))}>Lock as shown</Button>
      <Button onPress={() => apply(lockMarked(passage, range, caret, null))}>
        To the plan <kbd aria-hidden>A</kbd>
      </Button>
      <Button onPress={() => apply(palmMarked(passage, range, caret))}>Palm mute</Button>
      <Button
        onPress={() => {
          navigator.clipboard.writeText(planTab(plan, pass, range)).then(
            () => say('The marked notes are on the clipboard as tab.'),
            () => say('The browser keeps its clipboard shut; Ctrl C in the lane copies too.'),
          );
        }}
      >
        Copy
      </Button>
      <Button
        onPress={() => {
          apply(cutOut(passage, range, caret));
          onDone();
        }}
      >
        Delete <kbd aria-hidden>Del</kbd>
      </Button>
      <Button look="quiet" onPress={onDone}>
        Let go <kbd aria-hidden>Esc</kbd>
      </Button>
    </Strip>
  );
}
