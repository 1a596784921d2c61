/** Moves of a range and faults of slurs, against pitch arithmetic and the rule that a passage stays sound. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MAX_FRET, pitchAt } from '../instrument/instrument';
import { faultsOf, faultText } from './faults';
import type { Note, Passage, Technique } from './passage';
import { rangeBetween } from './range';
import { fingerByPosition, fingerRange, moveRangeAcross, stretchRange, transposeRange } from './rangeMoves';
import { passages } from './testing';
import { emptyPassage } from './empty';

const pitches = ({ notes, tuning }: Passage) =>
  new Map(notes.map((note) => [note.id, note.dead ? null : pitchAt(tuning, note.string, note.fret)]));
const whole = (passage: Passage) => rangeBetween(passage, 0, passage.lengthTicks);
/** On the neck, one note a string and moment, the same notes as before. */
function expectSound(passage: Passage, before: Passage): void {
  const places = passage.notes.map((note) => `${note.onsetTicks}/${note.string}`);
  expect(new Set(places).size).toBe(places.length);
  for (const note of passage.notes) {
    expect(note.fret).toBeGreaterThanOrEqual(0);
    expect(note.fret).toBeLessThanOrEqual(MAX_FRET);
    expect(passage.tuning[note.string - 1]).toBeDefined();
  }
  expect(passage.notes.map(({ id }) => id).sort()).toEqual(before.notes.map(({ id }) => id).sort());
}

describe('a range', () => {
  it('transposed has every pitch moved by the same and comes back by the opposite', () => {
    fc.assert(
      fc.property(passages, fc.integer({ min: -12, max: 12 }), (passage, by) => {
        const moved = transposeRange(passage, whole(passage), by);
        if (!moved) return;
        expectSound(moved, passage);
        for (const [id, pitch] of pitches(passage))
          expect(pitches(moved).get(id)).toBe(pitch === null ? null : pitch + by);
        expect(pitches(transposeRange(moved, whole(moved), -by) ?? passage)).toEqual(pitches(passage));
      }),
    );
  });

  it('moved over the strings keeps frets or pitches and comes back to the same passage', () => {
    fc.assert(
      fc.property(
        passages,
        fc.constantFrom(-2, -1, 1, 2),
        fc.constantFrom('fret' as const, 'pitch' as const),
        (passage, by, keep) => {
          const moved = moveRangeAcross(passage, whole(passage), by, keep);
          if (!moved) return;
          expectSound(moved, passage);
          if (keep === 'pitch') expect(pitches(moved)).toEqual(pitches(passage));
          expect(moveRangeAcross(moved, whole(moved), -by, keep)).toEqual(passage);
        },
      ),
    );
  });

  it('gets fingers, one a fret, and loses them again', () => {
    fc.assert(
      fc.property(passages, (passage) => {
        const { passage: fingered, unreached } = fingerByPosition(passage, whole(passage));
        const fretted = fingered.notes.filter((note) => !note.dead && note.fret > 0);
        expect(fretted.filter((note) => !note.finger)).toHaveLength(unreached);
        const offsets = fretted.flatMap((note) => (note.finger ? [note.fret - note.finger] : []));
        expect(new Set(offsets).size).toBeLessThanOrEqual(1);
        const cleared = fingerRange(fingered, whole(fingered), null);
        expect(cleared.notes.some((note) => note.finger)).toBe(false);
      }),
    );
  });

  it('made longer never runs into the next note of its string or past the end, nor below its slot', () => {
    fc.assert(
      fc.property(passages, fc.constantFrom(1 as const, -1 as const), (passage, by) => {
        const once = stretchRange(passage, whole(passage), by);
        if (!once) return;
        expectSound(once, passage);
        for (const [at, note] of once.notes.entries()) {
          const was = passage.notes[at]!.durationTicks;
          if (note.durationTicks === was) continue;
          const next = once.notes.find(
            (one) => one.string === note.string && one.onsetTicks > note.onsetTicks,
          );
          expect(note.durationTicks).toBeGreaterThan(0);
          expect(note.onsetTicks + note.durationTicks).toBeLessThanOrEqual(
            Math.min(next?.onsetTicks ?? Infinity, once.lengthTicks),
          );
        }
      }),
    );
  });
});

describe('faults', () => {
  const line = (...notes: [fret: number, technique: Technique][]): Passage => ({
    ...emptyPassage(),
    notes: notes.map(([fret, technique], at): Note => ({
      id: `n${at}`,
      string: 2,
      fret,
      technique,
      onsetTicks: at * 1680,
      durationTicks: 1680,
    })),
  });

  it.each([
    ['a hammer-on to the same fret', line([5, 'pick'], [5, 'hammer']), 'slurToSameFret'],
    ['a slide to the same fret', line([5, 'pick'], [5, 'slide']), 'slurToSameFret'],
    ['a hammer-on that goes down', line([7, 'pick'], [5, 'hammer']), 'hammerDown'],
    ['a pull-off that goes up', line([5, 'pick'], [7, 'pull']), 'pullUp'],
    ['a pull-off from no note', line([5, 'pull']), 'slurFromNothing'],
  ])('%s', (_, passage, code) => {
    const [fault, ...others] = faultsOf(passage);
    expect(fault?.code).toBe(code);
    expect(others).toEqual([]);
    expect(faultText(fault!, 'note 2')).toContain('kept');
  });

  it('are none in ordinary slurs, in a hammer-on from nowhere and in taps', () => {
    expect(faultsOf(line([5, 'pick'], [7, 'hammer'], [5, 'pull'], [9, 'slide'], [9, 'tap']))).toEqual([]);
    expect(faultsOf(line([5, 'hammer'], [3, 'pull']))).toEqual([]);
  });
});
