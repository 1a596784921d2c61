'use client';
import { SlidersHorizontal } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button } from '../controls/Button';
import { ViewSheet } from './ViewSheet';

/** Opens how the lane is drawn and how things are said. */
export function ViewButton() {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button
        ref={trigger}
        look="quiet"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onPress={() => setIsOpen(true)}
      >
        <SlidersHorizontal size={15} aria-hidden /> Drawing and words
      </Button>
      {isOpen ? <ViewSheet trigger={trigger} onClose={() => setIsOpen(false)} /> : null}
    </>
  );
}
