'use client';
import { useImperativeHandle, useRef, type Ref } from 'react';
import styled from 'styled-components';
import type { PickPose, Slant } from '@/core';
import { colour } from '../theme/tokens';

const GAP = 27;
const TOP = 34;
const FRONT_X = 235;
const PLANE_X = 470;
/** How far the tip comes out of the strings when it is clear of them, and how deep it reaches, in pixels. */
const CLEAR = 34;
const DEPTH = 7;
const PICK_LENGTH = 74;
/** How far the grip end stands off for a slant. */
const LEAN = 26;

const Drawing = styled.svg`
  width: 100%;
  max-width: 38rem;
  height: auto;
  text {
    fill: ${colour.inkSoft};
    font-size: 12px;
  }
  [data-struck] {
    stroke: ${colour.accent};
    stroke-width: 4;
  }
`;

/** What can be done to the drawing from outside, sixty times a second, without drawing it again. */
export interface PickActions {
  readonly show: (pose: PickPose, slant: Slant | null) => void;
}

interface PickDrawingProps {
  readonly strings: number;
  readonly thickOnTop: boolean;
  readonly isLeftHanded: boolean;
  /** Strings that the stroke shown sounds, with what is fretted on them. */
  readonly struck: ReadonlyMap<number, string>;
  readonly actions: Ref<PickActions>;
}

/** The pick over the strings, seen from the front and from the end of the strings. */
export function PickDrawing({ strings, thickOnTop, isLeftHanded, struck, actions }: PickDrawingProps) {
  const front = useRef<SVGGElement>(null);
  const shadow = useRef<SVGEllipseElement>(null);
  const end = useRef<SVGGElement>(null);
  const height = TOP * 2 + (strings - 1) * GAP;
  const y = (across: number) => TOP + (thickOnTop ? strings - across : across - 1) * GAP;
  // Seen by the player who looks down, or by someone who stands in front.
  const neckIsLeft = thickOnTop === isLeftHanded;

  useImperativeHandle(
    actions,
    () => ({
      show: ({ across, lift }, slant) => {
        const at = TOP + (thickOnTop ? strings - across : across - 1) * GAP;
        const scale = 1 + lift * 0.28;
        front.current?.setAttribute('transform', `translate(${FRONT_X} ${at}) scale(${scale})`);
        shadow.current?.setAttribute('transform', `translate(${FRONT_X + lift * 16} ${at + lift * 12})`);
        shadow.current?.setAttribute('opacity', String(0.35 * lift));
        const toward = slant === 'upward' ? 1 : slant === 'downward' ? -1 : 0;
        const lean = (Math.atan2(toward * (thickOnTop ? -1 : 1) * LEAN, PICK_LENGTH) * 180) / Math.PI;
        end.current?.setAttribute(
          'transform',
          `translate(${PLANE_X - DEPTH + lift * CLEAR} ${at}) rotate(${lean})`,
        );
      },
    }),
    [strings, thickOnTop],
  );

  const lines = Array.from({ length: strings }, (_, at) => at + 1);
  return (
    <Drawing viewBox={`0 0 620 ${height}`} aria-hidden>
      <text x={12} y={14}>
        {neckIsLeft ? '← neck' : 'bridge'}
      </text>
      <text x={388} y={14} textAnchor="end">
        {neckIsLeft ? 'bridge' : 'neck →'}
      </text>
      {lines.map((string) => (
        <g key={string}>
          <path
            d={`M12,${y(string)} H388`}
            stroke={colour.string}
            strokeWidth={1 + string * 0.35}
            {...(struck.has(string) ? { 'data-struck': '' } : {})}
          />
          <text x={2} y={y(string) - 5} fontSize={11}>
            {string}
          </text>
          {struck.has(string) ? (
            <g>
              <rect
                x={(neckIsLeft ? 60 : 320) - 14}
                y={y(string) - 10}
                width={28}
                height={20}
                rx={4}
                fill={colour.card}
              />
              <text
                x={neckIsLeft ? 60 : 320}
                y={y(string) + 5}
                textAnchor="middle"
                style={{ fill: colour.ink, fontSize: 15, fontWeight: 650 }}
              >
                {struck.get(string)}
              </text>
            </g>
          ) : null}
          <circle
            cx={PLANE_X}
            cy={y(string)}
            r={2.4 + string * 0.35}
            fill={struck.has(string) ? colour.accent : colour.string}
          />
        </g>
      ))}
      <ellipse ref={shadow} rx={16} ry={12} fill={colour.ink} opacity={0} />
      <g ref={front}>
        <path
          d="M-13,-15 Q0,-20 13,-15 Q15,-4 2,15 Q0,18 -2,15 Q-15,-4 -13,-15Z"
          transform="scale(0.85) translate(0 -14)"
          fill={colour.caret}
          opacity={0.9}
        />
        <circle r={3} fill={colour.ink} />
      </g>
      <path d={`M${PLANE_X},8 V${height - 8}`} stroke={colour.line} strokeDasharray="2 5" />
      <g ref={end}>
        <path
          d={`M0,0 L${PICK_LENGTH},-9 Q${PICK_LENGTH + 8},0 ${PICK_LENGTH},9 Z`}
          fill={colour.caret}
          opacity={0.9}
        />
      </g>
      <text x={200} y={height - 6} textAnchor="middle">
        {thickOnTop ? 'from the front' : 'as the player looks down'}
      </text>
      <text x={PLANE_X} y={height - 6} textAnchor="middle">
        from the end of the strings
      </text>
      <text x={608} y={y(strings) + 4} textAnchor="end">
        ceiling side
      </text>
      <text x={608} y={y(1) + 4} textAnchor="end">
        floor side
      </text>
    </Drawing>
  );
}
