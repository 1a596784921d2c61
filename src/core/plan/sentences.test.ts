/** What is said of an exercise, in any school and for any notes: figures that agree with the analysis, numbers that agree with their nouns. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { trainsSentence } from '../balance/balance';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passages } from '../passage/testing';
import { POLICY_KINDS, type PickingPolicy, otherStroke } from '../picking/policy';
import { NAMINGS, SWITCHINGS, WORDINGS } from '../picking/schools';
import { otherCosts } from '../picking/strokes';
import { changeText, otherCostText, policyText, reasonText, unmetText } from '../picking/words';
import { cuesOf } from './cues';
import { planOf } from './plan';
import { spokenNote, spokenPlace } from './spoken';

/** A number that does not fit its noun, or what no sentence may hold. */
const FAULTY =
  /undefined|NaN|null|\[object|(?<![\d.])1 (?:notes|strings|frets|slots|strokes|changes|sweeps|switches|exits|skips|times|downstrokes|upstrokes)\b|(?<![\d.])(?:[02-9]|\d{2,}) (?:note|string(?! lines)|fret|slot|stroke|change|sweep|switch|exit|skip|downstroke|upstroke)\b(?! [→\d])/;

it('holds no faulty word', () => {
  const schools = fc.record({
    naming: fc.constantFrom(...NAMINGS),
    switching: fc.constantFrom(...SWITCHINGS),
    wording: fc.constantFrom(...WORDINGS),
  });
  const policy = fc.record({
    kind: fc.constantFrom(...POLICY_KINDS),
    start: fc.constantFrom('down' as const, 'up' as const, 'auto' as const),
    loop: fc.boolean(),
    maySlur: fc.boolean(),
  });
  fc.assert(
    fc.property(passages, policy, schools, (passage, given, school) => {
      const plan = planOf(passage, given satisfies PickingPolicy, DEFAULT_SETUP);
      const { assignment, analysis } = plan;
      // It goes to workers, so it is plain data.
      expect(structuredClone(plan)).toEqual(plan);
      const trains = trainsSentence(analysis, school);
      const said = [
        trains,
        policyText(given, school),
        ...cuesOf(plan, school),
        ...analysis.transitions.map((change) => changeText(change, school)),
        ...passage.notes.map((note) => spokenNote(passage, plan, note)),
        ...passage.notes.map((note) => spokenPlace(passage, plan, note.onsetTicks, 1)),
        ...assignment.unmet.map((unmet) => unmetText(unmet, 'note 3')),
        ...passage.notes.flatMap((_, at) => {
          const stroke = assignment.passes[0]![at];
          const cost = otherCosts(passage, given)(0, at);
          const reason = assignment.reasons[0]![at];
          return [
            ...(reason ? [reasonText(reason, school)] : []),
            ...(stroke && cost ? [otherCostText(otherStroke(stroke), cost)] : []),
          ];
        }),
      ];
      for (const sentence of said) {
        expect(sentence).not.toMatch(FAULTY);
        expect(sentence.trim()).not.toBe('');
      }
      const { outside, inside } = analysis.figures.kinds;
      if (outside + inside > 0 && Number.isInteger(outside) && Number.isInteger(inside))
        expect(trains.startsWith(`${outside} outside, ${inside} inside`)).toBe(true);
    }),
    { numRuns: 150 },
  );
});
