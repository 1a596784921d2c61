'use client';
import { memo, useMemo } from 'react';
import { database, keepJudgingSettings } from '@/storage';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { attempt } from '@/work/perform';
import { PERIODS, type Period, type Wanted } from '@/work/book';

const MAX_HALF_LIFE_DAYS = 365;

type Change = (change: Partial<Wanted>) => void;

interface Option {
  readonly id: string;
  readonly name: string;
}

// Lists are slow to draw, so each field is drawn only when it changes itself.
const SelectField = memo(function SelectField(props: {
  label: string;
  what: 'exercise' | 'technique';
  className: string;
  value: string;
  options: readonly Option[];
  onChange: Change;
}) {
  const { label, what, className, value, options, onChange } = props;
  return (
    <div className={className}>
      <Select
        label={label}
        value={value}
        onChange={(chosen) => onChange({ [what]: chosen })}
        options={options}
      />
    </div>
  );
});

const PERIOD_OPTIONS = PERIODS.map((id) => ({ id, name: id === 'all' ? 'everything' : id }));

const PeriodField = memo(function PeriodField({ value, onChange }: { value: Period; onChange: Change }) {
  return (
    <Choice
      label="Time up to today"
      value={value}
      onChange={(period) => onChange({ period })}
      options={PERIOD_OPTIONS}
    />
  );
});

const HalfLifeField = memo(function HalfLifeField({ value }: { value: number }) {
  return (
    <NumberField
      label="Runs count half after, days"
      value={value}
      min={1}
      max={MAX_HALF_LIFE_DAYS}
      onChange={(days) =>
        days !== null &&
        attempt('Keeping the setting', () => keepJudgingSettings(database(), { halfLifeDays: days }))
      }
    />
  );
});

interface FiltersProps {
  readonly wanted: Wanted;
  readonly exercises: readonly Option[];
  readonly techniques: readonly string[];
  readonly halfLifeDays: number;
  readonly onChange: Change;
}

/** What of the record is shown, and how long a run counts. */
export const Filters = memo(function Filters(props: FiltersProps) {
  const { wanted, exercises, techniques, halfLifeDays, onChange } = props;
  const named = useMemo(
    () => [{ id: 'any', name: 'any technique' }, ...techniques.map((name) => ({ id: name, name }))],
    [techniques],
  );
  return (
    <>
      <SelectField
        label="Exercise"
        what="exercise"
        className="wide"
        value={wanted.exercise}
        options={exercises}
        onChange={onChange}
      />
      <SelectField
        label="Technique"
        what="technique"
        className="choice"
        value={wanted.technique}
        options={named}
        onChange={onChange}
      />
      <PeriodField value={wanted.period} onChange={onChange} />
      <HalfLifeField value={halfLifeDays} />
    </>
  );
});
