/** Tapping: two taps make a tempo, a pause begins anew, and old taps do not pile up. */
import { expect, it } from 'vitest';
import { tapBeat } from './tapping';

it('gives the tempo of the gaps, beats a minute', () => {
  expect(tapBeat(100)).toBeNull();
  for (let tap = 1; tap < 40; tap++) expect(tapBeat(100 + tap / 2)).toBeCloseTo(120, 6);
  // After a pause the old gaps count no more.
  expect(tapBeat(200)).toBeNull();
  expect(tapBeat(201)).toBeCloseTo(60, 6);
});
