/** Recipes against music theory from other libraries, pitch arithmetic, and counts that are common practice (no source). */
import teoria from 'teoria';
import { Note as Spelled } from 'tonal';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP, usualTuning } from '../instrument/instrument';
import { fretMm, stretchMm } from '../instrument/neck';
import { compose } from './compose';
import { tuningFrom, tuningText } from './tuningText';
import { nearestRecipe } from './nearest';
import { firstRecipe } from './recipe';
import { type Source, type Recipe } from '../model/recipe';
import { CHORDS, SCALES, TONICS } from './names';
import { chordIntervals, scaleTones } from './tones';

const soundsOf = (recipe: Recipe) => {
  const composed = compose(recipe, DEFAULT_SETUP);
  if ('fault' in composed) throw new Error(composed.fault.code);
  return composed.cells.flat();
};
const pitches = (recipe: Recipe) =>
  soundsOf(recipe).map(({ string, fret }) => recipe.tuning[string - 1]! + recipe.capo + fret);
const frets = (recipe: Recipe) => soundsOf(recipe).map((note) => note.fret);
const count = (recipe: Recipe) => soundsOf(recipe).length;

const fingers = (
  parts: Partial<Recipe> = {},
  source: Partial<Extract<Source, { kind: 'fingers' }>> = {},
): Recipe => {
  const first = firstRecipe('fingers');
  return { ...first, ...parts, source: { ...first.source, ...source } as Source };
};
const scale = (source: Partial<Extract<Source, { kind: 'scale' }>>, parts: Partial<Recipe> = {}): Recipe => {
  const first = firstRecipe('scale');
  return { ...first, ...parts, source: { ...first.source, ...source } as Source };
};
const arpeggio = (
  source: Partial<Extract<Source, { kind: 'arpeggio' }>>,
  parts: Partial<Recipe> = {},
): Recipe => {
  const first = firstRecipe('arpeggio');
  return { ...first, ...parts, source: { ...first.source, ...source } as Source };
};

describe('a chord by strings', () => {
  it('offers the easiest shape among those nearest to the fret that is asked first, and is held', () => {
    const first = firstRecipe('chord');
    const chord = (fret: number, shape = 0): Recipe => ({
      ...first,
      strings: [6, 5, 4, 3, 2, 1],
      source: { kind: 'chord', tonic: 'G', chord: 'M', inversion: 0, fret, shape },
    });
    // The barre shape on the thickest string, common practice, no source.
    expect(frets(chord(3))).toEqual([3, 5, 5, 4, 3, 3]);
    // Each further shape lies no lower than those before it.
    const lows = Array.from({ length: 6 }, (_, shape) => Math.min(...frets(chord(3, shape))));
    expect(lows).toEqual([...lows].sort((a, b) => a - b));
    expect(soundsOf(chord(3)).map(({ marks }) => marks?.held)).toEqual([1, 1, 1, 1, 1, 1]);
    const loose = { ...chord(3), source: { ...chord(3).source, held: false } as Source };
    expect(soundsOf(loose).every(({ marks }) => marks?.held === undefined)).toBe(true);
  });
});

