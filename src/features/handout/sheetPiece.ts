/** What a sheet holds, and the pieces that it is made of. */
import type { ReactNode } from 'react';
import type { Exercise, LadderRecord } from '@/core';

/** One piece, to be measured and put on a page. */
export interface SheetPiece {
  readonly key: string;
  readonly withNext: boolean;
  readonly startsPage: boolean;
  /** The exercise that it is of. */
  readonly of: string;
  readonly body: ReactNode;
}

/** A piece before it is known where it stands. */
export type LoosePiece = Omit<SheetPiece, 'startsPage' | 'of'>;

/** An exercise that a sheet holds. */
export interface SheetItem {
  readonly id: string;
  readonly exercise: Exercise;
  readonly ladder: LadderRecord | undefined;
}
