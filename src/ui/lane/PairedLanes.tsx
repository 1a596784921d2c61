'use client';
import { useMemo } from 'react';
import styled from 'styled-components';
import { STROKE_NAMES, type Plan } from '@/core';
import { useView } from '../shell/viewSettings';
import { colour } from '../theme/tokens';
import { rowsFor } from './drawing';
import { laneWidth, layoutLane, PRINT_LANE, type LaneLayout, type LaneSystem } from './layout';
import { useWidth } from './useWidth';
import { SystemDrawing } from './SystemDrawing';

const Frame = styled.div`
  max-height: 72vh;
  overflow: hidden auto;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  h4 {
    margin: 0;
    padding: 6px 12px 0;
    /* It grows with the lanes. */
    font-size: 14px;
  }
  svg {
    display: block;
  }
  > .beside {
    display: flex;
  }
  > div + div {
    border-top: 1px solid ${colour.line};
  }
`;

const NOTHING_PINNED: ReadonlyMap<string, string> = new Map();

interface NamedPlan {
  readonly name: string;
  readonly plan: Plan;
}

/** The columns in which the first passes of two plans have another stroke. */
function differingTicks(a: Plan, b: Plan): ReadonlySet<number> {
  const [one, other] = [a.assignment.passes[0] ?? [], b.assignment.passes[0] ?? []];
  return new Set(a.passage.notes.filter((_, at) => one[at] !== other[at]).map((note) => note.onsetTicks));
}

function spokenStrokes(system: LaneSystem): string {
  return system.picks
    .filter((pick) => !pick.isGhost)
    .map((pick) => STROKE_NAMES[pick.stroke])
    .join(', ');
}

/** Two plans of the same notes, system under system, with the places tinted where their strokes differ. */
export function PairedLanes({ plans }: { plans: readonly [NamedPlan, NamedPlan] }) {
  const [first, second] = plans;
  const view = useView();
  const [frame, width] = useWidth();
  const { passage } = first.plan;
  const rows = rowsFor(
    passage.tuning.length,
    PRINT_LANE,
    passage.notes.some((note) => note.finger),
  );
  const whole = Math.max(320, width - 8);
  // Short figures stand side by side, longer ones system under system.
  const isShort = laneWidth(first.plan.passage, PRINT_LANE) * 2 <= whole;
  const room = isShort ? Math.floor(whole / 2) : whole;
  const layouts = useMemo(
    () =>
      plans.map(({ name, plan }): { name: string; layout: LaneLayout } => ({
        name,
        layout: layoutLane({ ...plan, pass: 0 }, room, PRINT_LANE),
      })),
    [plans, room],
  );
  const differing = useMemo(() => differingTicks(first.plan, second.plan), [first, second]);
  return (
    <Frame ref={frame} tabIndex={0} role="group" aria-label={`${first.name} above ${second.name}`}>
      {width === 0
        ? null
        : Array.from({ length: layouts[0]!.layout.count }, (_, index) => (
            <div key={index} {...(isShort ? { className: 'beside' } : {})}>
              {layouts.map(({ name, layout }, which) => {
                const system = layout.system(index);
                return (
                  <section key={which}>
                    <h4>{name}</h4>
                    <svg
                      width={room}
                      height={rows.height}
                      role="img"
                      aria-label={`${name}: ${spokenStrokes(system)}`}
                    >
                      {system.columns
                        .filter(({ ticks }) => differing.has(ticks))
                        .map(({ ticks, x }) => (
                          <rect
                            key={ticks}
                            data-differs
                            x={x - layout.slotWidth / 2}
                            y={rows.strokesY - 13}
                            width={layout.slotWidth}
                            height={rows.countY - rows.strokesY + 16}
                            fill={colour.accentSoft}
                          />
                        ))}
                      <SystemDrawing
                        system={system}
                        rows={rows}
                        size={PRINT_LANE}
                        strings={layout.strings}
                        slotWidth={layout.slotWidth}
                        view={view}
                        pinned={NOTHING_PINNED}
                      />
                    </svg>
                  </section>
                );
              })}
            </div>
          ))}
    </Frame>
  );
}
