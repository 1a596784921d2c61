'use client';
import { Redo2, Undo2 } from 'lucide-react';
import { Button } from './Button';

interface UndoButtonsProps {
  /** What undo and redo would do, by label; null: nothing. */
  readonly undo: string | null;
  readonly redo: string | null;
  readonly onUndo: (way: 'undo' | 'redo') => void;
}

/** Undo and redo, each named by what it would do. */
export function UndoButtons({ undo, redo, onUndo }: UndoButtonsProps) {
  return (
    <>
      <Button
        square
        isDisabled={undo === null}
        onPress={() => onUndo('undo')}
        aria-label={undo === null ? 'Nothing to undo' : `Undo: ${undo}`}
      >
        <Undo2 size={16} aria-hidden />
      </Button>
      <Button
        square
        isDisabled={redo === null}
        onPress={() => onUndo('redo')}
        aria-label={redo === null ? 'Nothing to redo' : `Redo: ${redo}`}
      >
        <Redo2 size={16} aria-hidden />
      </Button>
    </>
  );
}
