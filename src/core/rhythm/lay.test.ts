/** Rhythm against arithmetic and common practice (no source): fit, groups, accents, pick-up, swing, coverage. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newExercise } from '../model/exercise';
import { readMusicXml, writeMusicXml } from '../formats';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passageOn } from '../picking/testing';
import { assignStrokes } from '../picking/strokes';
import { coverageOf } from '../picking/coverage';
import { performanceOf } from '../sound/performance';
import { fitOf } from './fit';
import { accentNotes, GAPS, groupNotes, pickupSlots, restAtEnd, setBeatSubdivision, setPickup } from './lay';
import { ACCENTS } from './names';
import { slotAt } from '../time/slots';
import { swung, unswung } from '../time/swing';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 30 });
const order = ({ notes }: ReturnType<typeof passageOn>) => notes.map(({ id, string }) => `${id}:${string}`);

describe('fit', () => {
  it('is what counting the passes one by one gives', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 2, max: 7 }),
        (n, m, beats) => {
          const fit = fitOf(n, m, beats);
          let passes = 1;
          while ((passes * n) % m !== 0) passes++;
          let barPasses = 1;
          while ((barPasses * n) % (m * beats) !== 0) barPasses++;
          expect(fit).toMatchObject({
            passes,
            beats: (passes * n) / m,
            barPasses,
            bars: (barPasses * n) / m / beats,
          });
          for (let count = 1; count <= 8; count++) expect(fit.fitting.includes(count)).toBe(n % count === 0);
        },
      ),
    );
  });

  it('of six notes is triplets, of eight sixteenths', () => {
    expect(fitOf(6, 4, 4).fitting).toEqual([1, 2, 3, 6]);
    expect(fitOf(8, 3, 4).fitting).toEqual([1, 2, 4, 8]);
    expect(fitOf(6, 4, 4)).toMatchObject({ passes: 2, beats: 3 });
  });
});

describe('laying notes', () => {
  it('in groups keeps their order, leaves one slot between groups, and without gaps is where it began', () => {
    fc.assert(
      fc.property(
        strings,
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(...GAPS),
        (on, sizes, gap) => {
          const passage = passageOn(on);
          const slotTicks = passage.meter.beatTicks / passage.subdivision;
          const grouped = groupNotes(passage, sizes, gap);
          expect(order(grouped)).toEqual(order(passage));
          const steps = grouped.notes
            .slice(1)
            .map((note, at) => (note.onsetTicks - grouped.notes[at]!.onsetTicks) / slotTicks);
          const ends = new Set<number>();
          for (let at = -1, group = 0; at < on.length; group++)
            ends.add((at += sizes[group % sizes.length]!));
          steps.forEach((step, at) => expect(step).toBe(ends.has(at) ? 2 : 1));
          // Alternation by note does not see the gaps.
          const policy = { kind: 'alternateByNote', start: 'down' } as const;
          expect(assignStrokes(grouped, policy).passes).toEqual(assignStrokes(passage, policy).passes);
          const plain = groupNotes(grouped, [], gap);
          expect(plain.notes).toEqual(groupNotes(passage, [], gap).notes);
        },
      ),
    );
  });

  it('accents by a rule, a pick-up that changes nothing else, a rest at the end', () => {
    fc.assert(
      fc.property(
        strings,
        fc.constantFrom(...ACCENTS),
        fc.integer({ min: 0, max: 15 }),
        (on, rule, slots) => {
          const passage = accentNotes(passageOn(on), rule);
          const accented = passage.notes.filter(({ accent }) => accent).length;
          if (rule === 'every third') expect(accented).toBe(Math.ceil(on.length / 3));
          if (rule === 'none') expect(accented).toBe(0);
          const picked = setPickup(passage, slots);
          expect(pickupSlots(picked)).toBe(slots < on.length ? slots : 0);
          expect(order(picked)).toEqual(order(passage));
          expect(picked.lengthTicks + picked.pickupTicks).toBe(passage.lengthTicks);
          expect(setPickup(picked, 0)).toEqual(passage);
          expect(restAtEnd(passage).lengthTicks - passage.lengthTicks).toBe(1680);
          // A score carries the accents.
          const { exercise } = readMusicXml(writeMusicXml(newExercise('', passage)));
          expect(exercise!.passage.notes.map(({ accent }) => accent)).toEqual(
            passage.notes.map(({ accent }) => accent),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

it('one beat divided otherwise keeps its notes on their slots and all others where they are', () => {
  fc.assert(
    fc.property(
      strings,
      fc.integer({ min: 0, max: 7 }),
      fc.integer({ min: 1, max: 8 }),
      (on, beat, slots) => {
        const passage = passageOn(on);
        const inBeat = passage.notes.filter(({ onsetTicks }) => Math.floor(onsetTicks / 6720) === beat);
        const divided = setBeatSubdivision(passage, beat, slots);
        expect(divided === null).toBe(inBeat.length > slots);
        divided?.notes.forEach((note, at) => {
          const before = passage.notes[at]!;
          const index = slotAt(passage, before.onsetTicks).indexInBeat;
          const isIn = inBeat.includes(before);
          expect(note.onsetTicks).toBe(isIn ? beat * 6720 + (index * 6720) / slots : before.onsetTicks);
          expect(note.onsetTicks + note.durationTicks).toBeLessThanOrEqual(divided.lengthTicks);
        });
      },
    ),
  );
});

describe('swing', () => {
  it('keeps every beat, comes back exactly, and at 67 % is the first and third of three', () => {
    const passage = { ...passageOn([1, 1, 1, 1]), subdivision: 2, swingPercent: 100 * (2 / 3) };
    expect(swung(passage, 3360)).toBeCloseTo(4480, 6);
    fc.assert(
      fc.property(
        fc.integer({ min: -20_000, max: 60_000 }),
        fc.integer({ min: 51, max: 80 }),
        fc.integer({ min: 1, max: 8 }),
        (ticks, swingPercent, subdivision) => {
          const one = { ...passage, swingPercent, subdivision };
          expect(unswung(one, swung(one, ticks))).toBeCloseTo(ticks, 6);
          const beat = Math.floor(ticks / 6720) * 6720;
          expect(swung(one, beat)).toBe(beat);
        },
      ),
    );
  });

  it('loses no note where a round ends in the middle of a pair', () => {
    const passage = { ...passageOn([3, 2, 1]), swingPercent: 75 };
    const played = performanceOf(passage, { loop: true, passes: 4, countInBeats: 0 });
    let heard = 0;
    for (let ticks = 0; ticks < 4 * 3 * 1680 + 6720; ticks += 500)
      heard += played.eventsBetween(ticks, ticks + 500).filter(({ kind }) => kind === 'note').length;
    expect(heard).toBe(12);
  });
});

describe('coverage', () => {
  it('counts every change once a pass, and the other start fills what it says', () => {
    fc.assert(
      fc.property(strings, fc.boolean(), (on, loop) => {
        const passage = passageOn(on);
        const policy = { kind: 'alternateByNote', start: 'down', loop } as const;
        const { passes, cells } = coverageOf(passage, policy, assignStrokes(passage, policy), DEFAULT_SETUP);
        const counted = cells.reduce((sum, { count }) => sum + count, 0);
        expect(counted).toBe(loop ? on.length * passes : on.length - 1);
        const up = { ...policy, start: 'up' } as const;
        const other = coverageOf(passage, up, assignStrokes(passage, up), DEFAULT_SETUP);
        const filled = (all: typeof cells, field: 'count' | 'otherStart') =>
          all
            .filter((cell) => cell[field] > 0)
            .map(({ place, stroke, kind }) => `${place} ${stroke} ${kind}`);
        expect(filled(other.cells, 'count')).toEqual(filled(cells, 'otherStart'));
      }),
      { numRuns: 100 },
    );
  });
});
