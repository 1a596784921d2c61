/** The planner against a recount run by run, and its offers against trying. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildLadder, ladderTimes } from './ladder';
import { offersFor, planClimb, type ClimbPlan, type PlanOffer } from './planner';
import { MAX_STEP_BPM } from '../model/ladder';

const PASS_BEATS = 8;
const COUNT_IN = 4;

interface Asked {
  readonly startBpm: number;
  readonly climb: number;
  readonly stepBpm: number;
  readonly passes: number;
  readonly upAfter: number;
  readonly restSeconds: number;
}

const asked = fc.record<Asked>({
  startBpm: fc.integer({ min: 40, max: 120 }),
  climb: fc.integer({ min: 0, max: 60 }),
  stepBpm: fc.integer({ min: 2, max: 20 }),
  passes: fc.integer({ min: 1, max: 12 }),
  upAfter: fc.integer({ min: 1, max: 4 }),
  restSeconds: fc.integer({ min: 0, max: 60 }),
});
const time = fc.record({
  sessionsAWeek: fc.integer({ min: 1, max: 7 }),
  minutesASession: fc.integer({ min: 1, max: 30 }),
  weeks: fc.option(fc.integer({ min: 1, max: 6 }), { nil: null }),
});

function climbing({ climb, ...ask }: Asked) {
  const steps = buildLadder({ ...ask, goalBpm: ask.startBpm + climb });
  return {
    steps,
    times: ladderTimes(steps, PASS_BEATS, COUNT_IN),
    passes: steps.map((step) => step.passes!),
  };
}

const isFitting = ({ faults }: ClimbPlan) => faults.every(({ code }) => code === 'longSession');

describe('the planner', () => {
  it('spreads whole runs over sessions that hold them, and counts what a recount counts', () => {
    fc.assert(
      fc.property(asked, time, (ask, when) => {
        const { steps, times, passes } = climbing(ask);
        const plan = planClimb(steps, times, passes, when);
        expect(plan.runs).toBe(steps.length * ask.upAfter);
        expect(plan.passes).toBe(plan.runs * ask.passes);
        // Run by run: into the session where it still has room, else into the next.
        const room = when.minutesASession * 60;
        let [sessions, used, total] = [1, 0, 0];
        times.forEach(({ runSeconds }) => {
          for (let run = 0; run < ask.upAfter; run++) {
            const needs = used === 0 ? runSeconds : ask.restSeconds + runSeconds;
            if (used > 0 && used + needs > room) {
              sessions++;
              used = runSeconds;
              total += runSeconds;
            } else {
              used += needs;
              total += needs;
            }
          }
        });
        expect(plan.sessions).toBe(sessions);
        expect(plan.minutes).toBeCloseTo(total / 60, 9);
        expect(plan.weeks).toBe(Math.ceil(sessions / when.sessionsAWeek));
        const isTooLong = times.some(({ runSeconds }) => runSeconds > room);
        expect(plan.faults.some(({ code }) => code === 'runTooLong')).toBe(isTooLong);
        expect(plan.faults.some(({ code }) => code === 'tooManyWeeks')).toBe(
          when.weeks !== null && plan.weeks > when.weeks,
        );
      }),
    );
  });

  it('offers what would fit, and of each kind the least change that does', () => {
    fc.assert(
      fc.property(asked, time, (ask, when) => {
        const { steps, times, passes } = climbing(ask);
        const planWith = ({ set, to }: PlanOffer) => {
          if (set === 'minutesASession' || set === 'sessionsAWeek' || set === 'weeks')
            return planClimb(steps, times, passes, { ...when, [set]: to });
          const other = climbing({ ...ask, [set]: to });
          return planClimb(other.steps, other.times, other.passes, when);
        };
        const plan = planClimb(steps, times, passes, when);
        const now = { passes: ask.passes, upAfter: ask.upAfter, stepBpm: ask.stepBpm, rises: 8 };
        const offers = offersFor(plan, {
          time: when,
          now,
          usesRises: false,
          most: { stepBpm: MAX_STEP_BPM },
          planWith,
        });
        if (isFitting(plan)) expect(offers).toEqual([]);
        for (const offer of offers) {
          expect(isFitting(planWith(offer))).toBe(true);
          const isDown = offer.set === 'passes' || offer.set === 'upAfter';
          const less = offer.to + (isDown ? 1 : -1);
          const before = { ...now, ...when }[offer.set as 'passes'];
          if (less !== before) expect(isFitting(planWith({ ...offer, to: less }))).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('rests after a run as long as its own step says, before the next step too', () => {
    const { steps, times, passes } = climbing({
      startBpm: 60,
      climb: 8,
      stepBpm: 4,
      passes: 4,
      upAfter: 2,
      restSeconds: 0,
    });
    const rested = steps.map((step, at) => ({ ...step, restSeconds: [30, 7, 100][at]! }));
    const plan = planClimb(rested, times, passes, { sessionsAWeek: 3, minutesASession: 240, weeks: null });
    const played = times.reduce((sum, { runSeconds, runs }) => sum + runSeconds * runs, 0);
    // Two runs a step: within and after the first 30 s each, the second 7, within the third 100, none after the last.
    expect(plan.minutes * 60).toBeCloseTo(played + 2 * 30 + 2 * 7 + 100, 6);
  });

  it('with no time at all plans nothing and says so', () => {
    const { steps, times, passes } = climbing({
      startBpm: 60,
      climb: 20,
      stepBpm: 4,
      passes: 4,
      upAfter: 2,
      restSeconds: 10,
    });
    for (const none of [
      { sessionsAWeek: 0, minutesASession: 10 },
      { sessionsAWeek: 3, minutesASession: 0 },
    ])
      expect(planClimb(steps, times, passes, { ...none, weeks: null }).faults[0]).toEqual({ code: 'noTime' });
  });
});
