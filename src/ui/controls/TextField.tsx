'use client';
import { Input, TextArea, TextField as AriaTextField } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { MONO } from '../theme/tokens';
import { box, Hint, LabelOf, type Labelled } from './fieldParts';

const LineInput = styled(Input)`
  ${box}
`;

const Area = styled(TextArea)<{ $mono: boolean }>`
  ${box}
  display: block;
  resize: vertical;
  ${({ $mono }) =>
    $mono &&
    css`
      font-family: ${MONO};
      font-size: 0.8125rem;
      line-height: 1.25;
      white-space: pre;
      overflow-x: auto;
    `}
`;

export interface TextFieldProps extends Labelled {
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly placeholder?: string;
  readonly hint?: string;
  /** A text of several lines. */
  readonly rows?: number;
  readonly mono?: boolean;
  readonly maxLength?: number;
  readonly onBlur?: () => void;
  readonly autoFocus?: boolean;
  readonly type?: 'text' | 'search' | 'date';
  /** Returns whether it took the key; others go on to what surrounds the field. */
  readonly onKeyDown?: (key: string) => boolean;
}

/** A text of one line or several. */
export function TextField(props: TextFieldProps) {
  const {
    label,
    hideLabel = false,
    value,
    onChange,
    placeholder = '',
    hint,
    rows,
    mono = false,
    maxLength,
    type = 'text',
  } = props;
  return (
    <AriaTextField
      value={value}
      onChange={onChange}
      type={type}
      {...(maxLength ? { maxLength } : {})}
      {...(props.onBlur ? { onBlur: props.onBlur } : {})}
      {...(props.autoFocus ? { autoFocus: true } : {})}
      onKeyDown={(event) => {
        if (props.onKeyDown?.(event.key) !== true) event.continuePropagation();
      }}
    >
      <LabelOf label={label} hideLabel={hideLabel} />
      {rows ? (
        <Area rows={rows} placeholder={placeholder} $mono={mono} spellCheck={!mono} />
      ) : (
        <LineInput placeholder={placeholder} />
      )}
      {hint ? <Hint slot="description">{hint}</Hint> : null}
    </AriaTextField>
  );
}