describe('scales and chords', () => {
  // The names under which the second library knows the scales that both have.
  const known: Readonly<Record<string, string>> = {
    major: 'major',
    dorian: 'dorian',
    phrygian: 'phrygian',
    lydian: 'lydian',
    mixolydian: 'mixolydian',
    minor: 'aeolian',
    locrian: 'locrian',
    'harmonic minor': 'harmonicminor',
    'melodic minor': 'melodicminor',
    'minor pentatonic': 'minorpentatonic',
    'major pentatonic': 'majorpentatonic',
    chromatic: 'chromatic',
    'minor blues': 'blues',
    'whole tone': 'wholetone',
  };
  const chroma = (name: string) => teoria.note(name).chroma();

  it('have the notes that teoria gives them, on every tonic', () => {
    for (const tonic of TONICS)
      for (const [name, other] of Object.entries(known)) {
        const theirs = teoria
          .scale(teoria.note(tonic), other)
          .notes()
          .map((one) => one.chroma());
        expect(new Set(scaleTones(tonic, name)), `${tonic} ${name}`).toEqual(new Set(theirs));
      }
    for (const sign of [
      'M',
      'm',
      'dim',
      'aug',
      'sus2',
      'sus4',
      'maj7',
      '7',
      'm7',
      'm7b5',
      'dim7',
      '6',
      'm6',
      'maj9',
      '9',
      'm9',
      'm11',
      '13',
    ]) {
      const theirs = teoria
        .chord(`C${sign === 'M' ? '' : sign}`)
        .notes()
        .map((one) => one.chroma());
      const mine = chordIntervals(sign).map((steps) => (chroma('C') + steps) % 12);
      for (const tone of mine) expect(theirs, `C${sign}`).toContain(tone);
      expect(new Set(theirs).size - new Set(mine).size, `C${sign}`).toBeLessThanOrEqual(1);
    }
    for (const name of SCALES) expect(scaleTones('C', name)[0], name).toBe(0);
    for (const [sign] of CHORDS) expect(chordIntervals(sign)[0], sign).toBe(0);
  });

  it('lie on the frets that pitch arithmetic gives', () => {
    // C major, three notes a string from the eighth fret: the usual shape; common practice, no source.
    const cMajor = scale({ tonic: 'C', scale: 'major', fret: 8, perString: [3] });
    expect(frets(cMajor)).toEqual([8, 10, 12, 8, 10, 12, 9, 10, 12, 9, 10, 12, 10, 12, 13, 10, 12, 13]);
    expect(pitches(cMajor).map((pitch) => Spelled.pitchClass(Spelled.fromMidi(pitch)))).toEqual(
      Array.from({ length: 18 }, (_, at) => 'CDEFGAB'[at % 7]),
    );
    // A minor pentatonic at the fifth fret within four frets; common practice, no source.
    const box = scale({ tonic: 'A', scale: 'minor pentatonic', fret: 5, perString: [], span: 4 });
    expect(frets(box)).toEqual([5, 8, 5, 7, 5, 7, 5, 7, 5, 8, 5, 8]);
    // With a capo at 2 the same frets sound a whole tone higher.
    expect(pitches({ ...box, capo: 2 }).map((pitch) => pitch % 12)).not.toEqual(
      pitches(box).map((pitch) => pitch % 12),
    );
  });

  it('stretches follow the rule of equal temperament', () => {
    // Each fret takes 1/17.817 of what is left (the rule of makers; published in many handbooks, here from memory).
    for (let fret = 0; fret < 24; fret++) {
      const left = 648 - fretMm(fret, 648);
      expect(fretMm(fret + 1, 648) - fretMm(fret, 648)).toBeCloseTo(left / 17.817, 2);
    }
    expect(stretchMm(1, 4, 648)).toBeCloseTo(97.3, 1);
    expect(stretchMm(5, 9, 648)).toBeCloseTo(100.1, 1);
    expect(stretchMm(12, 15, 648)).toBeCloseTo(51.5, 1);
  });
});

