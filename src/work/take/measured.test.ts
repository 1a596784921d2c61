/** Changes that fail by measure, against a count by hand over the notes of made-up takes. */
import { expect, it } from 'vitest';
import { isStringChange, type TakeRecord } from '@/core';
import { planFor } from './desk';
import { measuredChanges } from './measured';
import { askFor } from './testing';

const asked = askFor(120, 4);
const changes = asked.plan.analysis.transitions.filter(isStringChange);
/** A sixteenth at 120 is 125 ms: a tenth of it is less than the 15 ms that a note may be off. */
const LATE_MS = 16;

/** A take in which each note is as late as it is told; null: missing. */
const take = (lateOf: (index: number, id: string) => number | null, more: Partial<TakeRecord> = {}) =>
  ({
    ...{ bpm: 120, passageHash: 'h', notJudged: null },
    notes: planFor(asked).notes.map(({ id }, index) => {
      const lateMs = lateOf(index, id);
      return { id, lateMs, state: lateMs === null ? 'missing' : 'played' };
    }),
    ...more,
  }) as TakeRecord;

it('counts notes that were missing or out of time after each change, the most frequent first', () => {
  const [first, second] = changes;
  const of = (id: string, note: string) => id.startsWith(`${note}@`);
  const takes = [
    take((_, id) =>
      of(id, first!.toNote) ? LATE_MS : of(id, second!.toNote) && id.endsWith('@0') ? null : 1,
    ),
    take((_, id) => (of(id, first!.toNote) ? -LATE_MS + 2 : 0)),
    // Of other notes, or not judged: nothing is counted.
    take(() => null, { passageHash: 'gone' }),
    take(() => null, { notJudged: 'silence' }),
  ];
  const found = measuredChanges(takes, (hash) => (hash === 'h' ? asked.plan : undefined));
  const passes = asked.passes;
  expect(found.map(({ change, faults, times }) => [change.toNote, faults, times])).toEqual([
    [first!.toNote, passes, 2 * passes],
    [second!.toNote, 1, 2 * passes],
  ]);
  expect(found[0]!.meanMs).toBeCloseTo((LATE_MS + (-LATE_MS + 2)) / 2, 6);
  expect(found[0]!.rate.percent).toBe(50);
  expect(found[0]!.rate.low).toBeGreaterThan(found[1]!.rate.low);
  // Whichever comes first in the notes.
  const turned = measuredChanges(
    [
      take((_, id) =>
        of(id, second!.toNote) ? LATE_MS : of(id, first!.toNote) && id.endsWith('@0') ? null : 1,
      ),
    ],
    () => asked.plan,
  );
  expect(turned.map(({ change }) => change.toNote)).toEqual([second!.toNote, first!.toNote]);
});
