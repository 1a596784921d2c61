'use client';
import type { RefObject } from 'react';
import { Menu, MenuItem } from 'react-aria-components';
import styled from 'styled-components';
import type { MenuAction } from './props';
import { Sheet, sheetItem } from './Sheet';

const Item = styled(MenuItem)`
  ${sheetItem}
`;

interface MenuSheetProps {
  readonly label: string;
  readonly items: readonly MenuAction[];
  readonly trigger: RefObject<HTMLElement | null>;
  readonly onClose: () => void;
}

/** The opened menu, loaded when it is first asked for. */
export function MenuSheet({ label, items, trigger, onClose }: MenuSheetProps) {
  return (
    <Sheet triggerRef={trigger} isOpen onOpenChange={(isOpen) => !isOpen && onClose()} placement="bottom end">
      <Menu
        aria-label={label}
        autoFocus="first"
        onClose={onClose}
        onAction={(key) => items.find((item) => item.id === key)?.run()}
      >
        {items.map(({ id, name }) => (
          <Item key={id} id={id}>
            {name}
          </Item>
        ))}
      </Menu>
    </Sheet>
  );
}
