'use client';
import { colour } from '../theme/tokens';
import { drawingTools, type DrawingProps } from './drawing';
import type { LanePick } from './layout';
import { kindColour } from './marks';

/** The pick's way from one stroke to the next: straight where it stays in its gap, curved where it crosses strings. */
function wayBetween(x1: number, y1: number, x2: number, y2: number): string {
  if (y1 === y2) return `M${x1},${y1} H${x2}`;
  const middle = (x1 + x2) / 2;
  return `M${x1},${y1} C${middle},${y1} ${middle},${y2} ${x2},${y2}`;
}

/** The way of the pick: through each string it sounds and from gap to gap between. */
export function PickPath(props: DrawingProps) {
  const { system } = props;
  const { bend, gapY, through } = drawingTools(props);
  const edge = system.width - 4;
  return (
    <g fill="none" strokeLinecap="round">
      {system.picks.map((pick) => (
        <path
          key={pick.noteIds[0]! + String(pick.isGhost)}
          d={through(pick)}
          stroke={colour.ink}
          strokeWidth={props.size.rows ? 2 : 1.4}
          opacity={pick.isGhost ? 0.5 : 1}
        />
      ))}
      {system.changes.map(({ change, from, to }) => {
        if (!from) return null;
        if (!to && change.seam) return null;
        const start = from.x + bend;
        const end = to ? to.x - bend : edge;
        const [y1, y2] = [gapY(from.gapAfter), to ? gapY(to.gapBefore) : gapY(from.gapAfter)];
        const silent = change.crossings > 0;
        return (
          <path
            key={`${change.from}-${change.to}-${change.pass}`}
            d={wayBetween(start, y1, end, y2)}
            stroke={change.kind === 'alternate' ? colour.ink : kindColour(change.kind)}
            strokeWidth={props.size.rows ? (change.kind === 'sweep' ? 2.8 : 2) : 1.4}
            strokeDasharray={silent ? '1.5 4' : undefined}
            opacity={change.seam ? 0.75 : 1}
          />
        );
      })}
    </g>
  );
}

/** What surrounds a change: the outline of an outside pair, the filled gap of an inside pair, the struck-from triangles. */
export function ChangeFields(props: DrawingProps) {
  const { stringY } = drawingTools(props);
  const pad = Math.min(15, props.slotWidth * 0.42);
  const half = props.size.stringGap * 0.62;
  return (
    <g>
      {props.system.changes.map(({ change, from, to }) => {
        if (!from || !to || change.travel === null) return null;
        const [x, width] = [from.x - pad, to.x - from.x + 2 * pad];
        const [one, other] = [stringY(change.stringFrom), stringY(change.stringTo)];
        const [top, bottom] = [Math.min(one, other), Math.max(one, other)];
        const key = `${change.from}-${change.to}-${change.pass}`;
        if (change.kind === 'outside')
          return (
            <rect
              key={key}
              x={x}
              y={top - half}
              width={width}
              height={bottom - top + 2 * half}
              rx={9}
              fill="none"
              stroke={colour.outside}
              strokeWidth={1.2}
              opacity={0.75}
            />
          );
        if (change.kind === 'inside')
          return (
            <rect
              key={key}
              x={x}
              y={top + 2}
              width={width}
              height={bottom - top - 4}
              rx={6}
              fill={colour.insideFill}
            />
          );
        return null;
      })}
    </g>
  );
}

/** On each string of a change the side from which it is struck. */
export function Triangles(props: DrawingProps) {
  const { stringY, gapY } = drawingTools(props);
  const side = (pick: LanePick, kind: 'outside' | 'inside', string: number, key: string) => {
    const y = stringY(string);
    const fromBelow = gapY(pick.gapBefore) > y;
    const tip = fromBelow ? y + 8.5 : y - 8.5;
    const base = fromBelow ? tip + 6 : tip - 6;
    return (
      <path
        key={key}
        d={`M${pick.x},${tip} L${pick.x - 4.5},${base} H${pick.x + 4.5} Z`}
        fill={kindColour(kind)}
        opacity={pick.isGhost ? 0.6 : 1}
      />
    );
  };
  return (
    <g>
      {props.system.changes.flatMap(({ change, from, to }) => {
        if (change.kind !== 'outside' && change.kind !== 'inside') return [];
        const key = `${change.from}-${change.pass}-${change.seam}`;
        return [
          from ? side(from, change.kind, change.stringFrom, `${key}a`) : null,
          to ? side(to, change.kind, change.stringTo, `${key}b`) : null,
        ];
      })}
    </g>
  );
}
