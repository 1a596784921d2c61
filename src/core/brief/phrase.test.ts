/** Phrases typed as names and degrees: against another library of theory, and as the trade writes them (common practice, no source). */
import fc from 'fast-check';
import teoria from 'teoria';
import { Note } from 'tonal';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP, STANDARD_TUNING } from '../instrument/instrument';
import { emptyPassage } from '../passage/empty';
import { pitchOf } from '../passage/passage';
import { exerciseFault } from '../formats';
import { newExercise } from '../model/exercise';
import { draftBrief } from './draft';
import { placesOf, stepCost, type Place } from './grid';
import { readPhrase } from './phrase';

const read = (text: string) =>
  readPhrase(text, { tuning: STANDARD_TUNING, subdivision: 4, setup: DEFAULT_SETUP });
const pitches = (text: string) => {
  const made = read(text);
  if (!made || 'fault' in made) throw new Error(made?.fault ?? 'no phrase');
  return made.passage.notes.map((note) => pitchOf(made.passage, note));
};
const letter = fc.constantFrom(...'CDEFGAB');
const sign = fc.constantFrom('', '', '#', 'b');

describe('note names', () => {
  it('with octaves sound what another library says, in their order, each on a place of the neck', () => {
    const names = fc.array(fc.tuple(letter, sign, fc.constantFrom('3', '4', '5')), {
      minLength: 2,
      maxLength: 12,
    });
    fc.assert(
      fc.property(names, (some) => {
        const text = some.map((parts) => parts.join('')).join(' ');
        const expected = some.map((parts) => teoria.note(parts.join('')).midi());
        const made = read(text);
        if (!made || 'fault' in made) {
          expect(made?.fault).toMatch(/reach|not on this instrument/);
          return;
        }
        expect(pitches(text)).toEqual(expected);
        expect(exerciseFault(newExercise('Phrase', made.passage))).toBeNull();
      }),
    );
  });

  it('without an octave are the nearest to the note before, never more than a tritone away', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(letter, sign), { minLength: 2, maxLength: 10 }), (some) => {
        const text = some.map((parts) => parts.join('').toLowerCase()).join(', ');
        const made = read(text);
        if (!made || 'fault' in made) return;
        const sounding = pitches(text);
        sounding.forEach((pitch, at) => {
          const midi = teoria.note(`${some[at]!.join('')}4`).midi();
          expect((pitch - midi + 120) % 12).toBe(0);
          if (at > 0) expect(Math.abs(pitch - sounding[at - 1]!)).toBeLessThanOrEqual(6);
        });
        expect(made.guessed).toContain('nearest');
      }),
    );
  });

  it('are read as teachers write them; rests keep their slot', () => {
    expect(pitches('A4 C5 D5')).toEqual([69, 72, 74]);
    expect(pitches('Bb3 | B3 C♯4 E♭4')).toEqual([58, 59, 61, 63]);
    expect(pitches('Cb4 B#3')).toEqual([59, 60]);
    const made = read('a - c r d');
    if (!made || 'fault' in made) throw new Error('It is a phrase.');
    expect(made.passage.notes.map(({ onsetTicks }) => onsetTicks / 1680)).toEqual([0, 2, 4]);
    expect(made.passage.lengthTicks).toBe(5 * 1680);
  });

  it('lie under one hand where they can', () => {
    const made = read('A3 C4 D4 E4 G4 A4 C5 A4 G4 E4 D4 C4 A3');
    if (!made || 'fault' in made) throw new Error('It is a phrase.');
    const frets = made.passage.notes.map(({ fret }) => fret);
    expect(Math.max(...frets) - Math.min(...frets)).toBeLessThanOrEqual(4);
  });
});

describe('degrees', () => {
  it('are those of the major scale on the key, raised and lowered, as another library counts them', () => {
    const NAMES = ['', 'P1', 'M2', 'M3', 'P4', 'P5', 'M6', 'M7', 'P8', 'M9'];
    const degrees = fc.array(fc.tuple(fc.constantFrom('', 'b', '#'), fc.integer({ min: 1, max: 9 })), {
      minLength: 2,
      maxLength: 8,
    });
    fc.assert(
      fc.property(letter, sign, degrees, (tonic, accidental, some) => {
        // One without a sign tells degrees from names.
        const text = `${tonic}${accidental}: 1 ${some.map((parts) => parts.join('')).join(' ')}`;
        const made = read(text);
        if (!made || 'fault' in made) return;
        const root = teoria.note(`${tonic}${accidental}3`).midi();
        const above = some.map(([raised, number]) => {
          const steps = teoria.note('C3').interval(NAMES[number]!).midi() - teoria.note('C3').midi();
          return steps + (raised === '#' ? 1 : raised === 'b' ? -1 : 0);
        });
        expect(pitches(text).map((pitch) => (pitch - root + 120) % 12)).toEqual(
          [0, ...above].map((steps) => (steps + 120) % 12),
        );
      }),
    );
    expect(pitches('A: 1 b3 4 5')).toEqual([57, 60, 62, 64]);
    expect(pitches('in C: 1 2 3')).toEqual([60, 62, 64]);
    expect(read('1 b3 4 5')).toMatchObject({ guessed: expect.stringContaining('from A') as string });
  });
});

