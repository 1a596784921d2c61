'use client';
import styled from 'styled-components';
import {
  BPM_DECIMALS,
  MAX_BPM,
  MAX_LADDER_PASSES,
  MAX_STEP_BPM,
  MIN_BPM,
  MIN_STEP_BPM,
  type Exercise,
  type LadderSpec,
} from '@/core';
import type { LadderFields } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { colour } from '@/ui/theme/tokens';

const Form = styled.section`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.75rem 1rem;
  padding: 0.9rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2,
  p {
    grid-column: 1 / -1;
  }
  h2 {
    font-size: 1rem;
  }
  p {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  p.warn {
    color: ${colour.warn};
  }
`;

const MAX_REST_SECONDS = 600;
const MAX_COUNT_IN_BEATS = 16;

interface LadderFormProps {
  readonly exercise: Exercise;
  /** Null: it is the exercise's, or suggested. */
  readonly ownGoalBpm: number | null;
  readonly spec: LadderSpec;
  readonly set: (fields: LadderFields) => void;
}

/** What the ladder is made from. */
export function LadderForm({ exercise, ownGoalBpm, spec, set }: LadderFormProps) {
  const goalOfExercise = exercise.goal.bpm;
  const isOwnGoal = ownGoalBpm !== null;
  /** Setting one thing moves no other: a suggested goal stays where it is, unless the start passes it. */
  const settingOf = (key: keyof LadderFields, value: number): LadderFields => {
    const isSuggested = key === 'startBpm' && !isOwnGoal && goalOfExercise === null;
    return isSuggested && value < spec.goalBpm
      ? { startBpm: value, goalBpm: spec.goalBpm }
      : { [key]: value };
  };
  const field = (
    label: string,
    key: keyof LadderFields & keyof LadderSpec,
    [min, max]: readonly [number, number],
    decimals = 0,
  ) => (
    <NumberField
      label={label}
      value={spec[key]}
      min={min}
      max={max}
      decimals={decimals}
      onChange={(value) => value !== null && set(settingOf(key, value))}
    />
  );
  return (
    <Form aria-label="The climb">
      <h2>The climb</h2>
      {field('Start, bpm', 'startBpm', [MIN_BPM, MAX_BPM], BPM_DECIMALS)}
      {field('Goal, bpm', 'goalBpm', [MIN_BPM, MAX_BPM], BPM_DECIMALS)}
      <p>
        {isOwnGoal
          ? goalOfExercise === null
            ? 'The goal is this ladder’s own.'
            : `The exercise itself wants ${goalOfExercise}.`
          : goalOfExercise === null
            ? 'The exercise names no goal tempo; this is a suggestion.'
            : 'The goal is that of the exercise.'}{' '}
        {isOwnGoal && goalOfExercise !== null ? (
          <Button look="quiet" onPress={() => set({ goalBpm: null })}>
            Use {goalOfExercise}
          </Button>
        ) : null}
      </p>
      {field('Step, bpm', 'stepBpm', [MIN_STEP_BPM, MAX_STEP_BPM], BPM_DECIMALS)}
      {field('Passes a step', 'passes', [1, MAX_LADDER_PASSES])}
      {field('Count-in, beats', 'countInBeats', [0, MAX_COUNT_IN_BEATS])}
      {field('Rest, seconds', 'restSeconds', [0, MAX_REST_SECONDS])}
      {spec.goalBpm <= spec.startBpm ? (
        <p className="warn">The goal is not above the start, so there is one step.</p>
      ) : (
        <p>
          Rest between the steps; a tight thumb or forearm means go back a step, pain means stop for today.
        </p>
      )}
    </Form>
  );
}
