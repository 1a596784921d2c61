'use client';
import type { ReactNode } from 'react';
import { Menu as AriaMenu, MenuItem, MenuTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from './Button';
import { Sheet, sheetItem } from './fields';

const Item = styled(MenuItem)`
  ${sheetItem}
`;

interface MenuProps {
  readonly label: string;
  readonly icon: ReactNode;
  readonly items: readonly { readonly id: string; readonly name: string; readonly run: () => void }[];
}

/** Further actions behind one button. */
export function Menu({ label, icon, items }: MenuProps) {
  return (
    <MenuTrigger>
      <Button look="quiet" square aria-label={label}>
        {icon}
      </Button>
      <Sheet placement="bottom end">
        <AriaMenu aria-label={label} onAction={(key) => items.find((item) => item.id === key)?.run()}>
          {items.map(({ id, name }) => (
            <Item key={id} id={id}>
              {name}
            </Item>
          ))}
        </AriaMenu>
      </Sheet>
    </MenuTrigger>
  );
}
