'use client';
import { useCallback, useEffect, useMemo, useRef, useState, type ClipboardEvent } from 'react';
import { rangeBetween, type Passage, type Plan, type Range, type Place } from '@/core';
import { say } from '@/ui/controls/say';
import { bound, keyList, type KeyBinding } from '@/ui/keys/keys';
import { ahead, attempt } from '@/work/perform';
import type { BenchActions } from '@/work/bench/acting';
import type { Edit } from '@/work/bench/editing';

export const RANGE_KEYS = keyList(
  'Lane: marked slots',
  [
    [['m'], 'Mark from here, or let go'],
    [['Escape'], 'Let go'],
    [['+', '-'], 'All one fret up or down'],
    [['Shift+ArrowUp', 'Shift+ArrowDown'], 'All to the string above or below'],
    [['Alt+ArrowUp', 'Alt+ArrowDown'], 'The same pitches on the string above or below'],
    [['v'], 'Backwards'],
    [['e'], 'Once more after itself'],
    [['d', 'u', 'a'], 'Lock all down, all up, or leave them to the plan'],
    [['f'], 'One finger a fret'],
    [['q'], 'Palm mute on or off'],
    [['x'], 'All dead, or sounding again'],
    [['>', '<'], 'All one slot longer or shorter'],
    [['Delete', 'Backspace'], 'Delete the marked slots and close up', ['Delete']],
  ],
  [{ keys: ['Ctrl+c', 'Ctrl+v'], does: 'Copy as tab, put tab in at the caret' }],
);

type Ranging = typeof import('@/work/bench/ranging');

/** Edits of what is marked come after the page, but before anyone has marked something. */
let edits: Ranging | null = null;

async function loadEdits(): Promise<Ranging> {
  edits ??= await import('@/work/bench/ranging');
  return edits;
}

const READY_MS = 300;

export interface RangeActions {
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
  apply: BenchActions['laneApply'],
): RangeActions {
  const [anchor, setAnchor] = useState<number | null>(null);
  // Writing tab comes after the page, but before anyone copies.
  const writer = useRef<typeof import('@/work/tabReading').planTab | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => {
      ahead(async () => {
        writer.current = (await import('@/work/tabReading')).planTab;
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
  const marked = (make: (of: Ranging, marked: Range) => Edit, ends = false): (() => void) | null => {
    if (range === null) return null;
    const change = (module: Ranging) => {
      apply(make(module, range));
      if (ends) letGo();
    };
    return () => (edits ? change(edits) : attempt('Changing what is marked', () => loadEdits().then(change)));
  };
  const across = (by: 1 | -1, keep: 'fret' | 'pitch') =>
    marked((of, some) => of.acrossStrings(passage, some, caret, by, keep));
  const cut = marked((of, some) => of.cutOut(passage, some, caret), true);
  const isLane = (event: ClipboardEvent) =>
    event.target instanceof HTMLElement && event.target.closest('[data-lane]') !== null;
  return {
    range,
    letGo,
    begin,
    bindings: bound(RANGE_KEYS, {
      m: () => setAnchor(anchor === null ? caret.ticks : null),
      Escape: range === null ? null : letGo,
      '+': marked((of, some) => of.fretsBy(passage, some, caret, 1)),
      '-': marked((of, some) => of.fretsBy(passage, some, caret, -1)),
      v: marked((of, some) => of.backwards(passage, some, caret)),
      e: marked((of, some) => of.twice(passage, some, caret)),
      'Shift+ArrowUp': across(up, 'fret'),
      'Shift+ArrowDown': across(down, 'fret'),
      'Alt+ArrowUp': across(up, 'pitch'),
      'Alt+ArrowDown': across(down, 'pitch'),
      f: marked((of, some) => of.fingered(passage, some, caret, 'by fret')),
      q: marked((of, some) => of.palmMarked(passage, some, caret)),
      x: marked((of, some) => of.deadMarked(passage, some, caret)),
      '>': marked((of, some) => of.stretched(passage, some, caret, 1)),
      '<': marked((of, some) => of.stretched(passage, some, caret, -1)),
      d: marked((of, some) => of.lockMarked(passage, some, caret, 'down')),
      u: marked((of, some) => of.lockMarked(passage, some, caret, 'up')),
      a: marked((of, some) => of.lockMarked(passage, some, caret, null)),
      Delete: cut,
      Backspace: cut,
    }),
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
        const [{ readTabText }, { pasted }] = await Promise.all([import('@/work/tabReading'), loadEdits()]);
        apply((of) =>
          pasted(of, caret, readTabText(text, { subdivision: of.subdivision, tuning: of.tuning })),
        );
      });
    },
  };
}
