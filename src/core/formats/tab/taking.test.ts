/** Taking tab with strokes: what needs no question, and what is asked once. */
import { describe, expect, it } from 'vitest';
import { readTabText } from './read';
import { assignStrokes } from '../../picking/strokes';
import { setLocks, setSubdivision } from '../../passage/edits';
import { exerciseFromTab, guessesOf, restrung, stringsText, takeStrokes, withTab } from './taking';

const TAB = 'e|-----------|\nB|-----------|\nG|-------5-7-|\nD|-5-7-8-----|\nA|-----------|\nE|-----------|';
const strokesOf = (row: string) => exerciseFromTab(`  ${row}\n${TAB}`, 'Tab')!;

describe('strokes that come with a tab', () => {
  it('need no question where the plan gives them anyway, the start included', () => {
    expect(strokesOf(' U D U D U')).toMatchObject({
      question: null,
      policy: { kind: 'alternateByNote', start: 'up' },
    });
  });

  it('that fit economy are asked about and then taken without a lock', () => {
    const asked = strokesOf(' D U D D U');
    expect(asked.question?.kind).toBe('strokes');
    const taken = asked.question?.kind === 'strokes' ? takeStrokes(asked, asked.question.strokes) : asked;
    expect(taken).toMatchObject({ question: null, policy: { kind: 'economy', start: 'down' } });
    expect(taken.passage.notes.some((note) => note.lock)).toBe(false);
  });

  it('that no policy gives become locks, and the plan then is what was written', () => {
    const asked = strokesOf(' D D U D D');
    const taken = asked.question?.kind === 'strokes' ? takeStrokes(asked, asked.question.strokes) : asked;
    const strokes = assignStrokes(taken.passage, taken.policy).passes[0]!;
    expect(strokes.map((stroke) => stroke?.[0]).join('')).toBe('ddudd');
  });

  it('of v alone are asked about, and the answer is used', () => {
    const asked = strokesOf(' v v v v v');
    expect(asked.question).toEqual({ kind: 'vMeans' });
    expect(withTab(asked, asked.sourceText, { vMeans: 'down' }).question?.kind).toBe('strokes');
  });
});

describe('lines that are fewer than the strings', () => {
  const four = 'G|-5-7-----|\nD|-----5-7-|\nA|---------|\nE|---------|';
  const asked = exerciseFromTab(four, 'Tab')!;
  const stringsOf = ({ passage }: typeof asked) => passage.notes.map(({ string }) => string);

  it('are asked about, and go to the strings that are answered with what was edited since', () => {
    expect(asked.question?.kind === 'strings' && asked.question.readings.map(stringsText)).toEqual([
      'strings 3 to 6 of 6',
      'an instrument of 4 strings, G D A E',
    ]);
    expect(stringsOf(asked)).toEqual([3, 3, 4, 4]);
    const edited = {
      ...asked,
      passage: {
        ...asked.passage,
        notes: asked.passage.notes.map((note) => ({ ...note, fret: note.fret + 1 })),
      },
    };
    const bass = restrung(edited, 1)!;
    expect(bass).toMatchObject({ question: null, passage: { tuning: [43, 38, 33, 28] } });
    expect(bass.passage.notes.map(({ string, fret }) => `${string}:${fret}`)).toEqual([
      '1:6',
      '1:8',
      '2:6',
      '2:8',
    ]);
    expect(restrung(asked, 0)).toEqual({ ...asked, question: null });
  });

  it('keep the next question for afterwards, and refuse where a note stands on a string that they do not have', () => {
    const withStrokes = exerciseFromTab(` D D U D\n${four}`, 'Tab')!;
    expect(restrung(withStrokes, 1)!.question?.kind).toBe('strokes');
    const vAlone = restrung(exerciseFromTab(` v v v v\n${four}`, 'Tab')!, 0)!;
    expect(vAlone.question).toEqual({ kind: 'vMeans', reading: 0 });
    expect(withTab(vAlone, vAlone.sourceText, { vMeans: 'down', reading: 0 }).question?.kind).not.toBe(
      'strings',
    );
    const { passage } = asked;
    const beside = { ...asked, passage: { ...passage, notes: [{ ...passage.notes[0]!, string: 1 }] } };
    expect(restrung(beside, 1)).toBeNull();
  });
});

describe('what was guessed of a text', () => {
  it('is said as long as it is so: slots a beat where no count tells them, strings where no letter does', () => {
    const plain = exerciseFromTab(TAB, 'Tab')!;
    const guessed = (exercise: typeof plain) => {
      const { tuning, subdivision, meter } = exercise.passage;
      return guessesOf(exercise, readTabText(exercise.sourceText, { tuning, subdivision, meter }));
    };
    expect(guessed(plain)).toEqual({ slotsABeat: 4, letters: null, policy: plain.policy });
    const locked = setLocks(plain.passage, { n1: { stroke: 'up', reason: '' } });
    expect(guessed({ ...plain, passage: locked }).policy).toBeNull();
    expect(guessed(strokesOf(' U D U D U')).policy).toBeNull();
    const thirds = { ...plain, passage: setSubdivision(plain.passage, 3) };
    expect(guessed(thirds).slotsABeat).toBe(3);
    const counted = exerciseFromTab(`${TAB}\n  1 & 2 & 3`, 'Tab')!;
    expect(guessed(counted).slotsABeat).toBeNull();
    const moved = { ...plain.passage.notes[0]!, onsetTicks: plain.passage.notes[0]!.onsetTicks + 1 };
    const edited = {
      ...plain,
      passage: { ...plain.passage, notes: [moved, ...plain.passage.notes.slice(1)] },
    };
    expect(guessed(edited).slotsABeat).toBeNull();
    const bare = exerciseFromTab(TAB.replace(/^[eBGDAE]/gm, ''), 'Tab')!;
    expect(guessed(bare).letters).toEqual(['e', 'B', 'G', 'D', 'A', 'E']);
    expect(guessed({ ...plain, sourceText: '' })).toEqual({ slotsABeat: null, letters: null, policy: null });
  });
});
