'use client';
import { Label, Text } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { colour } from '../theme/tokens';

/** The look of what is typed into. */
export const box = css`
  width: 100%;
  min-height: 2rem;
  padding: 0.25rem 0.5rem;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.card};
  color: ${colour.ink};
  &::placeholder {
    color: ${colour.inkSoft};
    opacity: 1;
  }
`;

const FieldLabel = styled(Label)`
  display: block;
  margin-bottom: 0.15rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

/** A line of help under a field. */
export const Hint = styled(Text)`
  display: block;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

export interface Labelled {
  readonly label: string;
  /** The label is read but not shown. */
  readonly hideLabel?: boolean;
}

/** The label of a field, shown or for screen readers alone. */
export function LabelOf({ label, hideLabel }: Labelled) {
  return <FieldLabel className={hideLabel ? 'for-screen-readers' : ''}>{label}</FieldLabel>;
}
