/** The short tab: the notes of the whole tab, and no row more than they need. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../../instrument/instrument';
import { passages } from '../../passage/testing';
import { planOf } from '../../plan/plan';
import { smallTab } from './smallTab';
import { writeTabText } from './write';

const rows = (text: string) => text.split('\n').filter((row) => row.includes('|'));

it('has the rows of the strings that are used, and those between, as they are in the whole tab', () => {
  fc.assert(
    fc.property(passages, (passage) => {
      const plan = planOf(passage, { kind: 'alternateByNote', start: 'down' }, DEFAULT_SETUP);
      const used = passage.notes.map(({ string }) => string);
      const [first, last] = [Math.min(...used), Math.max(...used)];
      const whole = rows(
        writeTabText(passage, { countRow: false, strokes: plan.assignment.passes[0]!, width: 78 }),
      );
      const small = smallTab(plan, 78);
      const strings = passage.tuning.length;
      expect(rows(small)).toEqual(
        whole.filter((_, at) => (at % strings) + 1 >= first && (at % strings) + 1 <= last),
      );
      // A stroke for each picked note of the first pass, over its system.
      const strokes = small.split('\n').filter((row) => !row.includes('|'));
      const picks = plan.assignment.passes[0]!.filter((stroke) => stroke !== null);
      const onsets = new Set(
        passage.notes
          .filter((_, at) => plan.assignment.passes[0]![at] !== null)
          .map((note) => note.onsetTicks),
      );
      expect(strokes.join('').replaceAll(/[^DU]/g, '').length).toBe(picks.length === 0 ? 0 : onsets.size);
    }),
  );
});
