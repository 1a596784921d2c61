'use client';
import { memo } from 'react';
import { database, keepJudgingSettings } from '@/storage';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { PERIODS, type Period, type Wanted } from './useBook';

const MAX_HALF_LIFE_DAYS = 365;

const PERIOD_NAMES: Record<Period, string> = {
  '4 weeks': '4 weeks',
  '3 months': '3 months',
  'a year': 'a year',
  all: 'everything',
};

type Change = (change: Partial<Wanted>) => void;

interface Option {
  readonly id: string;
  readonly name: string;
}

// Lists are slow to draw, so each field is drawn only when it changes itself.
const ExerciseField = memo(function ExerciseField(props: {
  value: string;
  options: readonly Option[];
  onChange: Change;
}) {
  const { value, options, onChange } = props;
  return (
    <div className="wide">
      <Select
        label="Exercise"
        value={value}
        onChange={(exercise) => onChange({ exercise })}
        options={options}
      />
    </div>
  );
});

const TechniqueField = memo(function TechniqueField(props: {
  value: string;
  names: readonly string[];
  onChange: Change;
}) {
  const { value, names, onChange } = props;
  return (
    <div className="choice">
      <Select
        label="Technique"
        value={value}
        onChange={(technique) => onChange({ technique })}
        options={[{ id: 'any', name: 'any technique' }, ...names.map((name) => ({ id: name, name }))]}
      />
    </div>
  );
});

const PERIOD_OPTIONS = PERIODS.map((id) => ({ id, name: PERIOD_NAMES[id] }));

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
      onChange={(days) => days !== null && void keepJudgingSettings(database(), { halfLifeDays: days })}
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
  return (
    <>
      <ExerciseField value={wanted.exercise} options={exercises} onChange={onChange} />
      <TechniqueField value={wanted.technique} names={techniques} onChange={onChange} />
      <PeriodField value={wanted.period} onChange={onChange} />
      <HalfLifeField value={halfLifeDays} />
    </>
  );
});