describe('figures', () => {
  it('count as the trade counts them', () => {
    const walk = fingers(
      { moves: { kind: 'until', by: 1, finger: 4, fret: 12 }, strings: [1] },
      { order: [1, 2, 3, 4], fret: 1 },
    );
    expect(compose(walk, DEFAULT_SETUP)).toMatchObject({ positions: 9 });
    expect(count(walk)).toBe(36);
    expect(count({ ...walk, movesBack: true })).toBe(4 * 17);
    expect(count({ ...walk, movesBack: true, goesRound: true })).toBe(4 * 16);
    const four = arpeggio(
      { perString: 1 },
      { strings: [4, 3, 2, 1], direction: 'there and back', goesRound: true },
    );
    expect(count(four)).toBe(6);
    expect(count({ ...four, strings: [5, 4, 3, 2, 1] })).toBe(8);
    expect(count({ ...four, turn: 'repeated' })).toBe(8);
    expect(count({ ...four, goesRound: false })).toBe(7);
    const scale18 = scale({ tonic: 'C', scale: 'major', fret: 8 });
    expect(count({ ...scale18, figure: { kind: 'sequence', size: 4, step: 1, from: 0 } })).toBe(15 * 4);
    expect(count({ ...scale18, figure: { kind: 'sequence', size: 4, step: 1, from: 2 } })).toBe(15 * 4 - 2);
    expect(count({ ...scale18, figure: { kind: 'plan', counts: [3, 4, 3] } })).toBe(4 * 10);
    expect(count({ ...scale18, figure: { kind: 'build', from: 3 } })).toBe(9 + 12 + 15 + 18);
    expect(
      count({
        ...fingers(),
        displacement: { which: 'finger', numbers: [1, 2, 3, 4], by: [1] },
        strings: [4],
      }),
    ).toBe(16);
  });

  it('so many on each string turn round, or begin again, where a string has fewer', () => {
    const three = scale({ tonic: 'C', scale: 'major', fret: 8 }, { strings: [6, 5, 4] });
    const rows = [6, 5, 4].map((string) => frets({ ...three, strings: [string] }));
    const plan = (again: boolean) =>
      frets({ ...three, figure: { kind: 'plan', counts: [3, 6, 3], ...(again ? { again: true } : {}) } });
    const [low, middle, high] = rows as [number[], number[], number[]];
    expect(plan(true)).toEqual([...low, ...middle, ...middle, ...high]);
    expect(plan(false)).toEqual([...low, ...middle, middle[1], middle[0], middle[1], ...high]);
  });

  it('the turning note stands twice at both ends, or at the one that is asked', () => {
    const four = arpeggio(
      { perString: 1 },
      { strings: [4, 3, 2, 1], direction: 'there and back', goesRound: true },
    );
    const [a, b, c, d] = frets({ ...four, direction: 'there', goesRound: false });
    const turned = (turn: Recipe['turn']) => frets({ ...four, turn });
    expect(turned('shared')).toEqual([a, b, c, d, c, b]);
    expect(turned('repeated far')).toEqual([a, b, c, d, d, c, b]);
    expect(turned('repeated near')).toEqual([a, b, c, d, c, b, a]);
    expect(turned('repeated')).toEqual([a, b, c, d, d, c, b, a]);
  });

  it('all orders of the fingers are different figures: 24 of four, and each string begins on the next when they rotate', () => {
    const orders = [1, 2, 3, 4].flatMap((a) =>
      [1, 2, 3, 4].flatMap((b) =>
        [1, 2, 3, 4].flatMap((c) => [1, 2, 3, 4].map((d) => [a, b, c, d] as const)),
      ),
    );
    const whole = orders.filter((order) => new Set(order).size === 4);
    const made = whole.map((order) =>
      frets(fingers({ strings: [6] }, { order: order as unknown as [1] })).join(),
    );
    expect(new Set(made).size).toBe(24);
    const rotated = soundsOf(fingers({}, { order: [1, 2, 3, 4], rotate: true }));
    expect([0, 4, 8, 12, 16, 20].map((at) => rotated[at]!.finger)).toEqual([1, 2, 3, 4, 1, 2]);
  });

  it('go in the order that is asked', () => {
    const box = scale(
      { tonic: 'A', scale: 'minor pentatonic', fret: 5, perString: [], span: 4 },
      { strings: [2, 1] },
    );
    const order = (numbers: number[]) =>
      soundsOf({ ...box, figure: { kind: 'pairs', order: numbers } }).map(
        ({ string, fret }) => `${string}:${fret}`,
      );
    expect(order([1, 3, 2, 4])).toEqual(['2:5', '1:5', '2:8', '1:8']);
    expect(order([3, 1, 4, 2])).toEqual(['1:5', '2:5', '1:8', '2:8']);
    const chord: Recipe = { ...firstRecipe('chord'), figure: { kind: 'strings', order: [5, 3, 4, 2, 3, 1] } };
    expect(soundsOf(chord).map(({ string }) => string)).toEqual([5, 3, 4, 2, 3, 1]);
    const there = arpeggio({ perString: 2 }, { strings: [3, 2, 1], direction: 'there and back' });
    const line = soundsOf(there);
    expect(line.map(({ fret }) => fret)).toEqual(line.map(({ fret }) => fret).reverse());
    const slurred = soundsOf({ ...there, turn: 'slurred' });
    const turning = slurred.filter(({ technique }) => technique !== 'pick');
    expect(turning.every(({ string }) => string === 1)).toBe(true);
    // Octaves lie two strings on, two or three frets higher in standard tuning; common practice, no source.
    const diagonal = soundsOf(
      scale(
        { tonic: 'G', scale: 'minor pentatonic', fret: 3, perString: [2] },
        { strings: [6, 5], moves: { kind: 'octaves', times: 2 } },
      ),
    );
    expect([0, 4, 8].map((at) => diagonal[at]!).map(({ string, fret }) => `${string}:${fret}`)).toEqual([
      '6:3',
      '4:5',
      '2:8',
    ]);
  });

  it('pick the first note on a string and slur what the mask says', () => {
    const recipe = fingers({ mask: 'psss', strings: [4, 3] }, { order: [1, 2, 4, 3] });
    expect(soundsOf(recipe).map(({ technique }) => technique)).toEqual([
      'pick',
      'hammer',
      'hammer',
      'pull',
      'pick',
      'hammer',
      'hammer',
      'pull',
    ]);
    expect(soundsOf({ ...recipe, mask: 'ps' })[4]!.technique).toBe('pick');
    expect(soundsOf({ ...recipe, mask: 'pppl' })[3]!.technique).toBe('slide');
    expect(soundsOf({ ...recipe, mask: 'nsss' }).map(({ technique }) => technique)[4]).toBe('hammer');
    expect(
      soundsOf({ ...recipe, damped: true }).every(({ dead, technique }) => dead && technique === 'pick'),
    ).toBe(true);
  });
});

