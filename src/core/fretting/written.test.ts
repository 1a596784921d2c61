/** Fingers as they are written: Roman numerals for positions, signs for what a finger does, and the fretting hand by itself. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Finger, Note } from '../passage/passage';
import { fingerPassage } from './fingering';
import { line, places } from './testing';
import { fingersWritten, frettingAlone, handSigns, romanFret } from './written';

it('positions are written in Roman numerals', () => {
  // Common practice, no source: the numerals of the frets that have dots, and those around them.
  const known = {
    1: 'I',
    3: 'III',
    4: 'IV',
    5: 'V',
    7: 'VII',
    9: 'IX',
    12: 'XII',
    14: 'XIV',
    19: 'XIX',
    24: 'XXIV',
  };
  for (const [fret, text] of Object.entries(known)) expect(romanFret(Number(fret))).toBe(text);
  expect(romanFret(0)).toBe('0');
  // Read back by adding up, and taking away what stands before something larger.
  const value = { I: 1, V: 5, X: 10 } as const;
  for (let fret = 1; fret <= 30; fret++) {
    const signs = [...romanFret(fret)].map((sign) => value[sign as 'I']);
    const sum = signs.reduce<number>((all, one, at) => all + (one < (signs[at + 1] ?? 0) ? -one : one), 0);
    expect(sum).toBe(fret);
    expect(romanFret(fret)).not.toMatch(/IIII|VV|XXXX/);
  }
});

describe('signs of the hand', () => {
  const signsOf = (all: readonly (readonly [number, number])[], fingers: readonly Finger[] = []) => {
    const plain = line(all);
    const notes = plain.notes.map((note, at) => (fingers[at] ? { ...note, finger: fingers[at] } : note));
    const passage = { ...plain, notes };
    const signs = handSigns(fingerPassage(passage, DEFAULT_SETUP));
    return notes.map(({ id }) => signs.get(id) ?? '');
  };

  it('name the position where the hand first lies and wherever it goes', () => {
    // A finger a fret from the fifth on leaves no doubt about the box.
    const signs = signsOf(
      [
        [3, 5],
        [3, 6],
        [3, 7],
        [3, 8],
        [3, 12],
        [3, 13],
        [3, 14],
        [3, 15],
      ],
      [1, 2, 3, 4, 1, 2, 3, 4],
    );
    expect(signs).toEqual(['V', '', '', '', 'XII', '', '', '']);
  });

  it('tell a roll of one finger from a hop and from a slide along the string', () => {
    expect(
      signsOf(
        [
          [3, 5],
          [2, 5],
        ],
        [1, 1],
      ),
    ).toEqual(['V', 'r']);
    // Within the box no shift: the same finger goes to another fret of another string.
    const hop = signsOf(
      [
        [3, 5],
        [2, 6],
      ],
      [2, 2],
    );
    expect(hop[1]).toMatch(/^(h|[XIV]+)$/);
  });

  it('say no more than where the hand comes to lie and how one finger goes on', () => {
    fc.assert(
      fc.property(places(12), (some) => {
        const passage = line(some.map(({ string, fret }) => [string, fret]));
        for (const sign of handSigns(fingerPassage(passage, DEFAULT_SETUP)).values())
          expect(sign).toMatch(/^([IVX]+|[rhsB])$/);
      }),
      { numRuns: 60 },
    );
  });

  it('mark every note under a finger that lies over several strings', () => {
    const plain = line([
      [3, 5],
      [2, 5],
      [1, 5],
    ]);
    const notes = plain.notes.map((note) => ({ ...note, onsetTicks: 0, held: 1 }));
    const fingering = fingerPassage({ ...plain, notes }, DEFAULT_SETUP);
    expect(fingering.barres.length).toBeGreaterThan(0);
    const signs = handSigns(fingering);
    for (const id of fingering.barres) expect(signs.get(id)).toMatch(/B|V/);
  });
});

it('fingers that were set stay, the others are written where there are any', () => {
  fc.assert(
    fc.property(places(12), fc.array(fc.constantFrom<Finger | null>(1, 2, 3, 4, null)), (some, set) => {
      const plain = line(some.map(({ string, fret }) => [string, fret]));
      const notes = plain.notes.map((note, at) =>
        set[at] && note.fret > 0 ? { ...note, finger: set[at] } : note,
      );
      const passage = { ...plain, notes };
      const worked = new Map(notes.filter((_, at) => at % 2 === 0).map(({ id }) => [id, 4 as Finger]));
      const written = fingersWritten(passage, { fingers: worked });
      written.notes.forEach((note, at) => {
        expect(note.finger).toBe(notes[at]!.finger ?? worked.get(note.id));
        const { finger: _a, ...rest } = note;
        const { finger: _b, ...before } = notes[at]!;
        expect(rest).toEqual(before);
      });
    }),
    { numRuns: 60 },
  );
});

describe('the fretting hand alone', () => {
  // Common practice, no source: a hammer-on sounds by itself from nowhere, a pull-off needs a higher fret before it on its string.
  it('hammers on and pulls off, is silent where it cannot sound, and loses no note without counting it', () => {
    const marks = fc.array(
      fc.record({ isDead: fc.boolean(), isLocked: fc.boolean(), isSlid: fc.boolean() }),
      { minLength: 16, maxLength: 16 },
    );
    fc.assert(
      fc.property(places(16), marks, (some, marked) => {
        const plain = line(some.map(({ string, fret }) => [string, fret]));
        const notes = plain.notes.map((note, at): Note => {
          const { isDead, isLocked, isSlid } = marked[at]!;
          return {
            ...note,
            ...(isDead && at % 3 === 0 ? { dead: true as const } : {}),
            ...(isLocked ? { lock: { stroke: 'down' as const }, restStroke: true as const } : {}),
            ...(isSlid && at % 2 === 0 ? { technique: 'slide' as const } : {}),
          };
        });
        const { passage, silent } = frettingAlone({ ...plain, notes });
        expect(passage.notes.length + silent).toBe(notes.length);
        const last = new Map<number, number>();
        const kept = new Map(passage.notes.map((note) => [note.id, note]));
        for (const note of notes) {
          const before = last.get(note.string);
          const alone = kept.get(note.id);
          const canSound = !note.dead && (note.fret > 0 || (before ?? 0) > 0);
          expect(alone !== undefined).toBe(canSound);
          if (!alone) continue;
          const isSlide = note.technique === 'slide' && before !== undefined;
          const slurred = before !== undefined && before > note.fret ? 'pull' : 'hammer';
          expect(alone.technique).toBe(isSlide ? 'slide' : slurred);
          expect([alone.lock, alone.restStroke]).toEqual([undefined, undefined]);
          last.set(note.string, note.fret);
        }
      }),
      { numRuns: 100 },
    );
  });
});
