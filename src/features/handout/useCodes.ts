'use client';
import { home } from '@/addresses';
import { useEffect, useState } from 'react';
import { linkedLadder } from '@/work/linking';
import { attempt } from '@/work/perform';
import type { QrCode } from '@/work/qr';
import type { SheetItem } from './sheetPiece';

/** The codes of the exercises of a sheet, by id; null until they are there, and where none are wanted. */
export function useCodes(
  items: readonly SheetItem[] | undefined,
  isWanted: boolean,
): ReadonlyMap<string, QrCode | null> | null {
  const [made, setMade] = useState<{
    of: readonly SheetItem[];
    codes: ReadonlyMap<string, QrCode | null>;
  } | null>(null);
  useEffect(() => {
    if (!items || !isWanted) return;
    attempt('Drawing the codes', async () => {
      const { codesOf } = await import('@/work/qr');
      const linked = items.map(({ ladder, ...item }) => ({ ...item, ladder: linkedLadder(ladder) }));
      const codes = await codesOf(linked, home());
      setMade({ of: items, codes });
    });
  }, [items, isWanted]);
  return isWanted && made !== null && made.of === items ? made.codes : null;
}
