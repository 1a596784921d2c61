'use client';
import {
  counted,
  durationText,
  MAX_PLAN_WEEKS,
  MAX_SESSION_MINUTES,
  MAX_SESSIONS_A_WEEK,
  MAX_STEP_BPM,
  offersFor,
  planClimb,
  type Exercise,
  type KeptLadder,
  type PlanFault,
  type PlanOffer,
  type PracticeTime,
  type Setup,
} from '@/core';
import { climbOf, type Climbing } from '@/core/drills';
import { useMemo } from 'react';
import styled from 'styled-components';
import type { LadderFields } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { colour } from '@/ui/theme/tokens';
import { Form } from './LadderForm';

const Offers = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
`;

const Result = styled.p`
  && {
    color: ${colour.ink};
    font-size: 1rem;
  }
`;

function faultText(fault: PlanFault): string {
  switch (fault.code) {
    case 'noTime':
      return 'With no sessions or no minutes nothing can be planned. The ladder is kept as it is.';
    case 'runTooLong':
      return `One run of step ${fault.step + 1} takes ${durationText(fault.minutes * 60)}: longer than a session.`;
    case 'tooManyWeeks':
      return `It takes ${counted(fault.weeks, 'week')}, more than there are.`;
    case 'longSession':
      return `A session goes on for ${counted(Math.round(fault.minutes), 'minute')} with only short rests: spread it over the day, or rest between.`;
  }
}

const OFFER_TEXT: Record<PlanOffer['set'], (to: number) => string> = {
  passes: (to) => (to === 1 ? '1 pass a run' : `${to} passes a run`),
  upAfter: (to) => (to === 1 ? 'up after 1 clean run' : `up after ${to} clean runs`),
  stepBpm: (to) => `steps of ${to} bpm`,
  rises: (to) => counted(to, 'rise'),
  minutesASession: (to) => `${counted(to, 'minute')} a session`,
  sessionsAWeek: (to) => `${counted(to, 'session')} a week`,
  weeks: (to) => counted(to, 'week'),
};

interface TimePanelProps {
  readonly exercise: Exercise;
  readonly setup: Setup;
  readonly kept: KeptLadder;
  readonly climb: Climbing;
  readonly set: (fields: LadderFields) => void;
}

const isOfTime = (offer: PlanOffer): boolean =>
  offer.set in { minutesASession: 0, sessionsAWeek: 0, weeks: 0 };

/** What the climb takes of a student's week, what does not fit, and what would. */
export function TimePanel({ exercise, setup, kept, climb, set }: TimePanelProps) {
  const { time } = kept;
  const { plan, offers } = useMemo(() => {
    const planned = (of: Climbing, when: PracticeTime) => planClimb(of.steps, of.times, of.passes, when);
    const plan = planned(climb, time);
    const { passes, upAfter, stepBpm, rises, kind } = climb.spec;
    const offers = offersFor(plan, {
      time,
      now: { passes, upAfter, stepBpm, rises },
      usesRises: kind === 'ratio',
      most: { stepBpm: kind === 'density' ? stepBpm : MAX_STEP_BPM },
      planWith: (offer) =>
        isOfTime(offer)
          ? planned(climb, { ...time, [offer.set]: offer.to })
          : planned(climbOf(exercise, { ...kept, steps: null, [offer.set]: offer.to }, setup), time),
    });
    return { plan, offers };
  }, [climb, time, exercise, kept, setup]);
  const setTime = (change: Partial<PracticeTime>) => set({ time: { ...time, ...change } });
  return (
    <Form aria-label="The time there is">
      <h2>The time there is</h2>
      <NumberField
        label="Sessions a week"
        value={time.sessionsAWeek}
        min={0}
        max={MAX_SESSIONS_A_WEEK}
        onChange={(value) => value !== null && setTime({ sessionsAWeek: value })}
      />
      <NumberField
        label="Minutes a session"
        value={time.minutesASession}
        min={0}
        max={MAX_SESSION_MINUTES}
        onChange={(value) => value !== null && setTime({ minutesASession: value })}
      />
      <NumberField
        label="Weeks (empty: open)"
        value={time.weeks}
        min={1}
        max={MAX_PLAN_WEEKS}
        onChange={(weeks) => setTime({ weeks })}
      />
      {plan.faults[0]?.code === 'noTime' ? null : (
        <Result data-plan>
          At least {plan.sessions === 1 ? 'one session' : `${plan.sessions} sessions`},{' '}
          {counted(plan.runs, 'run')} with {counted(plan.passes, 'pass', 'passes')},{' '}
          {durationText(plan.minutes * 60)} in all:{' '}
          <b>{plan.weeks === 1 ? 'a week' : `${plan.weeks} weeks`}</b>, where every run is clean.
        </Result>
      )}
      {plan.faults.map((fault) => (
        <p className="warn" role="status" key={fault.code}>
          {faultText(fault)}
        </p>
      ))}
      {offers.length > 0 ? (
        <>
          <p>Each of these alone would fit:</p>
          <Offers>
            {offers.map((offer) => (
              <li key={offer.set}>
                <Button
                  onPress={() =>
                    isOfTime(offer) ? setTime({ [offer.set]: offer.to }) : set({ [offer.set]: offer.to })
                  }
                >
                  {OFFER_TEXT[offer.set](offer.to)}
                </Button>
              </li>
            ))}
          </Offers>
        </>
      ) : null}
    </Form>
  );
}
