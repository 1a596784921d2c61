/** Figures of a run against counting note by note and change by change. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planOf } from '../plan/plan';
import { newExercise } from '../model/exercise';
import { readTabText } from '../formats/tab/read';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { dayNumber, weekOf } from './day';
import { loadOf, loadWarnings, restNeeded } from './load';
import { DEFAULT_LIMITS } from '../model/limits';
import { playedFigures } from './played';

const { passage } = readTabText('e|-----5-8-|\nB|-5-8-----|', { subdivision: 4 });
const looped = {
  ...newExercise('Round', passage),
  policy: { kind: 'alternateByNote', start: 'down', loop: true } as const,
};

describe('a run', () => {
  it('counts strokes, changes and time; the seam between passes only; a broken pass up to where it broke', () => {
    const plan = planOf(looped.passage, looped.policy, DEFAULT_SETUP);
    const run = (passes: number, untilTicks: number | null) =>
      playedFigures({ exercise: looped, plan, passes, bpm: 60, untilTicks }, DEFAULT_SETUP);
    // Four notes in one beat: down up on 2, down up on 1; over to string 1 outside?, back round inside? – one each way.
    expect(run(1, null)).toMatchObject({ strokes: 4, seconds: 1 });
    const kinds = ({ exposure }: ReturnType<typeof run>) => exposure.outside + exposure.inside;
    expect(kinds(run(1, null))).toBe(1);
    expect(kinds(run(5, null))).toBe(9);
    // Broken off at the third note of the third pass: two notes and no change of it.
    const broken = run(3, 2 * 1680);
    expect(broken.strokes).toBe(10);
    expect(kinds(broken)).toBe(4 + 1);
    expect(broken.seconds).toBeCloseTo(2.5, 9);
  });

  it('counts wide stretches where the frets lie behind the capo', () => {
    // Frets 1 and 7 span 179 mm of a 648 mm neck, behind a capo at 12 they span 90 mm; the limit is 128 mm.
    const stretch = readTabText('e|-----|\nB|-1-7-|', { subdivision: 4 }).passage;
    const wide = (capo: number) => {
      const exercise = newExercise('Wide', capo > 0 ? { ...stretch, capo } : stretch);
      const plan = planOf(exercise.passage, exercise.policy, DEFAULT_SETUP);
      return playedFigures({ exercise, plan, passes: 1, bpm: 60, untilTicks: null }, DEFAULT_SETUP)
        .wideStretches;
    };
    expect([wide(0), wide(12)]).toEqual([1, 0]);
  });

  it('load: the longest stretch without a rest, on one exercise and in all', () => {
    const at = (minute: number) => `2026-05-04T10:${String(minute).padStart(2, '0')}:00+02:00`;
    const run = (exerciseId: string, minute: number, minutes: number) => ({
      at: at(minute),
      seconds: minutes * 60,
      exerciseId,
      strokes: 100,
      wideStretches: 1,
      part: null,
      byHand: false,
      judgedBy: 'ear',
    });
    const runs = [run('a', 6, 6), run('a', 13, 7), run('b', 23, 9), run('b', 35, 11), run('a', 50, 9)];
    const load = loadOf(runs, DEFAULT_LIMITS);
    // a: 6 + 7 in a row; b: 9, then a minute's rest, then 11; all without five minutes off: 6 + 7 + 9 + 11.
    expect(load).toEqual({
      minutes: 42,
      strokes: 500,
      wideStretches: 5,
      longestOnOne: 13,
      longestPicking: 33,
    });
    expect(loadWarnings(load, DEFAULT_LIMITS)).toHaveLength(2);
    expect(loadWarnings(loadOf([], DEFAULT_LIMITS), DEFAULT_LIMITS)).toEqual([]);
  });

  // practice-model.md, Load: ten minutes on one exercise, thirty of picking without five off. Reckoned second by second.
  it('asks for a rest at a limit, and no longer once so long a rest was taken', () => {
    // oxlint-disable-next-line no-restricted-globals -- the language's own clock is the outside check
    const START = Date.UTC(2026, 4, 4, 10);
    const played = fc.record({
      exerciseId: fc.constantFrom('a', 'a', 'a', 'a', 'a', 'b'),
      gap: fc.constantFrom(5, 5, 5, 20, 20, 70, 200, 310),
      seconds: fc.integer({ min: 60, max: 300 }),
    });
    let asked = 0;
    fc.assert(
      fc.property(fc.array(played, { minLength: 1, maxLength: 30, size: 'max' }), (some) => {
        let second = 0;
        let [onOne, picking] = [0, 0];
        const runs = some.map(({ exerciseId, gap, seconds }, at) => {
          const before = some[at - 1];
          onOne = before?.exerciseId === exerciseId && gap < 60 ? onOne + seconds : seconds;
          picking = before && gap < 300 ? picking + seconds : seconds;
          second += gap + seconds;
          // oxlint-disable-next-line no-restricted-globals -- the language's own clock is the outside check
          const when = new Date(START + second * 1000).toISOString().replace('.000Z', '+00:00');
          return { at: when, seconds, exerciseId, strokes: 0, wideStretches: 0, byHand: false };
        });
        const { exerciseId } = runs.at(-1)!;
        const end = START + second * 1000;
        const rest = restNeeded(runs, DEFAULT_LIMITS, exerciseId, end);
        expect(rest?.of ?? null).toBe(picking >= 1800 ? 'picking' : onOne >= 600 ? 'exercise' : null);
        // Another exercise is a rest from this one, but none from picking.
        const other = restNeeded(runs, DEFAULT_LIMITS, 'c', end);
        expect(other?.of ?? null).toBe(picking >= 1800 ? 'picking' : null);
        if (!rest) return;
        asked++;
        expect(rest.restSeconds).toBe(rest.of === 'picking' ? 300 : 60);
        const after = (seconds: number) =>
          restNeeded(runs, DEFAULT_LIMITS, exerciseId, end + seconds * 1000)?.restSeconds ?? 0;
        expect([after(rest.restSeconds), after(10)]).toEqual([0, rest.restSeconds - 10]);
      }),
      { numRuns: 300 },
    );
    expect(asked).toBeGreaterThan(20);
  });

  it('days count on through months and leap years, and a week begins on Monday', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30_000 }), (days) => {
        // oxlint-disable-next-line no-restricted-globals -- the language's own calendar is the outside check
        const iso = new Date(days * 86_400_000).toISOString().slice(0, 10);
        expect(dayNumber(iso)).toBe(days);
        const monday = weekOf(iso);
        // oxlint-disable-next-line no-restricted-globals -- as above
        expect(new Date(`${monday}T00:00:00Z`).getUTCDay()).toBe(1);
        expect(dayNumber(iso) - dayNumber(monday)).toBeLessThan(7);
      }),
    );
  });
});
