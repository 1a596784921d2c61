/** Ladders, plans and forecasts at their very edges; what the practice model states is stated here by its numbers. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MAX_BPM } from '../model/tempo';
import { forecast, type TempoPoint } from './forecast';
import { buildLadder, ladderTimes, passesInRun } from './ladder';
import { planClimb } from './planner';

/** A climb on the curve bpm = 60 · minutes^0.2, one session a day or as given. */
const sessions = (
  days: readonly number[],
  minutes: (at: number) => number = (at) => 10 * (at + 1),
): TempoPoint[] =>
  days.map((day, at) => ({ day, practice: minutes(at), bpm: 60 * minutes(at) ** 0.2, seOctaves: 0.01 }));

describe('a forecast', () => {
  // Six sessions over two weeks: stated in the practice model.
  it('is given from six sessions over fourteen days on, and not before', () => {
    const state = (days: readonly number[]) => forecast(sessions(days), 200).state;
    expect(state([0, 3, 6, 9, 12, 14])).toBe('band');
    expect(state([0, 3, 6, 9, 12, 13])).toBe('too early');
    expect(state([0, 3, 6, 9, 14])).toBe('too early');
    expect(forecast(sessions([0, 9]), 200)).toEqual({ state: 'too early', sessions: 2, days: 9 });
    expect(forecast([], 200)).toEqual({ state: 'too early', sessions: 0, days: 0 });
  });

  it('is reached where the last tempo is the goal, and lies ahead where it is above', () => {
    const points = sessions([0, 3, 6, 9, 12, 15]);
    const last = points.at(-1)!.bpm;
    expect(forecast(points, last).state).toBe('reached');
    expect(forecast(points, last + 0.01).state).toBe('band');
  });

  it('goes by the pace of the last four weeks alone', () => {
    // Ten minutes a day for a hundred days, then one a day for four weeks.
    const days = Array.from({ length: 129 }, (_, at) => at);
    const minutes = (at: number) => (at <= 100 ? 10 * (at + 1) : 1010 + (at - 100));
    const points = sessions(days, minutes);
    const goal = 60 * 1100 ** 0.2;
    // 1038 minutes are played; 62 more at one a day.
    const found = forecast(points, goal);
    expect(found).toMatchObject({ state: 'band', likelyDays: expect.closeTo(62, -0.5) as number });
    const faster = forecast(points.slice(0, 101), goal);
    // 1010 minutes, ten a day: nine days.
    expect(faster).toMatchObject({ state: 'band', likelyDays: expect.closeTo(9, -0.5) as number });
  });

  it('gives no day that lies more than two years ahead, and the early one first', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 90, max: 400 }),
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        (goal, se) => {
          const points = sessions([0, 4, 8, 12, 16, 20]).map((one, at) => ({
            ...one,
            seOctaves: se,
            bpm: one.bpm * (at % 2 ? 1.01 : 0.99),
          }));
          const found = forecast(points, goal);
          if (found.state !== 'band') return;
          const days = [found.earlyDays, found.likelyDays, found.lateDays].map((one) => one ?? Infinity);
          expect(days).toEqual([...days].sort((a, b) => a - b));
          for (const one of days) expect(one === Infinity || (one >= 0 && one <= 730)).toBe(true);
        },
      ),
    );
  });
});

