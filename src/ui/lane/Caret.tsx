'use client';
import type { Place } from '@/core';
import { colour } from '../theme/tokens';
import type { Rows } from './drawing';
import type { LaneSystem } from './layout';

/** The place that keys act on: its slot, and a frame on its string. */
export function Caret({
  system,
  rows,
  caret,
  y,
  slotWidth,
  lengthTicks,
}: {
  system: LaneSystem;
  rows: Rows;
  caret: Place;
  /** The height of its string. */
  y: number;
  slotWidth: number;
  lengthTicks: number;
}) {
  const column = system.columns.find((one) => one.ticks === caret.ticks);
  const last = system.columns.at(-1);
  const afterEnd =
    !column &&
    caret.ticks >= lengthTicks &&
    last !== undefined &&
    last.slot.ticks + last.slot.durationTicks >= lengthTicks;
  if (!column && !afterEnd) return null;
  const x = column ? column.x : last!.x + slotWidth;
  return (
    <g pointerEvents="none">
      <rect
        x={x - slotWidth / 2}
        y={rows.strokesY - 12}
        width={slotWidth}
        height={rows.countY - rows.strokesY + 16}
        rx={5}
        fill={colour.accentSoft}
        opacity={0.45}
      />
      <rect
        x={x - 13}
        y={y - 10}
        width={26}
        height={20}
        rx={4}
        fill="none"
        stroke={colour.caret}
        strokeWidth={2.4}
      />
    </g>
  );
}
