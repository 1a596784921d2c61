'use client';
import { ChevronDown } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRef, useState, type ReactNode } from 'react';
import { Button } from './Button';
import type { MenuAction } from './props';

const MenuSheet = dynamic(() => import('./MenuSheet').then((module) => module.MenuSheet), { ssr: false });

interface MenuProps {
  readonly label: string;
  /** Absent: the sign that it opens, after the name. */
  readonly icon?: ReactNode;
  /** Shown beside the icon; absent: the icon alone. */
  readonly name?: string;
  readonly items: readonly MenuAction[];
}

/** Further actions behind one button. */
export function Menu({ label, icon, name, items }: MenuProps) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button
        ref={trigger}
        look={name === undefined ? 'quiet' : 'plain'}
        square={name === undefined}
        {...(name === undefined ? { 'aria-label': label } : {})}
        aria-haspopup="menu"
        aria-expanded={isOpen}
        onPress={() => setIsOpen(true)}
      >
        {icon} {name} {icon === undefined ? <ChevronDown size={15} aria-hidden /> : null}
      </Button>
      {isOpen ? (
        <MenuSheet label={label} items={items} trigger={trigger} onClose={() => setIsOpen(false)} />
      ) : null}
    </>
  );
}
