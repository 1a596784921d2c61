/** On which beats a click sounds over many passes, counted by hand. */
import { describe, expect, it } from 'vitest';
import { emptyPassage } from '../passage/empty';
import { putNote } from '../passage/edits';
import { PLAIN_CLICK, type ClickPattern } from './clicks';
import { performanceOf } from './performance';

const BEAT_TICKS = 6720;
const SIGNS = { bar: 'B', beat: 'b', slot: 's', silent: '-' } as const;

/** The clicks of so many passes of a figure of some beats of four, one sign a beat. */
function heard(beats: number, passes: number, clicks: ClickPattern): string {
  const passage = { ...putNote(emptyPassage(), 0, 3, 5), lengthTicks: beats * BEAT_TICKS };
  const { eventsBetween, endTicks } = performanceOf(passage, { loop: true, passes, countInBeats: 0, clicks });
  return eventsBetween(0, endTicks!)
    .flatMap((event) => (event.kind === 'click' ? SIGNS[event.accent] : []))
    .join('');
}

describe('clicks over the passes', () => {
  const twoAndFour: ClickPattern = {
    accents: ['silent', 'beat', 'silent', 'beat'],
    slots: false,
    silent: null,
  };
  const everySecond: ClickPattern = { accents: ['bar'], slots: false, silent: { after: 1, bars: 1 } };

  it('are those of a bar where passes make up bars: a beat, half a bar, a bar, two', () => {
    for (const beats of [1, 2, 4, 8]) {
      expect(heard(beats, 8 / beats, PLAIN_CLICK)).toBe('BbbbBbbb');
      expect(heard(beats, 8 / beats, twoAndFour)).toBe('-b-b-b-b');
      expect(heard(beats, 8 / beats, everySecond)).toBe('Bbbb----');
    }
  });

  it('begin anew with each pass of three beats, or are counted on where that is asked', () => {
    expect(heard(3, 4, PLAIN_CLICK)).toBe('BbbBbbBbbBbb');
    expect(heard(3, 4, { ...PLAIN_CLICK, countsOn: true })).toBe('BbbbBbbbBbbb');
    expect(heard(3, 4, twoAndFour)).toBe('-b--b--b--b-');
    expect(heard(3, 4, { ...twoAndFour, countsOn: true })).toBe('-b-b-b-b-b-b');
  });
});
