'use client';
import type { RefObject } from 'react';
import { Header, Menu, MenuItem, MenuSection } from 'react-aria-components';
import styled from 'styled-components';
import { colour } from '../theme/tokens';
import type { MenuAction } from './props';
import { Sheet, sheetItem } from './Sheet';

const Item = styled(MenuItem)`
  ${sheetItem}
`;

const Heading = styled(Header)`
  padding: 0.4rem 0.6rem 0.1rem;
  color: ${colour.inkSoft};
  font-size: 0.8125rem;
`;

interface MenuSheetProps {
  readonly label: string;
  readonly items: readonly MenuAction[];
  readonly trigger: RefObject<HTMLElement | null>;
  readonly onClose: () => void;
}

/** The opened menu, loaded when it is first asked for. */
export function MenuSheet({ label, items, trigger, onClose }: MenuSheetProps) {
  const sections = [...new Set(items.map((item) => item.section))];
  return (
    <Sheet
      aria-label={label}
      triggerRef={trigger}
      isOpen
      onOpenChange={(isOpen) => !isOpen && onClose()}
      placement="bottom end"
    >
      <Menu
        aria-label={label}
        autoFocus="first"
        onClose={onClose}
        onAction={(key) => items.find((item) => item.id === key)?.run()}
      >
        {sections.map((section) => (
          <MenuSection key={section ?? ''} aria-label={section ?? label}>
            {section === undefined ? null : <Heading>{section}</Heading>}
            {items
              .filter((item) => item.section === section)
              .map(({ id, name }) => (
                <Item key={id} id={id}>
                  {name}
                </Item>
              ))}
          </MenuSection>
        ))}
      </Menu>
    </Sheet>
  );
}
