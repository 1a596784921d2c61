'use client';
import styled from 'styled-components';
import { isMostlySwept, targetOf, type Goal, type Plan } from '@/core';
import { colour } from '@/ui/theme/tokens';

const WIDTH = 132;
const HEIGHT = 16;

const Picture = styled.svg`
  flex: none;
  overflow: visible;
  .outside {
    fill: none;
    stroke: ${colour.outside};
    stroke-width: 2;
  }
  .inside {
    fill: ${colour.inside};
  }
  .target {
    stroke: ${colour.ink};
    stroke-width: 2;
  }
  @media (forced-colors: active) {
    .inside {
      fill: CanvasText;
    }
  }
`;

/**
 * Outside and inside changes as one bar: hollow and filled, as their marks are; a bracket under it spans what the goal wants. Draws nothing
 * where there is neither kind, or hardly any beside sweeps.
 */
export function BalanceBar({ figures, goal }: { figures: Plan['analysis']['figures']; goal: Goal }) {
  const { insideShare } = figures;
  const target = targetOf(goal);
  // Of a sweep the few changes at its turns say nothing.
  const isOfSweeps = target === null && isMostlySwept(figures);
  if (insideShare === null || isOfSweeps) return null;
  const border = (1 - insideShare) * WIDTH;
  // Of all changes wanted inside, the bar is filled from its right end.
  const [from, to] = target
    ? [1 - target.insideShare - target.tolerance, 1 - target.insideShare + target.tolerance].map(
        (share) => Math.min(1, Math.max(0, share)) * WIDTH,
      )
    : [0, 0];
  return (
    <Picture
      width={WIDTH}
      height={HEIGHT + 6}
      viewBox={`0 0 ${WIDTH} ${HEIGHT + 6}`}
      aria-hidden
      data-balance
    >
      {border > 1 ? (
        <rect className="outside" x={1} y={2} width={border - 2} height={HEIGHT - 4} rx={2} />
      ) : null}
      {border < WIDTH - 1 ? (
        <rect className="inside" x={border + 1} y={1} width={WIDTH - border - 1} height={HEIGHT - 2} rx={2} />
      ) : null}
      {target ? (
        <path
          className="target"
          d={`M${from},${HEIGHT + 1} v4 H${Math.max(from! + 2, to!)} v-4`}
          fill="none"
        />
      ) : null}
    </Picture>
  );
}
