'use client';
import { memo } from 'react';
import type { ChangeKind, Stroke } from '@/core';
import { colour } from '../theme/tokens';

const KIND_COLOURS: Record<ChangeKind, string> = {
  alternate: colour.inkSoft,
  repeat: colour.backtrack,
  outside: colour.outside,
  inside: colour.inside,
  sweep: colour.sweep,
  backtrack: colour.backtrack,
};

/** The colour of a kind of change. */
export function kindColour(kind: ChangeKind): string {
  return KIND_COLOURS[kind];
}

const KIND_PATHS: Partial<Record<ChangeKind, { d: string; filled?: true; width: number }>> = {
  outside: { d: 'M-7,4 A7,7.5 0 0 1 7,4', width: 2.4 },
  inside: { d: 'M-8,0 Q0,-8 8,0 Q0,8 -8,0Z', filled: true, width: 0 },
  sweep: { d: 'M-7,5 L7,-5', width: 3.4 },
  backtrack: { d: 'M-3,-6 V6 M3,-6 V6', width: 2.6 },
  repeat: { d: 'M4,-3.5 A5,5 0 1 0 5,2 M4.6,-7 V-3 H0.6', width: 2 },
};

/** The mark of a kind of change at a place in a drawing; the kinds differ in shape first. */
export const KindMark = memo(function KindMark({
  kind,
  x,
  y,
  scale = 1,
}: {
  kind: ChangeKind;
  x: number;
  y: number;
  scale?: number;
}) {
  const mark = KIND_PATHS[kind];
  if (!mark) return null;
  const paint = kindColour(kind);
  return (
    <path
      d={mark.d}
      transform={`translate(${x} ${y}) scale(${scale})`}
      fill={mark.filled ? paint : 'none'}
      stroke={mark.filled ? 'none' : paint}
      strokeWidth={mark.width}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
});

/** The mark of a kind by itself, in a line of text. */
export function KindIcon({ kind, size = 18 }: { kind: ChangeKind; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-10 -9 20 18" aria-hidden style={{ flex: 'none' }}>
      <KindMark kind={kind} x={0} y={0} />
    </svg>
  );
}

/** The usual sign of a stroke: the square bracket open below for down, the V for up; locked ones are underlined. */
export const StrokeMark = memo(function StrokeMark(props: {
  stroke: Stroke;
  x: number;
  y: number;
  locked?: boolean;
  faint?: boolean;
  scale?: number;
}) {
  const { stroke, x, y, locked = false, faint = false, scale = 1 } = props;
  return (
    <g
      transform={`translate(${x} ${y}) scale(${scale})`}
      fill="none"
      stroke={colour.ink}
      opacity={faint ? 0.55 : 1}
    >
      {stroke === 'down' ? (
        <path d="M-5,6 V-5 H5 V6" strokeWidth={2} strokeLinejoin="miter" />
      ) : (
        <path d="M-5,-6 L0,6 L5,-6" strokeWidth={2} strokeLinejoin="round" />
      )}
      {stroke === 'down' ? <path d="M-6,-5 H6" strokeWidth={3.2} /> : null}
      {locked ? <path d="M-6.5,10.5 H6.5" stroke={colour.locked} strokeWidth={2.4} /> : null}
    </g>
  );
});

/** The sign of a stroke by itself, in a line of text. */
export function StrokeIcon({ stroke, locked = false }: { stroke: Stroke; locked?: boolean }) {
  return (
    <svg width={18} height={22} viewBox="-9 -9 18 22" aria-hidden style={{ flex: 'none' }}>
      <StrokeMark stroke={stroke} x={0} y={0} locked={locked} />
    </svg>
  );
}
