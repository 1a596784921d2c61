/** Undo and redo in words: what was taken back, and everything that went with it, by its figures. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Gone, UndoOutcome } from '@/storage';
import { undoText } from './undoing';

const TABLES = {
  exercises: 'exercise',
  players: 'student',
  ladders: 'ladder',
  runs: 'run',
  signs: 'sign',
} as const;
const gone = fc.record({
  table: fc.constantFrom(...(Object.keys(TABLES) as (keyof typeof TABLES)[])),
  title: fc.constantFrom('', 'Gate', 'Ford'),
  notes: fc.nat(40),
  runs: fc.nat(3),
});
const outcomes = fc.record({
  entry: fc.record({
    id: fc.constant('e'),
    scope: fc.constant('library'),
    label: fc.constantFrom('Rename “Gate”', 'Import “x.mid”'),
  }),
  gone: fc.array(gone, { maxLength: 4 }),
  stays: fc.constant([]),
  wasSo: fc.boolean(),
});

it('names the action, and of what went with it the first with its figures and how many more', () => {
  fc.assert(
    fc.property(outcomes, fc.constantFrom('undo' as const, 'redo' as const), (some, way) => {
      const text = undoText(some as unknown as UndoOutcome, way);
      expect(text.startsWith(`${way === 'undo' ? 'Undone' : 'Done again'}: ${some.entry.label}.`)).toBe(true);
      expect(text.includes('was so already')).toBe(some.wasSo);
      const [first, ...others] = some.gone;
      expect(text.includes('With it went')).toBe(first !== undefined);
      if (!first) return;
      expect(text).toContain(first.title === '' ? `a ${TABLES[first.table]}` : `“${first.title}”`);
      expect(/ and (\d+) more,/.exec(text)?.[1] ?? '0').toBe(String(others.length));
      if (first.table === 'exercises') {
        expect(text).toContain(`(${first.notes} ${first.notes === 1 ? 'note' : 'notes'}`);
        expect(/(\d) runs? in the logbook/.exec(text)?.[1] ?? '0').toBe(String(first.runs));
      }
      // The way back is named with it.
      expect(text).toMatch(/redo brings it back, and the shelf “deleted” in the Library\.$/);
    }),
  );
});

it('says where there is nothing', () => {
  expect([undoText(null, 'undo'), undoText(null, 'redo')]).toEqual([
    'There is nothing to undo.',
    'There is nothing to redo.',
  ]);
  const one: Gone = { table: 'runs', title: '', notes: 0, runs: 0 } as never;
  expect(undoText({ entry: { label: 'Run' }, gone: [one], stays: [], wasSo: false } as never, 'undo')).toBe(
    'Undone: Run. With it went a run, changed since it was made; redo brings it back, and the shelf “deleted” in the Library.',
  );
});

it('names what stays of a file that is taken back, with the reason', () => {
  const stays = ['Gate', 'Ford', '', 'Weir'].map((title, at) => ({
    ...{ table: title ? 'exercises' : 'ladders', title, why: at === 1 ? 'used' : 'changed' },
  }));
  const saying = (some: readonly object[]) =>
    undoText({ entry: { label: 'Import “x”' }, gone: [], stays: some, wasSo: false } as never, 'undo');
  expect(saying(stays.slice(1))).toMatch(/“Weir” \(changed here since\)\.$/);
  const text = saying(stays);
  expect(text).toBe(
    'Undone: Import “x”. What is in use stays: “Gate” (changed here since), “Ford” (in use here), a ladder (changed here since) and 1 more.',
  );
});
