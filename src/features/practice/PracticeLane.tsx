'use client';
import { useMemo, type PointerEvent } from 'react';
import styled from 'styled-components';
import { isStringChange, type Plan, type PlayPlace, type Transition } from '@/core';
import { markX, rowsFor } from '@/ui/lane/drawing';
import { laneSizeFor, layoutLane, type LaneSystem } from '@/ui/lane/layout';
import { Playhead } from '@/ui/lane/Playhead';
import { SystemDrawing } from '@/ui/lane/SystemDrawing';
import { pointOn, useWidth } from '@/ui/lane/useWidth';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';

const Frame = styled.div`
  position: relative;
  overflow: hidden auto;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  svg {
    display: block;
    position: absolute;
    left: 0;
  }
`;

const NOTHING_PINNED: ReadonlyMap<string, string> = new Map();
const MAX_HEIGHT = 330;

interface PracticeLaneProps {
  readonly plan: Plan;
  /** The pass whose strokes are shown. */
  readonly pass: number;
  readonly isPlaying: boolean;
  readonly place: () => PlayPlace | null;
  readonly onPass: (pass: number) => void;
  /** The change that is named as the place; null: none. */
  readonly named: Transition | null;
  /** Null: there is no run to name a place of. */
  readonly onName: ((change: Transition) => void) | null;
}

/** The lane that follows what is played; after a run a change is named by a tap. */
export function PracticeLane(props: PracticeLaneProps) {
  const { plan, pass, isPlaying, place, onPass, named, onName } = props;
  const [frame, width, scale] = useWidth();
  const view = useView();
  const { passage } = plan;
  const room = Math.max(300, width - 2);
  const size = useMemo(() => laneSizeFor(passage, room), [passage, room]);
  const rows = useMemo(() => {
    const hasFingers = passage.notes.some((note) => note.finger);
    return rowsFor(passage.tuning.length, size, hasFingers);
  }, [passage, size]);
  const layout = useMemo(() => layoutLane({ ...plan, pass }, room, size), [plan, pass, room, size]);
  const height = layout.count * rows.height + 6;
  const nameAt = (event: PointerEvent, system: LaneSystem) => {
    const [x] = pointOn(event);
    const near = system.changes
      .filter(({ change }) => isStringChange(change))
      .map((one) => ({ one, at: markX(system, layout.slotWidth, one) }))
      .filter(({ at }) => at !== null)
      .sort((a, b) => Math.abs(a.at! - x) - Math.abs(b.at! - x))[0];
    if (near) onName?.(near.one.change);
  };
  const isNamed = ({ fromNote, toNote }: Transition) =>
    named !== null && named.fromNote === fromNote && named.toNote === toNote;
  return (
    <Frame
      ref={frame}
      style={{ height: Math.min(height, MAX_HEIGHT / scale) + 2 }}
      // A part that scrolls must be reached by key.
      {...(height > MAX_HEIGHT / scale ? { tabIndex: 0, role: 'region', 'aria-label': 'String lane' } : {})}
      data-practice-lane
    >
      <div style={{ height: height - 2 }} aria-hidden>
        {isPlaying && width > 0 ? (
          <Playhead layout={layout} rows={rows} place={place} onPass={onPass} />
        ) : null}
        {width === 0
          ? null
          : Array.from({ length: layout.count }, (_, index) => {
              const system = layout.system(index);
              const at = system.changes.find(({ change }) => isNamed(change));
              const x = at ? markX(system, layout.slotWidth, at) : null;
              return (
                <svg
                  key={index}
                  width={width}
                  height={rows.height}
                  style={{ top: index * rows.height + 2 }}
                  onPointerDown={(event) => nameAt(event, system)}
                >
                  <SystemDrawing
                    system={system}
                    rows={rows}
                    size={size}
                    strings={layout.strings}
                    slotWidth={layout.slotWidth}
                    view={view}
                    pinned={NOTHING_PINNED}
                  />
                  {/* Set on the drawing, the pointer would be inherited by a thousand parts: each would be styled anew. */}
                  {onName ? (
                    <rect width={width} height={rows.height} fill="transparent" cursor="pointer" />
                  ) : null}
                  {x === null ? null : (
                    <circle
                      cx={x}
                      cy={rows.marksY}
                      r={10}
                      fill="none"
                      stroke={colour.caret}
                      strokeWidth={2.5}
                      data-named
                    />
                  )}
                </svg>
              );
            })}
      </div>
    </Frame>
  );
}
