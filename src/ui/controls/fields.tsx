'use client';
import { ChevronDown, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  Button as AriaButton,
  Group,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  NumberField as AriaNumberField,
  Popover,
  Select as AriaSelect,
  SelectValue,
  Switch as AriaSwitch,
  Text,
  TextArea,
  TextField as AriaTextField,
  type Key,
} from 'react-aria-components';
import styled, { css } from 'styled-components';
import { colour, MONO } from '../theme/tokens';
import { pressable } from './Button';

const box = css`
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

const Hint = styled(Text)`
  display: block;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

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

interface Labelled {
  readonly label: string;
  /** The label is read but not shown. */
  readonly hideLabel?: boolean;
}

function LabelOf({ label, hideLabel }: Labelled) {
  return <FieldLabel className={hideLabel ? 'for-screen-readers' : ''}>{label}</FieldLabel>;
}

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
  readonly type?: 'text' | 'search';
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

const NumberGroup = styled(Group)`
  display: flex;
  width: fit-content;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.card};
  overflow: hidden;
  input {
    width: 3.2rem;
    min-height: 1.9rem;
    border: 0;
    background: transparent;
    text-align: center;
    font-variant-numeric: tabular-nums;
  }
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

export interface NumberFieldProps extends Labelled {
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
  readonly min: number;
  readonly max: number;
  readonly step?: number;
}

/** A whole number with steps up and down; empty is null. */
export function NumberField({
  label,
  hideLabel = false,
  value,
  onChange,
  min,
  max,
  step = 1,
}: NumberFieldProps) {
  return (
    <AriaNumberField
      value={value ?? NaN}
      onChange={(next) => onChange(Number.isNaN(next) ? null : next)}
      minValue={min}
      maxValue={max}
      step={step}
      formatOptions={{ maximumFractionDigits: 0, useGrouping: false }}
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

const SelectButton = styled(AriaButton)`
  ${pressable}
  width: 100%;
  justify-content: space-between;
  border-color: ${colour.inkSoft};
  padding: 0.2rem 0.5rem;
  span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
`;

/** The surface of lists and menus that open. */
export const Sheet = styled(Popover)`
  min-width: var(--trigger-width);
  max-height: 60vh;
  overflow: auto;
  padding: 0.25rem;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.card};
  color: ${colour.ink};
  box-shadow: 0 6px 20px #0003;
`;

/** The look of a line in an opened list or menu. */
export const sheetItem = css`
  display: flex;
  align-items: center;
  gap: 0.5rem;
  padding: 0.3rem 0.6rem;
  border-radius: 0.3rem;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: ${colour.accentSoft};
  }
  &[data-selected] {
    font-weight: 650;
  }
`;

const Option = styled(ListBoxItem)`
  ${sheetItem}
`;

export interface SelectProps<T extends string> extends Labelled {
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly { readonly id: T; readonly name: string }[];
}

/** One of a few. */
export function Select<T extends string>({
  label,
  hideLabel = false,
  value,
  onChange,
  options,
}: SelectProps<T>) {
  return (
    <AriaSelect
      value={value}
      onChange={(key: Key | null) => {
        if (key !== null) onChange(String(key) as T);
      }}
    >
      <LabelOf label={label} hideLabel={hideLabel} />
      <SelectButton>
        <SelectValue />
        <ChevronDown size={14} aria-hidden />
      </SelectButton>
      <Sheet>
        <ListBox items={options}>{(option) => <Option id={option.id}>{option.name}</Option>}</ListBox>
      </Sheet>
    </AriaSelect>
  );
}

const SwitchRoot = styled(AriaSwitch)`
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 2rem;
  cursor: pointer;
  .track {
    position: relative;
    width: 2.1rem;
    height: 1.2rem;
    border: 1.5px solid ${colour.inkSoft};
    border-radius: 1rem;
  }
  .track::after {
    content: '';
    position: absolute;
    inset: 0.15rem auto 0.15rem 0.15rem;
    aspect-ratio: 1;
    border-radius: 50%;
    background: ${colour.inkSoft};
  }
  &[data-selected] .track {
    border-color: ${colour.accent};
    background: ${colour.accent};
  }
  &[data-selected] .track::after {
    inset: 0.15rem 0.15rem 0.15rem auto;
    background: ${colour.accentInk};
  }
  &[data-focus-visible] .track {
    outline: 2px solid ${colour.focus};
    outline-offset: 2px;
  }
`;

/** On or off. */
export function Switch(props: { isOn: boolean; onChange: (isOn: boolean) => void; children: ReactNode }) {
  return (
    <SwitchRoot isSelected={props.isOn} onChange={props.onChange}>
      <span className="track" />
      {props.children}
    </SwitchRoot>
  );
}