describe('a plan', () => {
  const steps = buildLadder({ startBpm: 60, goalBpm: 60, upAfter: 2, restSeconds: 30 });
  const times = [{ passSeconds: 9, runSeconds: 45, runs: 2, seconds: 120, untilSeconds: 120 }];
  const plan = (minutesASession: number, sessionsAWeek = 3, weeks: number | null = null) =>
    planClimb(steps, times, [4], { minutesASession, sessionsAWeek, weeks });

  it('holds what just fits, and goes on in the next session where it does not', () => {
    // Two runs of 45 s and 30 s of rest between them are two minutes.
    expect(plan(2)).toMatchObject({ sessions: 1, minutes: 2, weeks: 1, passes: 8, runs: 2, faults: [] });
    expect(plan(1.99)).toMatchObject({ sessions: 2, minutes: 1.5, faults: [] });
    expect(plan(0.75)).toMatchObject({ sessions: 2, faults: [] });
    expect(plan(0.7).faults).toEqual([{ code: 'runTooLong', step: 0, minutes: 0.75 }]);
  });

  it('names what is wrong with the time: none, too many weeks, too long at a stretch', () => {
    expect(plan(0).faults.map(({ code }) => code)).toContain('noTime');
    expect(plan(2, 0).faults.map(({ code }) => code)).toEqual(['noTime']);
    expect(plan(1, 1, 2).faults).toEqual([]);
    expect(plan(1, 1, 1).faults).toEqual([{ code: 'tooManyWeeks', weeks: 2 }]);
    const long = [{ ...times[0]!, runSeconds: 600 }];
    const codes = (minutes: number) =>
      planClimb(steps, long, [4], { minutesASession: minutes, sessionsAWeek: 1, weeks: null }).faults.map(
        ({ code }) => code,
      );
    // Ten minutes on one exercise is the limit of the practice model.
    expect(codes(10)).toEqual([]);
    expect(codes(10.5)).toEqual(['longSession']);
    expect(codes(25)).toEqual(['longSession']);
  });
});

describe('a ladder', () => {
  it('with its goal at or below its start has one tempo, whatever its kind', () => {
    for (const kind of ['even', 'ratio', 'twoUpOneBack', 'adaptive'] as const)
      for (const goalBpm of [80, 60]) {
        const steps = buildLadder({ startBpm: 80, goalBpm, kind });
        expect(steps.map(({ bpm, movement }) => [bpm, movement])).toEqual([[80, null]]);
      }
    expect(() => buildLadder({ startBpm: 60, goalBpm: 90, stepBpm: 0 })).toThrow(RangeError);
    expect(() => buildLadder({ startBpm: NaN, goalBpm: 90 })).toThrow(RangeError);
    expect(() => buildLadder({ startBpm: 60, goalBpm: 90, rises: 0 })).toThrow(RangeError);
  });

  it('bursts above the tempo and comes back, but never beyond what can be played', () => {
    const steps = buildLadder({
      startBpm: MAX_BPM - 10,
      goalBpm: MAX_BPM,
      stepBpm: 10,
      burstBpm: 10,
      kind: 'overshoot',
    });
    expect(steps.map(({ bpm, isBurst }) => [bpm, isBurst])).toEqual([
      [MAX_BPM - 10, false],
      [MAX_BPM, true],
      [MAX_BPM - 10, false],
      [MAX_BPM, false],
    ]);
    const burst = steps[1]!;
    expect([burst.upAfter, burst.backAfter, burst.movement]).toEqual([0, 0, null]);
  });

  it('asks for large movements in its low part only', () => {
    const steps = buildLadder({ startBpm: 60, goalBpm: 120, stepBpm: 4, kind: 'even' });
    const large = steps.filter(({ movement }) => movement === 'large').map(({ bpm }) => bpm);
    expect(large[0]).toBe(60);
    expect(large).toEqual(steps.slice(0, large.length).map(({ bpm }) => bpm));
    expect(large.length).toBeLessThan(steps.length / 2);
    expect(steps.at(-1)!.movement).toBeNull();
  });

  it('a run of minutes has as many whole passes as they hold, at least one', () => {
    const step = { ...buildLadder({ startBpm: 60, goalBpm: 60 })[0]!, minutes: 1, passes: null };
    expect([30, 31, 60, 61].map((beats) => passesInRun(step, beats))).toEqual([2, 1, 1, 1]);
    expect(passesInRun({ ...step, minutes: null, passes: null }, 8)).toBe(1);
    const [time] = ladderTimes([{ ...step, upAfter: 0 }], 30, 4);
    expect(time).toEqual({ passSeconds: 30, runSeconds: 64, runs: 1, seconds: 64, untilSeconds: 64 });
  });
});
