'use client';
import { memo, useMemo } from 'react';
import type { Plan } from '@/core';
import { useView } from '../shell/viewSettings';
import { layoutLane, SMALL_LANE } from './layout';
import { rowsFor } from './drawing';
import { SystemDrawing } from './SystemDrawing';

const NOTHING_PINNED: ReadonlyMap<string, string> = new Map();

/** The beginning of a lane, small, for lists. */
export const SmallLane = memo(function SmallLane({ plan, width }: { plan: Plan; width: number }) {
  const view = useView();
  const layout = useMemo(() => layoutLane({ ...plan, pass: 0 }, width, SMALL_LANE), [plan, width]);
  const system = layout.system(0);
  const rows = rowsFor(layout.strings, SMALL_LANE, false);
  return (
    <svg width={width} height={rows.height} viewBox={`0 0 ${width} ${rows.height}`} aria-hidden>
      <SystemDrawing
        system={system}
        rows={rows}
        size={SMALL_LANE}
        strings={layout.strings}
        slotWidth={layout.slotWidth}
        view={view}
        pinned={NOTHING_PINNED}
      />
    </svg>
  );
});
