'use client';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Dialog } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from '@/ui/controls/Button';
import { Sheet } from '@/ui/controls/Sheet';
import { TextField } from '@/ui/controls/TextField';
import type { SheetItem } from './sheetPiece';

const Body = styled(Dialog)`
  display: grid;
  gap: 0.6rem;
  width: 24rem;
  max-width: 92vw;
  padding: 0.85rem;
  outline: none;
  ol {
    display: grid;
    gap: 0.25rem;
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: 1.5rem minmax(0, 1fr) auto auto;
    align-items: center;
    gap: 0.3rem;
  }
  li span {
    overflow-wrap: anywhere;
  }
`;

interface OrderProps {
  readonly items: readonly SheetItem[];
  readonly title: string;
  readonly onChange: (order: readonly string[], title: string) => void;
}

function moved(ids: readonly string[], at: number, by: number): string[] {
  const next = [...ids];
  const [id] = next.splice(at, 1);
  next.splice(at + by, 0, id!);
  return next;
}

/** The order of the exercises on the sheet, and what a sheet of several is called. */
export function OrderButton({ items, title, onChange }: OrderProps) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [isOpen, setIsOpen] = useState(false);
  const [name, setName] = useState(title);
  const list = useRef<HTMLOListElement>(null);
  const moving = useRef<string | null>(null);
  const ids = items.map(({ id }) => id);
  // A row that moved took the focus out of the page: it goes back to the row, to what can still be pressed there.
  useEffect(() => {
    if (moving.current === null) return;
    const row = list.current?.querySelector(`[data-id="${moving.current}"]`);
    moving.current = null;
    const kept = document.activeElement?.closest('[data-id] :not(:disabled)');
    const by = kept && row?.contains(kept) ? null : row;
    by?.querySelector<HTMLButtonElement>('button:not(:disabled)')?.focus();
  }, [items]);
  const move = (at: number, by: number) => {
    moving.current = ids[at]!;
    onChange(moved(ids, at, by), name);
  };
  const keepName = () => {
    if (name !== title) onChange(ids, name);
  };
  return (
    <>
      <Button ref={trigger} aria-haspopup="dialog" aria-expanded={isOpen} onPress={() => setIsOpen(true)}>
        Title and order
      </Button>
      <Sheet
        triggerRef={trigger}
        isOpen={isOpen}
        onOpenChange={(open) => {
          if (!open) keepName();
          setIsOpen(open);
        }}
        placement="bottom end"
      >
        <Body aria-label="Title and order of the sheet">
          <TextField
            label="Title of the sheet, for a group for example"
            value={name}
            onChange={setName}
            onBlur={keepName}
            maxLength={80}
          />
          <ol ref={list} aria-label="Order of the exercises">
            {items.map(({ id, exercise }, at) => (
              <li key={id} data-id={id}>
                <b>{at + 1}</b>
                <span>{exercise.title || 'Untitled'}</span>
                <Button
                  square
                  aria-label={`${exercise.title}: earlier`}
                  isDisabled={at === 0}
                  onPress={() => move(at, -1)}
                >
                  <ArrowUp size={15} aria-hidden />
                </Button>
                <Button
                  square
                  aria-label={`${exercise.title}: later`}
                  isDisabled={at === items.length - 1}
                  onPress={() => move(at, 1)}
                >
                  <ArrowDown size={15} aria-hidden />
                </Button>
              </li>
            ))}
          </ol>
        </Body>
      </Sheet>
    </>
  );
}
