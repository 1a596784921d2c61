'use client';
import type { ReactNode } from 'react';
import { Tab, TabList, TabPanel, Tabs as AriaTabs } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';

const List = styled(TabList)`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0;
  border-bottom: 1px solid ${colour.line};
`;

const Head = styled(Tab)`
  display: flex;
  align-items: baseline;
  gap: 0.4rem;
  padding: 0.35rem 0.55rem;
  border-bottom: 3px solid transparent;
  cursor: pointer;
  font-weight: 600;
  small {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 400;
  }
  &[data-selected] {
    border-bottom-color: ${colour.accent};
  }
  &[data-hovered] {
    border-bottom-color: ${colour.line};
  }
  &[data-selected][data-hovered] {
    border-bottom-color: ${colour.accent};
  }
  &[data-group] {
    position: relative;
    margin-top: 1.1rem;
  }
  &[data-group]:not(:first-child) {
    margin-left: 1.25rem;
  }
  @media (max-width: 68rem) {
    padding-inline: 0.35rem;
    &[data-group]:not(:first-child) {
      margin-left: 0.6rem;
    }
  }
  /* Drawn over the first of its tabs; to a screen reader the list's own name says the groups. */
  &[data-group]::before {
    content: attr(data-group) / '';
    position: absolute;
    bottom: 100%;
    left: 0.55rem;
    color: ${colour.inkSoft};
    font-size: 0.75rem;
    font-weight: 700;
    letter-spacing: 0.06em;
  }
`;

const Body = styled(TabPanel)`
  padding: 0.75rem 0 0;
`;

export interface TabItem<T extends string> {
  readonly id: T;
  readonly name: string;
  /** On the first tab of a group: the group's name. */
  readonly group?: string;
  /** The most telling figure, on the tab itself. */
  readonly figure?: string;
  readonly body: ReactNode;
}

interface TabsProps<T extends string> {
  readonly label: string;
  readonly tabs: readonly TabItem<T>[];
  readonly selected: T;
  readonly onSelect: (id: T) => void;
}

/** One question at a time. */
export function Tabs<T extends string>({ label, tabs, selected, onSelect }: TabsProps<T>) {
  return (
    <AriaTabs
      selectedKey={selected}
      onSelectionChange={(key) => onSelect(String(key) as T)}
      // Whatever in it has the focus shows so itself.
      style={{ outline: 'none' }}
    >
      <List aria-label={label}>
        {tabs.map(({ id, name, figure, group }) => (
          <Head key={id} id={id} {...(group ? { 'data-group': group } : {})}>
            {name}
            {figure ? <small>{figure}</small> : null}
          </Head>
        ))}
      </List>
      {tabs.map(({ id, body }) => (
        <Body key={id} id={id}>
          {body}
        </Body>
      ))}
    </AriaTabs>
  );
}
