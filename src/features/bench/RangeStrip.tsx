'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import styled from 'styled-components';
import {
  counted,
  notesIn,
  planTab,
  type Exercise,
  type Passage,
  type Plan,
  type Range,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Menu } from '@/ui/controls/Menu';
import { say } from '@/ui/controls/say';
import { colour } from '@/ui/theme/tokens';
import type { BenchActions } from '@/work/bench/acting';
import {
  acrossStrings,
  backwards,
  cutOut,
  deadMarked,
  fingered,
  fretsBy,
  lockMarked,
  openMarked,
  heldMarked,
  palmMarked,
  stretched,
  transposed,
  twice,
} from '@/work/bench/ranging';
import { Remark } from './Remark';

const RekeyDialog = dynamic(() => import('./RekeyDialog').then((module) => module.RekeyDialog), {
  ssr: false,
});

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

/** Semitones of the intervals that exercises are moved by. Common practice, no source. */
const INTERVALS = [
  { semitones: 12, name: 'Octave up' },
  { semitones: 7, name: 'Fifth up' },
  { semitones: 5, name: 'Fourth up' },
  { semitones: 2, name: 'Whole tone up' },
  { semitones: -2, name: 'Whole tone down' },
  { semitones: -5, name: 'Fourth down' },
  { semitones: -7, name: 'Fifth down' },
  { semitones: -12, name: 'Octave down' },
] as const;

interface RangeStripProps {
  readonly passage: Passage;
  readonly plan: Plan;
  readonly pass: number;
  readonly range: Range;
  readonly caret: Place;
  readonly recipe: Exercise['recipe'];
  /** What the last edit could not do as it was asked. */
  readonly remark: string | null;
  readonly apply: BenchActions['apply'];
  readonly onPicture: () => void;
  readonly onDone: () => void;
}

/** What can be done to the marked slots; every action has its key. */
export function RangeStrip(props: RangeStripProps) {
  const { passage, plan, pass, range, caret, recipe, remark, apply, onPicture, onDone } = props;
  const [isRekeying, setIsRekeying] = useState(false);
  const notes = notesIn(passage, range);
  const shown = plan.assignment.passes[pass] ?? [];
  const lock = (strokes: Parameters<typeof lockMarked>[3]) =>
    apply((of) => lockMarked(of, range, caret, strokes));
  const finger = (which: Parameters<typeof fingered>[3]) => apply((of) => fingered(of, range, caret, which));
  return (
    <Strip aria-label="The marked slots">
      <p role="status">
        <b>{counted(notes.length, 'note')} marked</b>
        <small>Move the caret to mark more.</small>
      </p>
      {remark === null ? null : <Remark text={remark} />}
      <Button aria-label="One fret down" onPress={() => apply((of) => fretsBy(of, range, caret, -1))}>
        Fret <kbd aria-hidden>−</kbd>
      </Button>
      <Button aria-label="One fret up" onPress={() => apply((of) => fretsBy(of, range, caret, 1))}>
        Fret <kbd aria-hidden>+</kbd>
      </Button>
      <Button onPress={() => apply((of) => backwards(of, range, caret))}>
        Backwards <kbd aria-hidden>V</kbd>
      </Button>
      <Button onPress={() => apply((of) => twice(of, range, caret))}>
        Twice <kbd aria-hidden>E</kbd>
      </Button>
      <Menu
        label="Move"
        name="Move"
        items={[
          ...(['fret', 'pitch'] as const).flatMap((keep) =>
            ([-1, 1] as const).map((by) => ({
              id: `${keep}${by}`,
              name: `${by < 0 ? 'Thinner' : 'Thicker'} strings, same ${keep === 'fret' ? 'frets' : 'pitches'}`,
              section: 'Over the strings (Shift or Alt with ↑ ↓)',
              run: () => apply((of) => acrossStrings(of, range, caret, by, keep)),
            })),
          ),
          ...INTERVALS.map(({ semitones, name }) => ({
            id: `by${semitones}`,
            name,
            section: 'Transpose',
            run: () => apply((of) => transposed(of, range, caret, semitones)),
          })),
          {
            id: 'rekey',
            name: 'Another key or mode …',
            section: 'Transpose',
            run: () => setIsRekeying(true),
          },
        ]}
      />
      <Menu
        label="Strokes"
        name="Strokes"
        items={[
          { id: 'shown', name: 'Lock as shown', run: () => lock(shown) },
          { id: 'down', name: 'Lock all down (D)', run: () => lock('down') },
          { id: 'up', name: 'Lock all up (U)', run: () => lock('up') },
          { id: 'plan', name: 'Leave to the plan (A)', run: () => lock(null) },
        ]}
      />
      <Menu
        label="Fingers"
        name="Fingers"
        items={[
          { id: 'fret', name: 'One finger a fret (F)', run: () => finger('by fret') },
          ...([1, 2, 3, 4] as const).map((one) => ({
            id: String(one),
            name: `All with finger ${one}`,
            run: () => finger(one),
          })),
          { id: 'none', name: 'No fingers', run: () => finger(null) },
        ]}
      />
      <Menu
        label="Sound"
        name="Sound"
        items={[
          {
            id: 'palm',
            name: 'Palm mute, on or off (Q)',
            run: () => apply((of) => palmMarked(of, range, caret)),
          },
          {
            id: 'held',
            name: 'Held together, ringing on, or let go',
            run: () => apply((of) => heldMarked(of, range, caret)),
          },
          {
            id: 'dead',
            name: 'Dead notes, on or off (X)',
            run: () => apply((of) => deadMarked(of, range, caret)),
          },
          {
            id: 'open',
            name: 'Open strings',
            run: () => apply((of) => openMarked(of, range, caret)),
          },
          {
            id: 'longer',
            name: 'One slot longer (>)',
            run: () => apply((of) => stretched(of, range, caret, 1)),
          },
          {
            id: 'shorter',
            name: 'One slot shorter (<)',
            run: () => apply((of) => stretched(of, range, caret, -1)),
          },
        ]}
      />
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
      <Button onPress={onPicture} aria-haspopup="dialog">
        Picture …
      </Button>
      <Button
        onPress={() => {
          apply((of) => cutOut(of, range, caret));
          onDone();
        }}
      >
        Delete <kbd aria-hidden>Del</kbd>
      </Button>
      <Button look="quiet" onPress={onDone}>
        Let go <kbd aria-hidden>Esc</kbd>
      </Button>
      {isRekeying ? (
        <RekeyDialog {...{ passage, range, caret, recipe, apply }} onClose={() => setIsRekeying(false)} />
      ) : null}
    </Strip>
  );
}
