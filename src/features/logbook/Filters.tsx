'use client';
import { memo, useMemo } from 'react';
import { Choice } from '@/ui/controls/Choice';
import { Select } from '@/ui/controls/Select';
import { PERIODS, type Period, type Wanted } from '@/work/book';

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

interface FiltersProps {
  readonly wanted: Wanted;
  readonly exercises: readonly Option[];
  readonly techniques: readonly string[];
  readonly onChange: Change;
}

/** What of the record is shown. */
export const Filters = memo(function Filters(props: FiltersProps) {
  const { wanted, exercises, techniques, onChange } = props;
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
    </>
  );
});
