'use client';
import { joiResolver } from '@hookform/resolvers/joi';
import { useEffect, useMemo, useRef } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import styled from 'styled-components';
import {
  BPM_DECIMALS,
  MAX_BPM,
  MAX_SLOTS_PER_BEAT,
  MIN_BPM,
  type ExerciseRecord,
  type RunRecord,
} from '@/core';
import {
  MAX_RUN_PASSES,
  REASON_MENDINGS,
  REASONS,
  VERDICTS,
  type Reason,
  type RunPlace,
} from '@/core/record';
import { Button } from '@/ui/controls/Button';
import { box } from '@/ui/controls/fieldParts';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { colour } from '@/ui/theme/tokens';
import { placesOf, type TypedRun } from '@/work/figured';
import { MAX_COUNT, typedRunSchema } from '@/work/typedRun';
import { attempt } from '@/work/perform';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';

const Form = styled.form`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.6rem 1rem;
  padding: 0.75rem 0;
  label.date span {
    display: block;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  input[type='date'] {
    ${box}
    width: 10rem;
    color-scheme: inherit;
  }
  .choice {
    width: 11rem;
  }
  .wide {
    width: 17rem;
  }
  .bad {
    flex-basis: 100%;
    color: ${colour.bad};
  }
`;

const NO_PLACES: Awaited<ReturnType<typeof placesOf>> = [];
const idOf = ({ fromNote, toNote }: RunPlace) => `${fromNote} ${toNote}`;

interface RunFormProps {
  /** The run that is put right; absent for a new one. */
  readonly run?: RunRecord;
  readonly exercises: readonly ExerciseRecord[];
  readonly first: Pick<TypedRun, 'exerciseId' | 'day' | 'bpm' | 'subdivision'>;
  readonly today: string;
  /** Slots a beat that an exercise is written in. */
  readonly subdivisionOf: (id: string) => number;
  readonly onSave: (typed: TypedRun) => void;
  readonly onCancel: () => void;
}

/** A run typed in, from a paper record or to put one right. */
export function RunForm({ run, exercises, first, today, subdivisionOf, onSave, onCancel }: RunFormProps) {
  const schema = useMemo(() => typedRunSchema(today), [today]);
  const { control, setValue, handleSubmit, formState } = useForm<TypedRun>({
    resolver: joiResolver(schema),
    mode: 'onChange',
    defaultValues: {
      passes: run?.passes ?? 1,
      verdict: run?.verdict ?? 'clean',
      reason: run?.reason ?? null,
      ...(run?.place ? { place: run.place } : {}),
      count: 1,
      ...first,
    },
  });
  const typed = useWatch({ control }) as TypedRun;
  // What was pressed to open it is gone.
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => form.current?.querySelector<HTMLElement>('button, input')?.focus(), []);
  const set = (change: Partial<TypedRun>) => {
    for (const [name, value] of Object.entries(change))
      setValue(name as keyof TypedRun, value as never, { shouldValidate: true, shouldDirty: true });
  };
  const player = usePlayer();
  const places = useKept(() => placesOf(typed.exerciseId, player), [typed.exerciseId, player]) ?? NO_PLACES;
  // A change of older notes is kept, though it is not among those of now.
  const isKnown = places.some(({ place }) => typed.place && idOf(place) === idOf(typed.place));
  const whereId = isKnown ? idOf(typed.place!) : 'none';
  const faults = Object.values(formState.errors).flatMap(({ message }) => message ?? []);
  const number = (
    label: string,
    key: 'bpm' | 'subdivision' | 'passes' | 'count',
    min: number,
    max: number,
    decimals = 0,
  ) => (
    <NumberField
      label={label}
      value={typed[key]}
      min={min}
      max={max}
      decimals={decimals}
      onChange={(value) => value !== null && set({ [key]: value })}
    />
  );
  return (
    <Form
      ref={form}
      aria-label={run ? 'Change the run' : 'Log runs by hand'}
      onSubmit={(event) => {
        attempt('Reading the form', () => handleSubmit(onSave)(event));
      }}
    >
      {run ? null : (
        <div className="wide">
          <Select
            label="Exercise"
            value={typed.exerciseId}
            onChange={(exerciseId) =>
              set({ exerciseId, subdivision: subdivisionOf(exerciseId), place: null })
            }
            options={exercises.map(({ id, title }) => ({ id, name: title || 'Untitled' }))}
          />
        </div>
      )}
      <label className="date">
        <span>Day</span>
        <input
          type="date"
          value={typed.day}
          max={today}
          onChange={(event) => set({ day: event.target.value })}
        />
      </label>
      {number('Tempo, bpm', 'bpm', MIN_BPM, MAX_BPM, BPM_DECIMALS)}
      {number('Slots a beat', 'subdivision', 1, MAX_SLOTS_PER_BEAT)}
      {number('Passes a run', 'passes', 1, MAX_RUN_PASSES)}
      <div className="choice">
        <Select
          label="Verdict"
          value={typed.verdict}
          onChange={(verdict) => set({ verdict, ...(verdict === 'clean' ? { reason: null } : {}) })}
          options={VERDICTS.map((id) => ({ id, name: id }))}
        />
      </div>
      {typed.verdict === 'clean' ? null : (
        <div className="choice">
          <Select
            label="Why"
            value={typed.reason ?? 'none'}
            onChange={(reason) => set({ reason: reason === 'none' ? null : (reason as Reason) })}
            options={[
              { id: 'none', name: 'not said' },
              ...REASONS.map((id) => ({ id: id as string, name: REASON_MENDINGS[id].name })),
            ]}
          />
        </div>
      )}
      {typed.verdict === 'clean' || places.length === 0 ? null : (
        <div className="wide">
          <Select
            label="Where"
            value={whereId}
            onChange={(id) => set({ place: places.find(({ place }) => idOf(place) === id)?.place ?? null })}
            options={[
              { id: 'none', name: 'not said' },
              ...places.map(({ name, place }) => ({ id: idOf(place), name })),
            ]}
          />
        </div>
      )}
      {run ? null : number('Runs like this', 'count', 1, MAX_COUNT)}
      <Button type="submit" look="primary" isDisabled={faults.length > 0}>
        {run ? 'Keep the change' : typed.count === 1 ? 'Log the run' : `Log ${typed.count} runs`}
      </Button>
      <Button onPress={onCancel}>Cancel</Button>
      {faults.map((fault) => (
        <p key={fault} className="bad" role="alert">
          {fault}
        </p>
      ))}
    </Form>
  );
}
