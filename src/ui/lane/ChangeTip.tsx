'use client';
import styled from 'styled-components';
import { changeText, type Transition } from '@/core';
import { useView } from '../shell/viewSettings';
import { colour } from '../theme/tokens';

const WIDTH = 330;

const Tip = styled.p`
  position: absolute;
  z-index: 5;
  width: ${WIDTH}px;
  padding: 7px 11px;
  border: 1px solid ${colour.inkSoft};
  border-radius: 0.4rem;
  background: ${colour.paper};
  box-shadow: 0 3px 10px rgb(0 0 0 / 18%);
  /* It grows with the lane. */
  font-size: 14px;
  pointer-events: none;
  transform: translateY(-10px);
`;

const Ring = styled.i`
  position: absolute;
  width: 26px;
  height: 26px;
  margin: -13px 0 0 -13px;
  border: 2px solid ${colour.caret};
  border-radius: 50%;
  pointer-events: none;
`;

/** One sentence about a change, at its mark. */
export function ChangeTip({
  change,
  x,
  top,
  beside,
  room,
}: {
  change: Transition;
  x: number;
  /** The height of its mark. */
  top: number;
  /** Room left and right of the mark that stays free. */
  beside: number;
  /** The width of the lane. */
  room: number;
}) {
  const view = useView();
  // Beside the two notes, so that it does not hide what it explains.
  const right = x + beside;
  const left = right + WIDTH + 4 <= room ? right : Math.max(4, x - beside - WIDTH);
  return (
    <>
      <Ring style={{ left: x, top }} />
      <Tip style={{ left, top }} data-tip>
        {changeText(change, view)}
      </Tip>
    </>
  );
}