describe('what a phrase leaves open', () => {
  it('is said, and nothing of what it says', () => {
    const guessed = (text: string) => {
      const made = read(text);
      return made && !('fault' in made) ? made.guessed : text;
    };
    const near = 'where no octave is said the nearest note was taken';
    expect(guessed('A4 r C5')).toBeNull();
    expect(guessed('A4 - C')).toBe(near);
    expect(guessed('A: 1 2 3')).toBe(near);
    expect(guessed('1 2 3')).toBe(`degrees are counted from A; ${near}`);
    // Of many strange words the first five are named.
    const strange = read('A4 C5 D5 E5 F5 G5 h1 h2 h3 h4 h5 h6');
    expect(strange).toMatchObject({
      fault: expect.stringMatching(/^“h1”, “h2”, “h3”, “h4”, “h5” and others: not read/),
    });
  });

  it('is where it lies: where the hand is asked for least, of all the places there are', () => {
    const brief = {
      ...draftBrief(newExercise('', emptyPassage())),
      ...{ strings: [6, 5, 4, 3, 2, 1], frets: [0, 22] as const, tones: { kind: 'chromatic' } as const },
      ...{ targets: [], largestLeap: null, mayRepeat: true, capo: 0 },
    };
    const all = placesOf(brief, DEFAULT_SETUP);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 40, max: 76 }), { minLength: 2, maxLength: 4 }), (midis) => {
        const made = read(midis.map((midi) => Note.fromMidiSharps(midi)).join(' '));
        const layers = midis.map((midi) => all.filter(({ pitch }) => pitch === midi));
        // What it costs to lie so, wherever the hand may be for each; near the fifth fret at first.
        const least = (choices: readonly (readonly Place[])[]) =>
          choices.slice(1).reduce<readonly (readonly [Place, number])[]>(
            (before, next) =>
              next.map((place) => [
                place,
                Math.min(
                  ...before.map(
                    ([one, cost]) => cost + (stepCost(brief, DEFAULT_SETUP, one, place) ?? Infinity),
                  ),
                ),
              ]),
            choices[0]!.map((place) => [place, Math.abs(place.position - 5) / 4]),
          );
        const best = Math.min(...least(layers).map(([, cost]) => cost));
        if (!made || 'fault' in made) {
          expect(best).toBe(Infinity);
          return;
        }
        const there = made.passage.notes.map(({ string, fret }, at) =>
          layers[at]!.filter((place) => place.string === string && place.fret === fret),
        );
        expect(Math.min(...least(there).map(([, cost]) => cost))).toBe(best);
      }),
      { numRuns: 40 },
    );
  });
});

it('names what it cannot read or place, and leaves alone what is no phrase', () => {
  expect(read('A4 C5 H5 D5')).toEqual({ fault: '“H5”: not read as note names.' });
  expect(read('C1 E4 G4')).toEqual({ fault: '“C1”: not on this instrument up to fret 22.' });
  for (const text of ['', 'see you soon', 'A4', 'e|--5--7--|\nB|--------|', 'a quick note to you'])
    expect([text, read(text)]).toEqual([text, null]);
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom(...'ABCb#12 -|x9') }), (text) => {
      const made = read(text);
      if (made && 'fault' in made) expect(made.fault).toMatch(/^[“A-Z].*\.$/);
    }),
  );
});

describe('what is no phrase', () => {
  it('is left to other readers where more than half of it is strange; where half is, what is strange is named', () => {
    expect(read('A4 C5 was hier steht')).toBeNull();
    expect(read('A4 C5 was hier')).toEqual({
      fault: expect.stringMatching(/was.*hier.*not read as note names/),
    });
    expect(read('A4 hier')).toBeNull();
    // What is too long for a phrase: 513 notes.
    const many = (count: number) =>
      Array.from({ length: count }, (_, at) => (at % 2 ? 'A4' : 'C5')).join(' ');
    expect([read(many(512)) === null, read(many(513))]).toEqual([false, null]);
    // The highest note there is, and the one above it.
    expect(read('D6 C6')).not.toHaveProperty('fault');
    expect(read('D#6 D6')).toEqual({ fault: '“D#6”: not on this instrument up to fret 22.' });
    expect(read('')).toBeNull();
    // A line of tab begins with its string, before the first bar line; elsewhere a bar line is one.
    expect([read('Eb|5 7 8'), read('A4 C5\n  e|5 7')]).toEqual([null, null]);
    expect(pitches('C4 A|B4')).toEqual([60, 57, 71]);
    expect(read('CA|B4 C4')).toEqual({ fault: '“CA”: not read as note names.' });
  });
});