describe('tunings', () => {
  it('are read as they are written, and what is none is said', () => {
    for (const count of [4, 5, 6, 7, 8, 9])
      expect(tuningFrom(tuningText(usualTuning(count)))).toEqual(usualTuning(count));
    // Middle C is C4 and 60 (scientific pitch, MIDI note numbers).
    expect(tuningFrom('D2 A2 D3 G3 B3 E4')).toEqual([64, 59, 55, 50, 45, 38]);
    expect(tuningFrom('E2 A2 D3')).toEqual({ fault: '4 to 9 strings, not 3' });
    expect(tuningFrom('E2 A2 D3 G3 B3 x')).toMatchObject({ fault: expect.stringContaining('x') as string });
  });
});

describe('what no hand or neck has', () => {
  it('is refused with a reason where no hand or neck has it, and something near is offered', () => {
    const low = fingers({}, { order: [1, 4], fret: 1 });
    const small = { ...DEFAULT_SETUP, stretchLimitMm: 80 };
    expect(compose(low, small)).toMatchObject({ fault: { code: 'stretch', figure: 98 } });
    const near = nearestRecipe(low, small)!;
    expect(compose(near.recipe, small)).toHaveProperty('cells');
    expect(compose(fingers({ moves: { kind: 'frets', by: 5, times: 9 } }), DEFAULT_SETUP)).toMatchObject({
      fault: { code: 'offNeck' },
    });
    expect(
      compose(scale({ perString: [], fret: 1, span: 1 }, { strings: [6] }), DEFAULT_SETUP),
    ).toMatchObject({ fault: { code: 'noNotes' } });
    expect(compose({ ...firstRecipe('scale'), strings: [8] }, DEFAULT_SETUP)).toMatchObject({
      fault: { code: 'noSuchString', figure: 8 },
    });
  });
});
