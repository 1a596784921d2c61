/** Ticks and counting: worked values of the trade (common practice, no source). */
import { describe, expect, it } from 'vitest';
import { emptyPassage } from '../passage/empty';
import { setSubdivision } from '../passage/edits';
import {
  countSyllable,
  METERS,
  meterName,
  notesPerSecond,
  secondsOf,
  slotAt,
  slotsOf,
  TICKS_PER_QUARTER,
} from './slots';

describe('rhythm', () => {
  it('ticks are whole for one to eight slots in plain, eighth and dotted beats', () => {
    for (const beatTicks of [TICKS_PER_QUARTER, TICKS_PER_QUARTER / 2, (TICKS_PER_QUARTER * 3) / 2])
      for (let slots = 1; slots <= 8; slots++)
        expect(Number.isInteger(beatTicks / slots), `${beatTicks}/${slots}`).toBe(true);
  });

  it('100 in triplets is 75 in sixteenths: five notes a second; 80 in sextuplets is eight', () => {
    expect(notesPerSecond(100, 3)).toBe(5);
    expect(notesPerSecond(75, 4)).toBe(5);
    expect(notesPerSecond(80, 6)).toBe(8);
    expect(secondsOf(TICKS_PER_QUARTER, 120, TICKS_PER_QUARTER)).toBe(0.5);
  });

  it.each([
    [1, '1 2'],
    [2, '1 & 2 &'],
    [3, '1 trip let 2 trip let'],
    [4, '1 e & a 2 e & a'],
  ])('%i a beat is counted “%s”', (slots, counted) => {
    const passage = setSubdivision(emptyPassage(), slots);
    const said = slotsOf(passage)
      .slice(0, 2 * slots)
      .map((slot) => countSyllable(passage, slot));
    expect(said.join(' ')).toBe(counted);
  });

  it('meters keep their names, and a pick-up counts back from the bar line', () => {
    for (const [name, meter] of Object.entries(METERS)) expect(meterName(meter)).toBe(name);
    const passage = { ...emptyPassage(), pickupTicks: TICKS_PER_QUARTER };
    expect(slotsOf(passage)[0]).toMatchObject({ ticks: -TICKS_PER_QUARTER, beat: -1 });
    expect(countSyllable(passage, slotAt(passage, -TICKS_PER_QUARTER))).toBe('4');
  });
});
