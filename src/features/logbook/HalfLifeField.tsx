'use client';
import { DEFAULT_HALF_LIFE_DAYS } from '@/core';
import type { HalfLife } from '@/core/record';
import { database, keepJudgingSettings } from '@/storage';
import { Choice } from '@/ui/controls/Choice';
import { NumberField } from '@/ui/controls/NumberField';
import { attempt } from '@/work/perform';

const MAX_HALF_LIFE_DAYS = 365;

const keep = (halfLifeDays: HalfLife) =>
  attempt('Keeping the setting', () => keepJudgingSettings(database(), { halfLifeDays }));

const MODELS = [
  { id: 'drift', name: 'follows the hand' },
  { id: 'age', name: 'by age' },
] as const;

/** By which model the clean tempo is reckoned: a hand that may have drifted, or runs that count half after some days. */
export function HalfLifeField({ value }: { value: HalfLife }) {
  return (
    <>
      <Choice
        label="How the clean tempo is reckoned"
        hideLabel
        value={value === null ? 'drift' : 'age'}
        onChange={(model) => keep(model === 'drift' ? null : DEFAULT_HALF_LIFE_DAYS)}
        options={MODELS}
      />
      {value === null ? null : (
        <NumberField
          label="half after, days"
          value={value}
          min={1}
          max={MAX_HALF_LIFE_DAYS}
          onChange={(days) => days !== null && keep(days)}
        />
      )}
    </>
  );
}
