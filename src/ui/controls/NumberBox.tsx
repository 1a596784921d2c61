'use client';
import { Minus, Plus } from 'lucide-react';
import { Button as AriaButton, Group, Input, NumberField as AriaNumberField } from 'react-aria-components';
import { useState } from 'react';
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
  min-height: 1.5rem;
  border: 0;
  background: transparent;
  cursor: pointer;
  &[data-pressed] {
    background: ${colour.accentSoft};
  }
`;

const Beyond = styled.small`
  position: absolute;
  z-index: 3;
  padding: 0.1rem 0.4rem;
  border: 1px solid ${colour.warn};
  border-radius: 0.3rem;
  background: ${colour.card};
  color: ${colour.warn};
  font-weight: 600;
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
  const [typed, setTyped] = useState<number | null>(null);
  const [beyond, setBeyond] = useState<number | null>(null);
  /** A number beyond the limits is brought back to the nearest; that is said. */
  const commit = () => {
    setBeyond(typed !== null && (typed < min || typed > max) ? typed : null);
    setTyped(null);
  };
  return (
    <AriaNumberField
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Enter') commit();
      }}
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
        <Input
          onInput={(event) => {
            const { value: text } = event.currentTarget;
            setTyped(text.trim() === '' || Number.isNaN(Number(text)) ? null : Number(text));
            setBeyond(null);
          }}
        />
        <StepButton slot="increment">
          <Plus size={14} aria-hidden />
        </StepButton>
      </NumberGroup>
      {beyond === null ? null : (
        <Beyond role="alert">
          {beyond} is beyond {beyond > max ? max : min}
        </Beyond>
      )}
    </AriaNumberField>
  );
}
