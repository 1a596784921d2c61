/** Taking tab with strokes: what needs no question, and what is asked once. */
import { describe, expect, it } from 'vitest';
import { assignStrokes } from '../picking/strokes';
import { exerciseFromTab, takeStrokes, withTab } from './taking';

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
