/** The course of a clean tempo: what the parts say by themselves, in pieces short enough for a page to go on. */
import { expect, it } from 'vitest';
import { cleanTempoOn, progressOf, type DayRecord } from '@/core/record';
import { chanceOf, judgedRuns } from '@/core/record/testing';
import { tempoCourse } from './tempos';

const DAYS = 30;
const chance = chanceOf(7);
/** A hand that gets faster by half a beat a day of practice. */
const days = Array.from({ length: DAYS }, (_, at) => ({
  ...{ exerciseId: 'a', day: `2026-01-${String(at + 1).padStart(2, '0')}`, seconds: 60 },
  speeds: judgedRuns(80 + at / 2, chance),
})) as unknown as DayRecord[];

it.each([null, 21])(
  'half-life %s: the last point is the tempo of its day; none takes all the time',
  (halfLifeDays) => {
    const pieces = tempoCourse({ days, subdivision: 1, halfLifeDays });
    let [next, count] = [pieces.next(), 1];
    for (; !next.done; count++) next = pieces.next();
    const { points, fit, progress } = next.value;
    expect(points.at(-1)!.bpm).toBeCloseTo(cleanTempoOn(days, '2026-01-30', 1, halfLifeDays)!.bpm, 6);
    expect(points.at(-1)!.bpm).toBeGreaterThan(points[0]!.bpm);
    // Each fit is a piece of its own; weighed by age nothing is fitted.
    expect(count > points.length).toBe(halfLifeDays === null);
    expect([fit === null, progress]).toEqual(
      halfLifeDays === null ? [false, progressOf(days)] : [true, null],
    );
  },
);
