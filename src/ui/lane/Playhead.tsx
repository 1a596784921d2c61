'use client';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { PlayPlace } from '@/core';
import { colour } from '../theme/tokens';
import type { Rows } from './drawing';
import type { LaneLayout } from './layout';

const Line = styled.div`
  position: absolute;
  left: -1.5px;
  top: 0;
  width: 3px;
  border-radius: 2px;
  background: ${colour.caret};
  pointer-events: none;
  will-change: transform;
`;

/** Where a moment lies: its system, and how far along it in pixels. */
function spotOf(layout: LaneLayout, ticks: number, isStepped: boolean): { system: number; x: number } {
  const index = Math.max(
    0,
    layout.starts.findLastIndex((start) => start <= ticks),
  );
  const system = layout.system(index);
  const at = Math.max(
    0,
    system.columns.findLastIndex((column) => column.ticks <= ticks),
  );
  const column = system.columns[at]!;
  const nextX = system.columns[at + 1]?.x ?? column.x + layout.slotWidth;
  const nextTicks = system.columns[at + 1]?.ticks ?? column.slot.ticks + column.slot.durationTicks;
  const part = isStepped ? 0 : Math.min(1, Math.max(0, (ticks - column.ticks) / (nextTicks - column.ticks)));
  return { system: index, x: column.x + part * (nextX - column.x) };
}

/**
 * The moment that is heard, as a line that runs through the lane (with reduced motion it goes from slot to slot). It
 * moves without React, so that the lane is not drawn again sixty times a second.
 */
export function Playhead({
  layout,
  rows,
  place,
  onPass,
}: {
  layout: LaneLayout;
  rows: Rows;
  place: () => PlayPlace | null;
  onPass: (pass: number) => void;
}) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const isStepped = matchMedia('(prefers-reduced-motion: reduce)').matches;
    let frame = 0;
    let [lastSystem, lastPass] = [-1, -1];
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const element = line.current;
      const now = place();
      if (!element) return;
      element.style.visibility = now ? 'visible' : 'hidden';
      if (!now) return;
      if (now.pass !== lastPass) {
        lastPass = now.pass;
        onPass(now.pass);
      }
      const { system, x } = spotOf(layout, now.ticks, isStepped);
      const top = system * rows.height + 2;
      element.style.transform = `translate(${x}px, ${top + rows.firstStringY - 26}px)`;
      element.dataset.ticks = String(Math.floor(now.ticks));
      if (system === lastSystem) return;
      lastSystem = system;
      const frameElement = element.closest<HTMLElement>('[data-lane]');
      if (!frameElement || frameElement.scrollHeight <= frameElement.clientHeight) return;
      const bottom = top + rows.height;
      const isInSight =
        top >= frameElement.scrollTop && bottom <= frameElement.scrollTop + frameElement.clientHeight;
      if (!isInSight) frameElement.scrollTo({ top: Math.max(0, top - 4) });
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [layout, rows, place, onPass]);
  return (
    <Line
      ref={line}
      data-playhead
      aria-hidden
      style={{ height: rows.countY - rows.firstStringY + 14, visibility: 'hidden' }}
    />
  );
}
