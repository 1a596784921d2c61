'use client';
import { ChevronDown } from 'lucide-react';
import {
  Button as AriaButton,
  ListBox,
  ListBoxItem,
  Select as AriaSelect,
  SelectValue,
  type Key,
} from 'react-aria-components';
import styled from 'styled-components';
import { LabelOf } from './fieldParts';
import type { SelectProps } from './props';
import { selectLook } from './selectLook';
import { Sheet, sheetItem } from './Sheet';

const SelectButton = styled(AriaButton)`
  ${selectLook}
`;

const Option = styled(ListBoxItem)`
  ${sheetItem}
`;

/** The select itself, loaded after the page. */
export function SelectBox<T extends string>({
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
