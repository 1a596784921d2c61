/** How the tempo goes within a run, by property: where it is what, and that time is that of the tempos. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { TEMPO_COURSES } from '../model/ladder';
import { courseMap } from './course';
import { bpmAt, frameAt, steadyTempo } from './tempoMap';

const BEAT = 6720;
const RATE = 48_000;

it('starts and ends where its course says, stays between its tempos, and lasts as long as they do', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...TEMPO_COURSES),
      fc.integer({ min: 40, max: 140 }),
      fc.integer({ min: 40, max: 200 }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer(),
      (course, bpm, toBpm, passes, beats, seed) => {
        const passTicks = Array.from({ length: passes + 1 }, (_, pass) => pass * beats * BEAT);
        const end = passTicks.at(-1)!;
        const steady = steadyTempo(RATE, BEAT, bpm, { ticks: 0, frame: 0 });
        const map = courseMap(steady, { course, bpm, toBpm, passTicks, seed });
        const [least, most] = [Math.min(bpm, toBpm), Math.max(bpm, toBpm)];
        const ofPass = passTicks.slice(0, -1).map((ticks) => bpmAt(map, ticks + 1));
        for (const one of ofPass) {
          expect(one).toBeGreaterThanOrEqual(least - 1e-6);
          expect(one).toBeLessThanOrEqual(most + 1e-6);
        }
        const middle = bpmAt(map, Math.round(end / 2));
        if (course === 'even') expect(bpmAt(map, end)).toBe(toBpm);
        if (course === 'there and back') {
          expect(middle).toBeCloseTo(toBpm, 6);
          expect(bpmAt(map, end)).toBe(bpm);
          // The way back takes as long as the way there.
          expect(frameAt(map, end) - 2 * frameAt(map, Math.round(end / 2))).toBeLessThanOrEqual(2);
        }
        if (course === 'by turns')
          ofPass.forEach((one, pass) => expect(one).toBe(pass % 2 === 0 ? bpm : toBpm));
        if (course === 'at random') expect(ofPass.every(Number.isInteger)).toBe(true);
        if (course === 'by turns' || course === 'at random') {
          const seconds = ofPass.reduce((sum, one) => sum + (beats * 60) / one, 0);
          expect(Math.abs(frameAt(map, end) - seconds * RATE)).toBeLessThanOrEqual(passes);
        }
      },
    ),
  );
});

it('at random takes every tempo of the band, the same by the same chance', () => {
  const passTicks = Array.from({ length: 401 }, (_, pass) => pass * BEAT);
  const tempos = (seed: number) => {
    const steady = steadyTempo(RATE, BEAT, 80, { ticks: 0, frame: 0 });
    const map = courseMap(steady, { course: 'at random', bpm: 80, toBpm: 84, passTicks, seed });
    return passTicks.slice(0, -1).map((ticks) => bpmAt(map, ticks));
  };
  expect(new Set(tempos(1))).toEqual(new Set([80, 81, 82, 83, 84]));
  expect(tempos(1)).toEqual(tempos(1));
  expect(tempos(1)).not.toEqual(tempos(2));
});
