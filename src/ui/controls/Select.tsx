'use client';
import styled from 'styled-components';
import { LabelOf } from './fieldParts';
import { late } from './late';
import type { SelectProps } from './props';
import { selectLook } from './selectLook';

const Shown = styled.span`
  ${selectLook}
`;

function BeforeLoading({ label, hideLabel = false, value, options }: SelectProps<string>) {
  return (
    <div>
      <LabelOf label={label} hideLabel={hideLabel} />
      <Shown>
        <span>{options.find((option) => option.id === value)?.name}</span>
      </Shown>
    </div>
  );
}

// Lists and pop-ups are a fifth of React Aria's weight: they come after the page is there.
const LateSelect = late<SelectProps<string>>(
  () => import('./SelectBox').then((module) => module.SelectBox),
  BeforeLoading,
);

/** One of a few. */
export function Select<T extends string>(props: SelectProps<T>) {
  return <LateSelect {...(props as unknown as SelectProps<string>)} />;
}
