'use client';
import { Minus, Plus } from 'lucide-react';
import { Button as AriaButton, Group, Input, NumberField as AriaNumberField } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import { LabelOf } from './fieldParts';
import type { NumberFieldProps } from './props';
import { numberLook } from './numberLook';

const NumberGroup = styled(Group)`
  ${numberLook}
`;

const StepButton = styled(AriaButton)`
  display: grid;
  place-items: center;
  width: 1.75rem;
  border: 0;
  background: transparent;
  cursor: pointer;
  &[data-pressed] {
    background: ${colour.accentSoft};
  }
`;

/** The number field itself, loaded after the page. */
export function NumberBox({
  label,
  hideLabel = false,
  value,
  onChange,
  min,
  max,
  decimals = 0,
}: NumberFieldProps) {
  return (
    <AriaNumberField
      value={value ?? NaN}
      onChange={(next) => onChange(Number.isNaN(next) ? null : next)}
      minValue={min}
      maxValue={max}
      {...(decimals === 0 ? { step: 1 } : {})}
      formatOptions={{ maximumFractionDigits: decimals, useGrouping: false }}
    >
      <LabelOf label={label} hideLabel={hideLabel} />
      <NumberGroup>
        <StepButton slot="decrement">
          <Minus size={14} aria-hidden />
        </StepButton>
        <Input />
        <StepButton slot="increment">
          <Plus size={14} aria-hidden />
        </StepButton>
      </NumberGroup>
    </AriaNumberField>
  );
}
