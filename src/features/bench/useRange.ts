'use client';
import { useCallback, useEffect, useMemo, useRef, useState, type ClipboardEvent } from 'react';
import { rangeBetween, type Passage, type Plan, type Range } from '@/core';
import { say } from '@/ui/controls/say';
import type { KeyBinding, KeyGroup } from '@/ui/keys/keys';
import type { Place } from '@/ui/lane/place';
import type { BenchHands } from './benchHands';
import type { Edit } from './editing';
import {
  acrossStrings,
  backwards,
  cutOut,
  fingered,
  fretsBy,
  lockMarked,
  palmMarked,
  pasted,
  stretched,
  twice,
} from './ranging';

export const RANGE_KEYS: KeyGroup = {
  title: 'Lane: marked slots',
  bindings: [
    { keys: ['m'], does: 'Mark from here, or let go' },
    { keys: ['Escape'], does: 'Let go' },
    { keys: ['+', '-'], does: 'All one fret up or down' },
    { keys: ['Shift+ArrowUp', 'Shift+ArrowDown'], does: 'All to the string above or below' },
    { keys: ['Alt+ArrowUp', 'Alt+ArrowDown'], does: 'The same pitches on the string above or below' },
    { keys: ['v'], does: 'Backwards' },
    { keys: ['e'], does: 'Once more after itself' },
    { keys: ['d', 'u', 'a'], does: 'Lock all down, all up, or leave them to the plan' },
    { keys: ['f'], does: 'One finger a fret' },
    { keys: ['q'], does: 'Palm mute on or off' },
    { keys: ['>', '<'], does: 'All one slot longer or shorter' },
    { keys: ['Delete'], does: 'Delete the marked slots and close up' },
    { keys: ['Ctrl+c', 'Ctrl+v'], does: 'Copy as tab, put tab in at the caret' },
  ],
};

const READY_MS = 300;

export interface RangeHands {
  readonly range: Range | null;
  readonly letGo: () => void;
  /** Marks from a moment on, unless something is marked already. */
  readonly begin: (ticks: number) => void;
  /** Before those of the lane, since they take some of its keys while something is marked. */
  readonly bindings: readonly KeyBinding[];
  readonly onCopy: (event: ClipboardEvent) => void;
  readonly onPaste: (event: ClipboardEvent) => void;
}

/** Marking slots in the lane, and what is done to them. */
export function useRange(
  passage: Passage,
  plan: Plan,
  pass: number,
  caret: Place,
  thickOnTop: boolean,
  apply: BenchHands['laneApply'],
): RangeHands {
  const [anchor, setAnchor] = useState<number | null>(null);
  // Writing tab comes after the page, but before anyone copies.
  const writer = useRef<typeof import('@/ui/shell/tabReading').planTab | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => {
      void import('@/ui/shell/tabReading').then(({ planTab }) => (writer.current = planTab));
    }, READY_MS);
    return () => clearTimeout(timer);
  }, []);
  const range = useMemo(
    () => (anchor === null ? null : rangeBetween(passage, anchor, caret.ticks)),
    [anchor, passage, caret.ticks],
  );
  const [up, down] = thickOnTop ? ([1, -1] as const) : ([-1, 1] as const);
  const letGo = useCallback(() => setAnchor(null), []);
  const begin = useCallback((ticks: number) => setAnchor((now) => now ?? ticks), []);
  const inRange = (keys: readonly string[], make: (marked: Range) => Edit, ends = false): KeyBinding[] =>
    range === null
      ? []
      : [
          {
            keys,
            does: '',
            run: () => {
              apply(make(range));
              if (ends) letGo();
            },
          },
        ];
  const mark: KeyBinding = {
    keys: ['m'],
    does: '',
    run: () => setAnchor(anchor === null ? caret.ticks : null),
  };
  const isLane = (event: ClipboardEvent) =>
    event.target instanceof HTMLElement && event.target.closest('[data-lane]') !== null;
  return {
    range,
    letGo,
    begin,
    bindings: [
      mark,
      ...(range === null ? [] : [{ keys: ['Escape'], does: '', run: letGo }]),
      ...inRange(['+'], (marked) => fretsBy(passage, marked, caret, 1)),
      ...inRange(['-'], (marked) => fretsBy(passage, marked, caret, -1)),
      ...inRange(['v'], (marked) => backwards(passage, marked, caret)),
      ...inRange(['e'], (marked) => twice(passage, marked, caret)),
      ...inRange(['Shift+ArrowUp'], (marked) => acrossStrings(passage, marked, caret, up, 'fret')),
      ...inRange(['Shift+ArrowDown'], (marked) => acrossStrings(passage, marked, caret, down, 'fret')),
      ...inRange(['Alt+ArrowUp'], (marked) => acrossStrings(passage, marked, caret, up, 'pitch')),
      ...inRange(['Alt+ArrowDown'], (marked) => acrossStrings(passage, marked, caret, down, 'pitch')),
      ...inRange(['f'], (marked) => fingered(passage, marked, caret, 'by fret')),
      ...inRange(['q'], (marked) => palmMarked(passage, marked, caret)),
      ...inRange(['>'], (marked) => stretched(passage, marked, caret, 1)),
      ...inRange(['<'], (marked) => stretched(passage, marked, caret, -1)),
      ...inRange(['d'], (marked) => lockMarked(passage, marked, caret, 'down')),
      ...inRange(['u'], (marked) => lockMarked(passage, marked, caret, 'up')),
      ...inRange(['a'], (marked) => lockMarked(passage, marked, caret, null)),
      ...inRange(['Delete', 'Backspace'], (marked) => cutOut(passage, marked, caret), true),
    ],
    onCopy: (event) => {
      if (!isLane(event) || !writer.current) return;
      event.preventDefault();
      event.clipboardData.setData('text/plain', writer.current(plan, pass, range));
      say(range ? 'The marked notes are on the clipboard as tab.' : 'All notes are on the clipboard as tab.');
    },
    onPaste: (event) => {
      if (!isLane(event)) return;
      event.preventDefault();
      letGo();
      const text = event.clipboardData.getData('text/plain');
      void import('@/ui/shell/tabReading').then(({ readTabText }) =>
        apply((of) => pasted(of, caret, readTabText(text, { subdivision: of.subdivision }))),
      );
    },
  };
}
