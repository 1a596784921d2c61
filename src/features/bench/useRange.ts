'use client';
import { useCallback, useEffect, useMemo, useRef, useState, type ClipboardEvent } from 'react';
import { rangeBetween, type Passage, type Plan, type Range, type Place } from '@/core';
import { say } from '@/ui/controls/say';
import type { KeyBinding, KeyGroup } from '@/ui/keys/keys';
import { ahead, attempt } from '@/work/perform';
import type { BenchHands } from './benchHands';
import type { Edit } from '@/work/bench/editing';

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
    { keys: ['x'], does: 'All dead, or sounding again' },
    { keys: ['>', '<'], does: 'All one slot longer or shorter' },
    { keys: ['Delete'], does: 'Delete the marked slots and close up' },
    { keys: ['Ctrl+c', 'Ctrl+v'], does: 'Copy as tab, put tab in at the caret' },
  ],
};

type Ranging = typeof import('@/work/bench/ranging');

/** Edits of what is marked come after the page, but before anyone has marked something. */
let edits: Ranging | null = null;

async function loadEdits(): Promise<Ranging> {
  edits ??= await import('@/work/bench/ranging');
  return edits;
}

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
      ahead(async () => {
        writer.current = (await import('@/ui/shell/tabReading')).planTab;
        await loadEdits();
      });
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
  const inRange = (
    keys: readonly string[],
    make: (of: Ranging, marked: Range) => Edit,
    ends = false,
  ): KeyBinding[] => {
    if (range === null) return [];
    const change = (module: Ranging) => {
      apply(make(module, range));
      if (ends) letGo();
    };
    const run = () =>
      edits ? change(edits) : attempt('Changing what is marked', () => loadEdits().then(change));
    return [{ keys, does: '', run }];
  };
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
      ...inRange(['+'], (of, marked) => of.fretsBy(passage, marked, caret, 1)),
      ...inRange(['-'], (of, marked) => of.fretsBy(passage, marked, caret, -1)),
      ...inRange(['v'], (of, marked) => of.backwards(passage, marked, caret)),
      ...inRange(['e'], (of, marked) => of.twice(passage, marked, caret)),
      ...inRange(['Shift+ArrowUp'], (of, marked) => of.acrossStrings(passage, marked, caret, up, 'fret')),
      ...inRange(['Shift+ArrowDown'], (of, marked) => of.acrossStrings(passage, marked, caret, down, 'fret')),
      ...inRange(['Alt+ArrowUp'], (of, marked) => of.acrossStrings(passage, marked, caret, up, 'pitch')),
      ...inRange(['Alt+ArrowDown'], (of, marked) => of.acrossStrings(passage, marked, caret, down, 'pitch')),
      ...inRange(['f'], (of, marked) => of.fingered(passage, marked, caret, 'by fret')),
      ...inRange(['q'], (of, marked) => of.palmMarked(passage, marked, caret)),
      ...inRange(['x'], (of, marked) => of.deadMarked(passage, marked, caret)),
      ...inRange(['>'], (of, marked) => of.stretched(passage, marked, caret, 1)),
      ...inRange(['<'], (of, marked) => of.stretched(passage, marked, caret, -1)),
      ...inRange(['d'], (of, marked) => of.lockMarked(passage, marked, caret, 'down')),
      ...inRange(['u'], (of, marked) => of.lockMarked(passage, marked, caret, 'up')),
      ...inRange(['a'], (of, marked) => of.lockMarked(passage, marked, caret, null)),
      ...inRange(['Delete', 'Backspace'], (of, marked) => of.cutOut(passage, marked, caret), true),
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
      attempt('Pasting', async () => {
        const [{ readTabText }, { pasted }] = await Promise.all([
          import('@/ui/shell/tabReading'),
          loadEdits(),
        ]);
        apply((of) =>
          pasted(of, caret, readTabText(text, { subdivision: of.subdivision, tuning: of.tuning })),
        );
      });
    },
  };
}
