/** Which fingers follow each other over the strings, counted anew from the notes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { fingerChanges, missingChanges } from './fingerChanges';
import { fingerPassage } from './fingering';
import { line, places } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe('finger changes', () => {
  it('are counted over string changes alone, rolls and hops apart, and what is missing is named', () => {
    fc.assert(
      fc.property(places(20), (notes) => {
        const passage = line(notes.map(({ string, fret }) => [string, fret]));
        const fingering = fingerPassage(passage, DEFAULT_SETUP);
        const cells = fingerChanges(fingering);
        const stopped = passage.notes.filter(({ fret }) => fret > 0);
        const changes = stopped.slice(1).filter((note, at) => note.string !== stopped[at]!.string);
        expect(cells.reduce((sum, cell) => sum + cell.floorward + cell.ceilingward, 0)).toBe(changes.length);
        // Floorward is to a thinner string.
        const thinner = stopped.slice(1).filter((note, at) => note.string < stopped[at]!.string);
        expect(cells.reduce((sum, cell) => sum + cell.floorward, 0)).toBe(thinner.length);
        for (const cell of cells)
          if (cell.from === cell.to) expect(cell.rolls + cell.hops).toBe(cell.floorward + cell.ceilingward);
        expect(missingChanges(cells).every(({ from, to }) => from !== to)).toBe(true);
      }),
      { numRuns: 80 * THOROUGH },
    );
  });
});
