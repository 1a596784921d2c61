/** What is said of the lane to someone who does not see it. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { passageOn } from '../picking/testing';
import { planOf } from './plan';
import { spokenNote, spokenPlace } from './spoken';

const passage = passageOn([3, 3, 2, 2], {
  1: { fret: 7, finger: 3 },
  2: { lock: { stroke: 'down', reason: 'lands the phrase' } },
  3: { technique: 'hammer' },
});
const plan = planOf(passage, { kind: 'alternateByNote', start: 'up', loop: true }, DEFAULT_SETUP);
const said = passage.notes.map((note) => spokenNote(passage, plan, note));

describe('the lane in words', () => {
  it('a note is its string, fret, finger, how it sounds, stroke, lock and what comes next', () => {
    expect(said[1]).toBe('string 3, fret 7, third finger, downstroke, then sweep to string 2');
    expect(said[2]).toContain('downstroke, locked, coming round inside to string 3');
    expect(said[3]).toBe('string 2, fret 8, hammer-on');
  });

  it('a place is the note or an empty string, with its count and what else is there', () => {
    expect(spokenPlace(passage, plan, 1680, 3)).toMatch(/; bar 1, beat 1, on “e”$/);
    expect(spokenPlace(passage, plan, 0, 5)).toBe(
      'string 5, empty; bar 1, beat 1; also here: string 3, fret 5',
    );
    expect(spokenPlace(passage, plan, 4 * 1680, 2)).toBe('string 2, empty; after the end');
  });
});
