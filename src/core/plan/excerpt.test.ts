import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passageOn } from '../picking/testing';
import { excerptPlan } from './excerpt';
import { planOf } from './plan';

const KINDS = ['alternateByNote', 'alternateByPulse', 'leastTravel', 'economy', 'sweep', 'oneSlant'] as const;

describe('a part of an exercise', () => {
  it('has the strokes and the changes that it has in the whole, under any policy, in either pass', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 3, maxLength: 20 }),
        fc.constantFrom(...KINDS),
        fc.boolean(),
        fc.tuple(fc.nat(), fc.nat(), fc.nat()),
        (strings, kind, loop, [some, other, round]) => {
          const passage = passageOn(strings);
          const policy = { kind, start: 'auto', loop } as const;
          const whole = planOf(passage, policy, DEFAULT_SETUP);
          const pass = round % whole.assignment.passes.length;
          const [from, last] = [some % strings.length, other % strings.length].sort((a, b) => a - b) as [
            number,
            number,
          ];
          const notes = passage.notes.slice(from, last + 1);
          const range = { fromTicks: notes[0]!.onsetTicks, toTicks: notes.at(-1)!.onsetTicks + 1 };
          const part = excerptPlan(whole, policy, pass, range, DEFAULT_SETUP);
          expect(part.assignment.passes).toEqual([whole.assignment.passes[pass]!.slice(from, last + 1)]);
          expect(part.passage.notes.map(({ lock }) => lock)).toEqual(notes.map(({ lock }) => lock));
          // Counted as there: the same place in the bar.
          const barTicks = passage.meter.beats * passage.meter.beatTicks;
          const places = (some: readonly { onsetTicks: number }[]) =>
            some.map(({ onsetTicks }) => ((onsetTicks % barTicks) + barTicks) % barTicks);
          expect(places(part.passage.notes)).toEqual(places(notes));
          const ids = new Set(notes.map(({ id }) => id));
          const kinds = ({ analysis }: typeof whole, ofPass: number) =>
            analysis.transitions
              .filter(
                (one) => one.pass === ofPass && !one.seam && ids.has(one.fromNote) && ids.has(one.toNote),
              )
              .map(({ fromNote, toNote, kind: of }) => [fromNote, toNote, of]);
          expect(kinds(part, 0)).toEqual(kinds(whole, pass));
        },
      ),
    );
  });

  it('is of no notes where none begin', () => {
    const whole = planOf(passageOn([1, 2]), { kind: 'alternateByNote', start: 'down' }, DEFAULT_SETUP);
    const { passage, analysis } = excerptPlan(
      whole,
      { kind: 'alternateByNote', start: 'down' },
      0,
      { fromTicks: 1, toTicks: 2 },
      DEFAULT_SETUP,
    );
    expect([passage.notes, analysis.transitions]).toEqual([[], []]);
  });
});
