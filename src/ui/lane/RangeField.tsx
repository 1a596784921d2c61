'use client';
import type { Range } from '@/core';
import { colour } from '../theme/tokens';
import type { Rows } from './drawing';
import type { LaneSystem } from './layout';

/** The part of a system that is marked. */
export function RangeField({
  system,
  rows,
  slotWidth,
  range,
}: {
  system: LaneSystem;
  rows: Rows;
  slotWidth: number;
  range: Range | null;
}) {
  const marked = range
    ? system.columns.filter(({ ticks }) => ticks >= range.fromTicks && ticks < range.toTicks)
    : [];
  const [first, last] = [marked[0], marked.at(-1)];
  if (!first || !last) return null;
  return (
    <rect
      x={first.x - slotWidth / 2}
      y={rows.strokesY - 14}
      width={last.x - first.x + slotWidth}
      height={rows.countY - rows.strokesY + 20}
      rx={5}
      fill={colour.accentSoft}
      stroke={colour.caret}
      strokeWidth={1.6}
      strokeDasharray="5 4"
      opacity={0.8}
      pointerEvents="none"
    />
  );
}
