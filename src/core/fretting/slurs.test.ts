/** Fingers where notes are slurred, against an exhaustive search by the rules of docs/decisions/fingers.md. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { fingerPassage } from './fingering';
import { leastCost, line } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

it('fingers of notes that are hammered on, pulled off and slid to cost the least that a search of every way finds', () => {
  const slur = fc.constantFrom(undefined, 'hammer' as const, 'pull' as const, 'slide' as const);
  const notes = fc.array(
    fc.record({ string: fc.constantFrom(3, 3, 3, 2), fret: fc.integer({ min: 0, max: 9 }), slur }),
    { minLength: 2, maxLength: 4 },
  );
  fc.assert(
    fc.property(notes, fc.boolean(), (some, loop) => {
      const plain = line(some.map(({ string, fret }) => [string, fret]));
      const slurred = plain.notes.map((note, at) => ({
        ...note,
        technique: some[at]!.slur ?? note.technique,
      }));
      const found = fingerPassage({ ...plain, notes: slurred }, DEFAULT_SETUP, { loop });
      expect(found.cost).toBeCloseTo(leastCost(some, false, loop), 9);
    }),
    { numRuns: 150 * THOROUGH },
  );
});
