/** Another key or mode, degree by degree: against another library of theory, and back again by property. */
import fc from 'fast-check';
import teoria from 'teoria';
import { describe, expect, it } from 'vitest';
import { pitchOf, type Note, type Passage } from '../passage/passage';
import { emptyPassage } from '../passage/empty';
import { modulo } from '../time/periods';
import { SCALES, TONICS } from './names';
import { firstRecipe } from './recipe';
import { keyOfLine, rekeyRange, type Key } from './rekey';
import { scaleTones } from './tones';

/** MIDI number of the open string that the lines lie on. */
const D_STRING = 50;
const DIATONIC = ['major', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'minor', 'locrian'] as const;
/** What the other library calls them. */
const FOREIGN: Readonly<Record<string, string>> = { minor: 'aeolian' };

const all = ({ lengthTicks }: Passage) => ({ fromTicks: 0, toTicks: lengthTicks });
const pitches = (passage: Passage) => passage.notes.map((note) => pitchOf(passage, note));
const classes = (passage: Passage) => pitches(passage).map((pitch) => pitch % 12);

/** A scale up one string, from fret 5 or the next that it has; its tonic may lie in the middle. */
function scaleLine({ tonic, scale }: Key): Passage {
  const fret = (tone: number) => 5 + modulo(tone - (D_STRING + 5), 12);
  const frets = scaleTones(tonic, scale).map(fret);
  const notes = frets
    .toSorted((a, b) => a - b)
    .map((at, index): Note => ({
      ...{ id: `n${index}`, string: 4, fret: at, technique: 'pick' },
      ...{ onsetTicks: index * 1680, durationTicks: 1680 },
    }));
  return { ...emptyPassage(), notes, lengthTicks: notes.length * 1680 };
}

const keys = (scales: readonly string[]) =>
  fc.record({ tonic: fc.constantFrom(...TONICS), scale: fc.constantFrom(...scales) });

describe('a line in another key or mode', () => {
  it('has on each degree what another library of theory has there', () => {
    const foreign = ({ tonic, scale }: Key) =>
      teoria.scale(teoria.note(tonic.toLowerCase()), FOREIGN[scale] ?? scale).notes();
    fc.assert(
      fc.property(keys(DIATONIC), keys(DIATONIC), (from, to) => {
        const passage = scaleLine(from);
        const made = rekeyRange(passage, all(passage), from, to);
        if (!made) return;
        const [was, is] = [foreign(from), foreign(to)].map((notes) =>
          notes.map((note) => (note.chroma() + 12) % 12),
        );
        expect([made.outside, made.nearest]).toEqual([0, 0]);
        expect(classes(made.passage)).toEqual(classes(passage).map((one) => is![was!.indexOf(one)]));
        // The tonic goes the shorter way, and no degree further from it than one mode is from another.
        pitches(made.passage).forEach((pitch, at) =>
          expect(Math.abs(pitch - pitches(passage)[at]!)).toBeLessThanOrEqual(8),
        );
      }),
    );
  });

  it('goes back to what it was; a note that the key does not have stays as far above its degree, and is counted', () => {
    fc.assert(
      fc.property(keys(DIATONIC), keys(DIATONIC), fc.nat({ max: 6 }), (from, to, at) => {
        const plain = scaleLine(from);
        const raised = {
          ...plain,
          notes: plain.notes.map((note, index) => (index === at ? { ...note, fret: note.fret + 1 } : note)),
        };
        const [there, other] = [plain, raised].map((one) => rekeyRange(one, all(one), from, to));
        if (!there || !other) return;
        const back = rekeyRange(there.passage, all(plain), to, from);
        // By a tritone and by another one it is an octave up.
        if (back) expect(classes(back.passage)).toEqual(classes(plain));
        if (classes(plain).includes(classes(raised)[at]!)) expect(other.outside).toBe(0);
        else
          expect([other.outside, pitches(other.passage)[at]]).toEqual([1, pitches(there.passage)[at]! + 1]);
      }),
    );
  });

  it('between scales of other sizes takes the nearest tone where there is no such degree, and counts it', () => {
    fc.assert(
      fc.property(keys(SCALES), keys(SCALES), (from, to) => {
        const passage = scaleLine(from);
        const made = rekeyRange(passage, all(passage), from, to);
        if (!made) return;
        const tones = new Set(classes(scaleLine(to)));
        expect(classes(made.passage).filter((one) => !tones.has(one))).toEqual([]);
        expect(made.outside).toBe(0);
        expect(made.nearest === 0 || made.nearest <= passage.notes.length).toBe(true);
      }),
    );
    // A minor to A minor pentatonic: 2 and b6 are not there (common practice, no source).
    const passage = scaleLine({ tonic: 'A', scale: 'minor' });
    const made = rekeyRange(
      passage,
      all(passage),
      { tonic: 'A', scale: 'minor' },
      { tonic: 'A', scale: 'minor pentatonic' },
    )!;
    expect(made.nearest).toBe(classes(passage).filter((one) => one === 11 || one === 5).length);
  });

  it('is null where a note has no place, and leaves what is not marked alone', () => {
    const passage = scaleLine({ tonic: 'A', scale: 'minor' });
    const range = { fromTicks: 0, toTicks: passage.notes[3]!.onsetTicks };
    const made = rekeyRange(passage, range, { tonic: 'A', scale: 'minor' }, { tonic: 'C', scale: 'minor' })!;
    expect(pitches(made.passage).map((pitch, at) => pitch - pitches(passage)[at]!)).toEqual(
      passage.notes.map((_, at) => (at < 3 ? 3 : 0)),
    );
    const high = {
      ...passage,
      notes: passage.notes.map((note) => ({ ...note, string: 1, fret: 36 })).slice(0, 1),
    };
    expect(
      rekeyRange(high, all(high), { tonic: 'A', scale: 'minor' }, { tonic: 'C', scale: 'minor' }),
    ).toBeNull();
    expect(
      rekeyRange(
        emptyPassage(),
        { fromTicks: 0, toTicks: 1 },
        { tonic: 'A', scale: 'minor' },
        { tonic: 'C', scale: 'minor' },
      ),
    ).toBeNull();
    expect(() =>
      rekeyRange(passage, range, { tonic: 'A', scale: 'none' }, { tonic: 'C', scale: 'minor' }),
    ).toThrow(RangeError);
  });
});

it('the key of a line is that of its recipe, else one that has all of its notes, on its root or lowest note', () => {
  fc.assert(
    fc.property(keys(DIATONIC), (key) => {
      const passage = scaleLine(key);
      const { source, ...recipe } = firstRecipe('scale');
      const kept = { recipe: { ...recipe, source: { ...source, ...key } as typeof source }, hash: '' };
      expect(keyOfLine(passage, kept)).toEqual(key);
      const arpeggio = firstRecipe('arpeggio');
      const chord = {
        ...arpeggio,
        source: { ...arpeggio.source, tonic: key.tonic } as typeof arpeggio.source,
      };
      expect(keyOfLine(passage, { recipe: chord, hash: '' }).tonic).toBe(key.tonic);
      const guess = keyOfLine(passage, null);
      const made = rekeyRange(passage, all(passage), guess, guess)!;
      expect([made.outside, pitches(made.passage)]).toEqual([0, pitches(passage)]);
    }),
  );
});
