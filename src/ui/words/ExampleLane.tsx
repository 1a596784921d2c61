'use client';
import { memo, useMemo } from 'react';
import type { Plan } from '@/core';
import { rowsFor } from '../lane/drawing';
import { laneSizeFor, layoutLane } from '../lane/layout';
import { SystemDrawing } from '../lane/SystemDrawing';
import { useView } from '../shell/viewSettings';

const NOTHING_PINNED: ReadonlyMap<string, string> = new Map();

/** Pixels of the lane as it stands on the Bench, in which nine notes find room; and how much smaller it is drawn here. */
const ROOM = 420;
const SCALE = 0.75;

/** A few notes in the lane as it stands on the Bench, pass under pass. */
export const ExampleLane = memo(function ExampleLane({ plan }: { plan: Plan }) {
  const view = useView();
  const size = useMemo(() => laneSizeFor(plan.passage, ROOM), [plan]);
  const rows = rowsFor(plan.passage.tuning.length, size, false);
  return plan.assignment.passes.map((_, pass) => {
    const layout = layoutLane({ ...plan, pass }, ROOM, size);
    return (
      <svg
        key={pass}
        width={ROOM * SCALE}
        height={rows.height * SCALE}
        viewBox={`0 0 ${ROOM} ${rows.height}`}
        style={{ maxWidth: '100%' }}
        aria-hidden
      >
        <SystemDrawing
          system={layout.system(0)}
          rows={rows}
          size={size}
          strings={layout.strings}
          slotWidth={layout.slotWidth}
          view={view}
          pinned={NOTHING_PINNED}
        />
      </svg>
    );
  });
});
