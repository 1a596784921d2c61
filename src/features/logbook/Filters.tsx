'use client';
import { memo } from 'react';
import { database, keepJudgingSettings } from '@/storage';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { PERIODS, type Period, type Wanted } from './useBook';

const MAX_HALF_LIFE_DAYS = 365;

const PERIOD_NAMES: Record<Period, string> = {
  '4 weeks': 'the last 4 weeks',
  '3 months': 'the last 3 months',
  'a year': 'the last year',
  all: 'everything',
};

interface FiltersProps {
  readonly wanted: Wanted;
  readonly exercises: readonly { readonly id: string; readonly name: string }[];
  readonly techniques: readonly string[];
  readonly halfLifeDays: number;
  readonly onChange: (change: Partial<Wanted>) => void;
}

/** What of the record is shown; drawn only when it changes itself, for lists are slow to draw. */
export const Filters = memo(function Filters(props: FiltersProps) {
  const { wanted, exercises, techniques, halfLifeDays, onChange } = props;
  return (
    <>
      <div className="wide">
        <Select
          label="Exercise"
          value={wanted.exercise}
          onChange={(exercise) => onChange({ exercise })}
          options={exercises}
        />
      </div>
      <div className="choice">
        <Select
          label="Technique"
          value={wanted.technique}
          onChange={(technique) => onChange({ technique })}
          options={[{ id: 'any', name: 'any technique' }, ...techniques.map((name) => ({ id: name, name }))]}
        />
      </div>
      <div className="choice">
        <Select
          label="Time"
          value={wanted.period}
          onChange={(period) => onChange({ period })}
          options={PERIODS.map((id) => ({ id, name: PERIOD_NAMES[id] }))}
        />
      </div>
      <NumberField
        label="Runs count half after, days"
        value={halfLifeDays}
        min={1}
        max={MAX_HALF_LIFE_DAYS}
        onChange={(days) => days !== null && void keepJudgingSettings(database(), { halfLifeDays: days })}
      />
    </>
  );
});
