'use client';
import styled from 'styled-components';
import { LabelOf } from './fieldParts';
import { late } from './late';
import type { NumberFieldProps } from './props';
import { numberLook } from './numberLook';

const Shown = styled.div`
  ${numberLook}
  width: 6.9rem;
  justify-content: center;
  align-items: center;
  min-height: 2rem;
`;

function BeforeLoading({ label, hideLabel = false, value }: NumberFieldProps) {
  return (
    <div>
      <LabelOf label={label} hideLabel={hideLabel} />
      <Shown>{value}</Shown>
    </div>
  );
}

/** A whole number with steps up and down; empty is null. */
export const NumberField = late<NumberFieldProps>(
  () => import('./NumberBox').then((module) => module.NumberBox),
  BeforeLoading,
);
