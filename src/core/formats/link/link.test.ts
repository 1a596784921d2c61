/** Links: the same passage, strokes and locks on the other side; whatever happens to them on the way is told, and nothing of it is kept. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignStrokes,
  FRESH_LADDER,
  newExercise,
  readTabText,
  setLock,
  type Exercise,
  type Passage,
} from '@/core';
import { MAX_LINK_CHARACTERS, readLink, writeLink } from './link';

const TIMES = process.env.THOROUGH ? 20 : 1;

/** Tab of so many notes that go over the strings, as people write it. */
function exerciseOf(frets: readonly number[], strings: readonly number[], title = 'Gate'): Exercise {
  const rows = [1, 2, 3, 4, 5, 6].map((string) =>
    frets
      .map((fret, at) => (strings[at % strings.length] === string ? String(fret).padEnd(3, '-') : '---'))
      .join(''),
  );
  const { passage } = readTabText(rows.map((row, at) => `${'eBGDAE'[at]}|${row}|`).join('\n'));
  return {
    ...newExercise(title, passage),
    policy: { kind: 'economy', start: 'up', loop: true },
    startBpm: 72,
  };
}

const notesOf = ({ notes }: Passage) => notes.map(({ id: _, ...note }) => note);
const exercises = fc
  .record({
    frets: fc.array(fc.integer({ min: 0, max: 24 }), { minLength: 1, maxLength: 64 }),
    strings: fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 64 }),
    title: fc.string({ unit: 'grapheme', maxLength: 60 }),
    cues: fc.option(fc.string({ maxLength: 80 })),
    lock: fc.integer({ min: 0, max: 63 }),
  })
  .map(({ frets, strings, title, cues, lock }) => {
    const exercise = { ...exerciseOf(frets, strings, title), cues };
    const note = exercise.passage.notes[lock % exercise.passage.notes.length]!;
    return {
      ...exercise,
      passage: setLock(exercise.passage, [note.id], { stroke: 'up', reason: 'so it is' }),
    };
  });

describe('a link', () => {
  it('gives the same notes, strokes, locks, words and ladder', () => {
    fc.assert(
      fc.property(exercises, fc.boolean(), (exercise, withLadder) => {
        const ladder = withLadder
          ? { ...FRESH_LADDER, startBpm: 66, goalBpm: 96, kind: 'ratio' as const }
          : null;
        const read = readLink(writeLink([{ exercise, ladder }]));
        if (!('linked' in read)) throw new Error(read.fault.message);
        const [back] = read.linked;
        expect(back!.ladder).toEqual(ladder);
        const { passage, ...said } = back!.exercise;
        expect(notesOf(passage)).toEqual(notesOf(exercise.passage));
        expect({ ...said, passage: null }).toEqual({ ...exercise, sourceText: '', passage: null });
        expect(assignStrokes(passage, said.policy).passes).toEqual(
          assignStrokes(exercise.passage, exercise.policy).passes,
        );
      }),
      { numRuns: 40 * TIMES },
    );
  });

  it('of 64 notes fits in 1,200 characters, whatever the notes are', () => {
    const longest = fc.sample(
      fc.record({
        frets: fc.array(fc.integer({ min: 0, max: 24 }), { minLength: 64, maxLength: 64 }),
        strings: fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 64, maxLength: 64 }),
      }),
      { numRuns: 20 * TIMES, seed: 7 },
    );
    const lengths = longest.map(
      ({ frets, strings }) => writeLink([{ exercise: exerciseOf(frets, strings), ladder: null }]).length,
    );
    expect(Math.max(...lengths)).toBeLessThanOrEqual(1200 - 'https://a-school-of-music.example/link#'.length);
    expect(MAX_LINK_CHARACTERS).toBeGreaterThan(1200);
  });

  it('carries nothing of the record, of students or of pasted text', () => {
    const exercise: Exercise = {
      ...exerciseOf([5, 7, 8], [3, 2]),
      sourceText: 'SECRET',
      studentNotes: [{ id: 's', text: 'SECRET', pinnedTo: null }],
      origin: { file: 'SECRET', remarks: [] },
    };
    const read = readLink(writeLink([{ exercise, ladder: null }]));
    expect(JSON.stringify(read)).not.toContain('SECRET');
    expect(exercise.sourceText).toBe('SECRET');
  });
});

describe('a link that came to harm', () => {
  const link = writeLink([{ exercise: exerciseOf([5, 7, 8, 5], [3, 2, 1]), ladder: null }]);
  const codeOf = (text: string) => {
    const read = readLink(text);
    return 'fault' in read ? read.fault.code : 'read';
  };

  it('cut anywhere it is told, and never half read', () => {
    for (let length = 0; length < link.length; length++)
      expect(['cut', 'damaged'], `${length} characters`).toContain(codeOf(link.slice(0, length)));
    expect(codeOf(link.slice(0, -1))).toBe('cut');
    // What a program hangs on behind it does no harm.
    expect(codeOf(`${link}&from=mail`)).toBe('read');
  });

  it('of a newer version is told', () => {
    expect(codeOf(link.replace(/^1/, '2'))).toBe('newer');
  });

  it('with any letter changed it is refused, or is still a whole exercise', () => {
    fc.assert(
      fc.property(fc.nat(link.length - 1), fc.constantFrom(...'AZaz09-_.'), (at, letter) => {
        const read = readLink(link.slice(0, at) + letter + link.slice(at + 1));
        if ('linked' in read) expect(read.linked[0]!.exercise.passage.notes.length).toBeGreaterThan(0);
        else expect(read.fault.message).not.toBe('');
      }),
      { numRuns: 100 * TIMES },
    );
  });

  it('of anything at all is never thrown at', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json().map((text) => `1.${text.length}.${text}`),
        ),
        (text) => {
          expect(() => readLink(text)).not.toThrow();
        },
      ),
    );
  });

  it('holding what no project file would is refused', async () => {
    const { zlibSync, strToU8 } = await import('fflate');
    const { base64urlnopad } = await import('@scure/base');
    const { packed } = await import('./pack');
    const whole = packed({ exercise: exerciseOf([5, 7], [3]), ladder: null });
    const as = (value: unknown) => {
      const data = base64urlnopad.encode(zlibSync(strToU8(JSON.stringify(value))));
      return codeOf(`1.${data.length.toString(36)}.${data}`);
    };
    expect(as([whole])).toBe('read');
    expect(as([])).toBe('damaged');
    expect(
      as([
        {
          ...whole,
          n: [
            [3, 9],
            [5, 7],
            [0, 1],
            [1, 1],
            [0, 0],
            [0, 0],
          ],
        },
      ]),
    ).toBe('damaged');
    expect(as([{ ...whole, x: { title: 7 } }])).toBe('damaged');
    expect(as([{ ...whole, l: { startBpm: -4 } }])).toBe('damaged');
    expect(as([{ ...whole, x: { title: '<img src=x onerror=alert(1)>' } }])).toBe('read');
    // A few characters that mean a hundred million are not read.
    expect(as([{ ...whole, x: { title: 'a'.repeat(20_000_000) } }])).toBe('damaged');
  });
});
