/** Tab text: round trip by property, tolerance of common shapes (common practice, no source), and hostile text. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Note, Passage } from '../../passage/passage';
import { passages } from '../../passage/testing';
import { readTabText } from './read';
import { writeTabText } from './write';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const SIX = (...bodies: string[]) =>
  ['e', 'B', 'G', 'D', 'A', 'E'].map((letter, at) => `${letter}|${bodies[at]}|`);
const RUN = SIX(
  '--------------',
  '--------------',
  '-------5-7-9--',
  '-5-7-8--------',
  '--------------',
  '--------------',
);
const places = (passage: Passage) => passage.notes.map((note) => [note.string, note.fret]);
const RUN_PLACES = [
  [4, 5],
  [4, 7],
  [4, 8],
  [3, 5],
  [3, 7],
  [3, 9],
];

describe('round trip', () => {
  it('keeps strings, frets, marks, locks and rhythm, at any width', () => {
    fc.assert(
      fc.property(passages, fc.integer({ min: 20, max: 200 }), (passage, width) => {
        // Fewer lines than a guitar has are read for the instrument that is there.
        const { tuning } = passage;
        const reading = readTabText(writeTabText(passage, { width }), tuning.length < 6 ? { tuning } : {});
        expect(reading.problems.filter((problem) => problem.code !== 'moreStrings')).toEqual([]);
        expect(reading.passage.tuning).toEqual(passage.tuning);
        // Without a whole beat the number of slots in it cannot be told, so times are only kept from one beat on.
        const whole = passage.lengthTicks >= 6720 * 2;
        const timed = ({ onsetTicks, durationTicks, ...note }: Note) =>
          whole ? { ...note, onsetTicks, durationTicks } : note;
        expect(reading.passage.notes.map(timed)).toEqual(passage.notes.map(timed));
      }),
      { numRuns: 150 * THOROUGH },
    );
  });

  it('keeps the loop bounds as repeat signs', () => {
    const { passage } = readTabText(RUN.join('\n'), { subdivision: 1 });
    const bounded = { ...passage, loopBounds: { startTicks: 6720, endTicks: 5 * 6720 } };
    expect(readTabText(writeTabText(bounded)).passage.loopBounds).toEqual(bounded.loopBounds);
  });
});

describe('common shapes', () => {
  it.each([
    ['letters and bars', RUN],
    ['Windows line ends', [RUN.join('\r\n')]],
    ['no letters', RUN.map((line) => line.slice(1))],
    ['no bars', RUN.map((line) => line.replace(/\|/g, '').replace(/^./, (letter) => `${letter} `))],
    ['typographic dashes', RUN.map((line) => line.replace(/-/g, '–'))],
    ['spaces for dashes', RUN.map((line) => line.replace(/-/g, ' '))],
    ['a tab character before each line', RUN.map((line) => `\t${line}`)],
    ['small letters', RUN.map((line) => line.toLowerCase())],
    ['the thick string on top', [...RUN].reverse()],
    ['string numbers', RUN.map((line, at) => line.replace(/^./, String(at + 1)))],
  ])('%s', (_, lines) => {
    const reading = readTabText(lines.join('\n'));
    expect(places(reading.passage)).toEqual(RUN_PLACES);
    expect(reading.problems).toEqual([]);
  });

  it('several systems, with and without a blank line between', () => {
    for (const between of ['\n\n', '\n'])
      expect(places(readTabText([RUN, RUN].map((lines) => lines.join('\n')).join(between)).passage)).toEqual([
        ...RUN_PLACES,
        ...RUN_PLACES,
      ]);
  });

  it('bars of equal size tell meter and subdivision', () => {
    const bar = '-5-7-8-5-7-8';
    const lines = SIX(...Array<string>(5).fill(`${'-'.repeat(12)}|${'-'.repeat(12)}`), `${bar}|${bar}`);
    expect(readTabText(lines.join('\n')).passage).toMatchObject({
      meter: { beats: 3, beatTicks: 6720 },
      subdivision: 2,
    });
  });

  it.each([
    [' D U D U D U', 'dududu'],
    [' ↓ ↑ ↓ ↑ ↓ ↑', 'dududu'],
    [' ⊓ V ⊓ V ⊓ V', 'dududu'],
    [' n v n v n v', 'dududu'],
    [' v ^ v ^ v ^', 'dududu'],
    [' D U D D U D', 'duddud'],
  ])('the stroke row “%s” over or under the lines', (row, strokes) => {
    for (const lines of [
      [`  ${row}`, ...RUN],
      [...RUN, `  ${row}`],
    ]) {
      const reading = readTabText(lines.join('\n'));
      expect(reading.problems).toEqual([]);
      expect(
        Object.values(reading.strokes!)
          .map((one) => one[0])
          .join(''),
      ).toBe(strokes);
    }
  });

  it('a row of v alone is asked, and the answer used', () => {
    const text = ['   v   v   v', ...RUN].join('\n');
    const asked = readTabText(text);
    expect(asked.problems.map(({ code, severity, line, column }) => [code, severity, line, column])).toEqual([
      ['strokeMeaning', 'question', 1, 4],
    ]);
    expect(asked.strokes).toBeNull();
    expect(Object.values(readTabText(text, { vMeans: 'down' }).strokes!)).toEqual(['down', 'down', 'down']);
  });

  // rulings.md, Bends: one pick where it is picked anew, none in brackets; what follows keeps its strokes.
  it('a bend that is let down later, picked anew or not', () => {
    const notesOf = (line: string) => {
      const { passage, problems } = readTabText(
        SIX('-'.repeat(24), line.padEnd(24, '-'), ...Array<string>(4).fill('-'.repeat(24))).join('\n'),
      );
      expect(problems).toEqual([]);
      return passage.notes.map(({ fret, bend }) => [fret, bend?.semitones, bend?.released]);
    };
    const after = [[5, undefined, undefined]];
    expect(notesOf('-8b10r8---5')).toEqual([[8, 2, true], ...after]);
    expect(notesOf('-8b10---(10)r8---5')).toEqual([[8, 2, true], ...after]);
    expect(notesOf('-8b10---10r8---5')).toEqual([[8, 2, false], [8, 2, true], ...after]);
    // The pitch of another note is no bend held.
    const { problems } = readTabText(
      SIX('-8b10--9r8--', ...Array<string>(5).fill('-'.repeat(12))).join('\n'),
    );
    expect(problems.map(({ code }) => code)).toEqual(['signNotUnderstood']);
  });

  it('slurs, slides, bends, taps, dead and muted notes', () => {
    const lines = SIX(
      '-----------------------------',
      '-5h7p5-8/10--7b9r7-x-(7)-t12~',
      ...Array<string>(4).fill('-'.repeat(29)),
    );
    const { passage, problems } = readTabText(['            PM------', ...lines].join('\n'));
    expect(problems).toEqual([]);
    expect(passage.notes.map((note) => note.technique)).toEqual([
      'pick',
      'hammer',
      'pull',
      'pick',
      'slide',
      'pick',
      'pick',
      'pick',
      'tap',
    ]);
    expect(passage.notes[5]).toMatchObject({ fret: 7, bend: { semitones: 2, released: true } });
    expect(passage.notes[6]).toMatchObject({ dead: true });
    expect(passage.notes[7]).toMatchObject({ ghost: true });
    expect(passage.notes[8]).toMatchObject({ fret: 12, vibrato: true });
    expect(passage.notes.flatMap((note, at) => (note.palmMute ? [at] : []))).toEqual([4, 5]);
  });
});

describe('what is not understood', () => {
  it('is named by line and column', () => {
    const lines = [...RUN];
    lines[2] = lines[2]!.replace('-5-', '-§-');
    const { passage, problems } = readTabText(['A little title', ...lines].join('\n'));
    expect(problems.map(({ code, line, column, text }) => [code, line, column, text])).toEqual([
      ['textLine', 1, 1, 'A little title'],
      ['signNotUnderstood', 4, 10, '§'],
    ]);
    expect(passage.notes).toHaveLength(5);
  });

  it('seven lines are a seven-string guitar, and it says so; an empty text has no notes and says so', () => {
    const seven = readTabText([...RUN, 'B|-2------------|'].join('\n'));
    expect(seven.passage.tuning).toHaveLength(7);
    expect(seven.problems.map((problem) => problem.code)).toEqual(['moreStrings']);
    expect(readTabText('').problems.map((problem) => problem.code)).toEqual(['noTab']);
  });

  // rulings.md, Fewer lines than strings.
  it('fewer lines are the strings that their letters name, without letters the thinnest, and other ways are offered', () => {
    const tab = (letters: string) => [...letters].map((letter) => `${letter.trim()}|-5-7-|`).join('\n');
    const waysOf = (text: string) =>
      readTabText(text).readings.map(({ strings, tuning }) => [strings, tuning]);
    const guitar = [64, 59, 55, 50, 45, 40];
    expect(waysOf(tab('BG'))).toEqual([[[2, 3], guitar]]);
    expect(waysOf(tab('eBGD'))).toEqual([
      [[1, 2, 3, 4], guitar],
      [[1, 2, 3, 4], guitar.slice(0, 4)],
    ]);
    // Or a bass, an octave below the thickest four; common practice, no source.
    expect(waysOf(tab('GDAE'))).toEqual([
      [[3, 4, 5, 6], guitar],
      [
        [1, 2, 3, 4],
        [43, 38, 33, 28],
      ],
    ]);
    expect(waysOf(tab('  '))).toEqual([[[1, 2], guitar]]);
    expect(waysOf(tab('E'))).toEqual([
      [[1], guitar],
      [[6], guitar],
    ]);
    // On an instrument of four strings they are its strings, at its pitches.
    const bass = [43, 38, 33, 28];
    expect(readTabText(tab('GDAE'), { tuning: bass }).passage.tuning).toEqual(bass);
    // Letters that are no run of the player's strings are an instrument of their own.
    expect(readTabText(tab('CGDA')).passage.tuning).toHaveLength(4);
  });

  it('never throws and never loses a line or a sign', () => {
    const sign = fc.constantFrom(
      ...'eBGDAE|-0123456789hpbr~/\\tx()PMDUvn^!1&e. :\n\r\t–⊓§é',
      '\n',
      '\n',
      '--',
      '|',
    );
    const text = fc.oneof(
      fc.array(sign, { maxLength: 200 }).map((signs) => signs.join('')),
      fc.string({ unit: 'binary' }),
    );
    fc.assert(
      fc.property(text, (some) => {
        const { lines, problems, passage } = readTabText(some);
        const raw = some.split(/\r\n|[\n\r\u2028\u2029]/);
        expect(lines).toHaveLength(raw.length);
        const named = new Set(problems.map((problem) => problem.line));
        lines.forEach((role, at) => {
          if (role === 'text') expect(named).toContain(at + 1);
          // Every digit or foreign letter on a string line is a note or is named.
          const own = role === 'string' && /[§é]/.test(raw[at]!);
          if (own) expect(named).toContain(at + 1);
          if (role === 'string' && passage.notes.length === 0 && /\d/.test(raw[at]!.slice(1)))
            expect(named.size).toBeGreaterThan(0);
        });
        for (const note of passage.notes) expect(note.string).toBeLessThanOrEqual(passage.tuning.length);
      }),
      { numRuns: 1000 * THOROUGH },
    );
  }, 60_000);

  it('reads ten thousand notes', () => {
    const body = '-5-7-8-7'.repeat(2500);
    const silent = '-'.repeat(body.length);
    expect(
      readTabText(SIX(silent, body, silent, silent, silent, silent).join('\n')).passage.notes,
    ).toHaveLength(10_000);
  });
});
