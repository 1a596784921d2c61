'use client';
import styled from 'styled-components';
import {
  BPM_DECIMALS,
  LADDER_KINDS,
  MAX_BPM,
  leastPasses,
  MAX_LADDER_PASSES,
  MAX_RISES,
  MAX_RUNS_IN_A_ROW,
  MAX_STEP_BPM,
  MIN_BPM,
  MIN_STEP_BPM,
  ROUNDINGS,
  type Exercise,
  type LadderKind,
  type LadderSpec,
  type Rounding,
} from '@/core';
import type { LadderFields } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { colour } from '@/ui/theme/tokens';

export const Form = styled.section`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.6rem 1rem;
  padding: 0.75rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h2,
  p,
  ul,
  .wide {
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

export const KIND_WORDS: Record<LadderKind, { name: string; does: string }> = {
  even: { name: 'even steps', does: 'As many beats a minute more each time.' },
  ratio: { name: 'even ratio', does: 'Each step is the same effort: the same ratio, not the same number.' },
  twoUpOneBack: { name: 'two up, one back', does: 'Each tempo is met again before the next is new.' },
  overshoot: {
    name: 'overshoot',
    does: 'A short burst above each tempo, then back to it: it feels slow now.',
  },
  density: {
    name: 'density',
    does: 'The tempo stays; string changes a beat rise from the two notes to the whole.',
  },
  adaptive: {
    name: 'adaptive',
    does: 'The record leads: up after clean runs in a row, back after any other.',
  },
};

const ROUNDING_NAMES: Record<Rounding, string> = {
  none: 'as computed',
  whole: 'whole bpm',
  marks: 'metronome marks',
};

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
  // A run of a drill has a least length.
  const least = leastPasses(exercise);
  type NumberKey = Exclude<keyof LadderSpec, 'kind' | 'rounding'>;
  const field = (label: string, key: NumberKey, [min, max]: readonly [number, number], decimals = 0) => (
    <NumberField
      label={label}
      value={spec[key]}
      min={min}
      max={max}
      decimals={decimals}
      onChange={(value) => value !== null && set(settingOf(key, value))}
    />
  );
  const { kind } = spec;
  const isDense = kind === 'density';
  return (
    <Form aria-label="The climb">
      <h2>The climb</h2>
      <div className="wide">
        <Select
          label="How it climbs"
          value={kind}
          onChange={(next) => set({ kind: next })}
          options={LADDER_KINDS.map((id) => ({ id, name: KIND_WORDS[id].name }))}
        />
      </div>
      <p>{KIND_WORDS[kind].does}</p>
      {field(isDense ? 'Tempo, bpm' : 'Start, bpm', 'startBpm', [MIN_BPM, MAX_BPM], BPM_DECIMALS)}
      {isDense ? null : field('Goal, bpm', 'goalBpm', [MIN_BPM, MAX_BPM], BPM_DECIMALS)}
      {isDense ? null : (
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
      )}
      {isDense
        ? null
        : kind === 'ratio'
          ? field('Rises', 'rises', [1, MAX_RISES])
          : field('Step, bpm', 'stepBpm', [MIN_STEP_BPM, MAX_STEP_BPM], BPM_DECIMALS)}
      <Select
        label="Rounded to"
        value={spec.rounding}
        onChange={(rounding) => set({ rounding })}
        options={ROUNDINGS.map((id) => ({ id, name: ROUNDING_NAMES[id] }))}
      />
      {kind === 'overshoot' ? (
        <>
          {field('Burst, bpm above', 'burstBpm', [MIN_STEP_BPM, MAX_STEP_BPM], BPM_DECIMALS)}
          {field('Passes a burst', 'burstPasses', [1, MAX_LADDER_PASSES])}
        </>
      ) : null}
      {field(least > 1 ? `Passes a run, ${least} or more` : 'Passes a run', 'passes', [
        least,
        MAX_LADDER_PASSES,
      ])}
      {field('Clean runs to go up', 'upAfter', [kind === 'adaptive' ? 1 : 0, MAX_RUNS_IN_A_ROW])}
      {kind === 'adaptive' ? null : field('Unclean to go back', 'backAfter', [0, MAX_RUNS_IN_A_ROW])}
      {field('Count-in, beats', 'countInBeats', [0, MAX_COUNT_IN_BEATS])}
      {field('Rest, seconds', 'restSeconds', [0, MAX_REST_SECONDS])}
      {spec.goalBpm <= spec.startBpm && !isDense ? (
        <p className="warn">
          The goal is not above the start, so there is one tempo. Nothing else was changed: set the goal above{' '}
          {spec.startBpm}, or the start lower.
        </p>
      ) : (
        <p>
          Rest between the runs; a tight thumb or forearm means go back a step, pain means stop for today.
        </p>
      )}
    </Form>
  );
}
