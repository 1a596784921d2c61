'use client';
import dynamic from 'next/dynamic';
import { useRef, useState, type ReactNode } from 'react';
import { Button } from './Button';
import type { MenuAction } from './props';

const MenuSheet = dynamic(() => import('./MenuSheet').then((module) => module.MenuSheet), { ssr: false });

interface MenuProps {
  readonly label: string;
  readonly icon: ReactNode;
  readonly items: readonly MenuAction[];
}

/** Further actions behind one button. */
export function Menu({ label, icon, items }: MenuProps) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button
        ref={trigger}
        look="quiet"
        square
        aria-label={label}
        aria-haspopup="menu"
        aria-expanded={isOpen}
        onPress={() => setIsOpen(true)}
      >
        {icon}
      </Button>
      {isOpen ? (
        <MenuSheet label={label} items={items} trigger={trigger} onClose={() => setIsOpen(false)} />
      ) : null}
    </>
  );
}
