'use client';
import { memo } from 'react';
import { slantText } from '@/core';
import { colour } from '../theme/tokens';
import { Digits } from './Digits';
import { drawingTools, markX, type DrawingProps } from './drawing';
import type { LaneChange } from './layout';
import { KindMark, StrokeMark } from './marks';
import { ChangeFields, PickPath, Triangles } from './PickPath';

/** How much larger the sign of a larger stroke is. */
const LARGER = 1.5;

/** The slant that the exits ask for, as a line that stands high for upward and low for downward. */
function SlantRibbon(props: DrawingProps) {
  const { system, rows, view, slotWidth } = props;
  const points = system.changes.flatMap(({ change, from }) =>
    change.slant && from ? [{ x: from.x, slant: change.slant }] : [],
  );
  if (points.length === 0) return null;
  /** Turns at once after the crossing, or at the last moment before the next. */
  const wayOfSlant = (x1: number, y1: number, x2: number, y2: number) => {
    const turn = Math.min((x2 - x1) / 2, slotWidth * 0.45);
    const [from, to] = view.switching === 'early' ? [x1, x1 + turn] : [x2 - turn, x2];
    return `M${x1},${y1} L${from},${y1} L${to},${y2} L${x2},${y2}`;
  };
  const y = (slant: 'upward' | 'downward') => rows.ribbonY + (slant === 'upward' ? -4 : 4);
  return (
    <g stroke={colour.inkSoft} strokeWidth={2.4} fill="none" strokeLinecap="round">
      {points.map(({ x, slant }, at) => {
        const next = points[at + 1];
        return (
          <g key={x}>
            <title>{`This exit is helped by a slant: ${slantText(slant, view)}`}</title>
            <path
              d={
                slant === 'upward'
                  ? `M${x - 6},${y(slant) + 3} L${x + 6},${y(slant) - 3}`
                  : `M${x - 6},${y(slant) - 3} L${x + 6},${y(slant) + 3}`
              }
            />
            {next ? (
              <path
                d={wayOfSlant(x + 9, y(slant), next.x - 9, y(next.slant))}
                strokeWidth={1}
                strokeDasharray="1 4"
              />
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** The number of a note to the student, at the change it is about. */
function Pin({ x, y, number }: { x: number; y: number; number: string }) {
  const width = 13 + (number.length - 1) * 5;
  return (
    <g>
      <rect x={x - 6.5} y={y - 6.5} width={width} height={13} rx={6.5} fill={colour.caret} />
      <text
        x={x - 6.5 + width / 2}
        y={y + 3.5}
        fontSize={10}
        fontWeight={700}
        textAnchor="middle"
        fill={colour.card}
      >
        {number}
      </text>
    </g>
  );
}

function ChangeMarks(props: DrawingProps) {
  const { system, rows, slotWidth, size } = props;
  return (
    <g>
      {system.changes.map((drawn: LaneChange) => {
        const { change, to } = drawn;
        const x = markX(system, slotWidth, drawn);
        if (x === null) return null;
        const pin = size.rows ? props.pinned.get(change.fromNote) : undefined;
        const y = change.seam && !to ? rows.marksY + 22 : rows.marksY;
        return (
          <g key={`${change.from}-${change.to}-${change.pass}-${change.seam}`}>
            <KindMark kind={change.kind} x={x} y={y} scale={size.rows ? 1 : 0.5} />
            {pin === undefined ? null : <Pin x={x + 17} y={rows.marksY - 1} number={pin} />}
          </g>
        );
      })}
    </g>
  );
}

/** One system of the string lane. It draws what layout and analysis say and knows nothing else. */
export const SystemDrawing = memo(function SystemDrawing(props: DrawingProps) {
  const { system, rows, size, strings } = props;
  const { stringY, topY, bottomY } = drawingTools(props);
  const lines = Array.from({ length: strings }, (_, at) => at + 1);
  const right = system.seamX === null ? system.width - 6 : system.width - 2;
  return (
    <>
      {lines.map((string) => (
        <path
          key={string}
          d={`M${size.gutter - (size.rows ? 6 : 2)},${stringY(string)} H${right}`}
          stroke={colour.string}
          strokeWidth={size.rows ? 0.8 + string * 0.18 : 0.7}
        />
      ))}
      {size.rows
        ? lines.map((string) => (
            <text
              key={string}
              x={12}
              y={stringY(string) + 4}
              fontSize={12}
              textAnchor="middle"
              fill={colour.inkSoft}
            >
              {string}
            </text>
          ))
        : null}
      {size.rows
        ? system.columns.map((column) =>
            column.isBarStart && column !== system.columns[0] ? (
              <path
                key={column.ticks}
                d={`M${column.x - props.slotWidth / 2},${topY} V${bottomY}`}
                stroke={colour.inkSoft}
                strokeWidth={1.2}
              />
            ) : null,
          )
        : null}
      {[system.loopStartX, system.loopEndX, system.seamX].map((x, at) =>
        x === null || !size.rows ? null : (
          <g key={at} stroke={colour.ink} fill={colour.ink}>
            <path d={`M${x},${topY - 6} V${bottomY + 6}`} strokeWidth={2} />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(topY + bottomY) / 2 - 7} r={2} stroke="none" />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(topY + bottomY) / 2 + 7} r={2} stroke="none" />
          </g>
        ),
      )}
      {size.rows ? <ChangeFields {...props} /> : null}
      <PickPath {...props} />
      {size.rows ? (
        <>
          <Digits {...props} />
          <Triangles {...props} />
          <SlantRibbon {...props} />
          {system.picks.map((pick) => (
            <StrokeMark
              key={pick.noteIds[0]! + String(pick.isGhost)}
              stroke={pick.stroke}
              x={pick.x}
              y={rows.strokesY}
              locked={pick.locked && !pick.isGhost}
              faint={pick.isGhost}
              scale={!pick.isGhost && pick.noteIds.some((id) => props.larger?.has(id)) ? LARGER : 1}
            />
          ))}
          {system.columns.map((column) => {
            const finger = column.notes.find((note) => note.finger)?.finger;
            const onBeat = column.slot.indexInBeat === 0;
            return (
              <g key={column.ticks} textAnchor="middle" fill={onBeat ? colour.ink : colour.inkSoft}>
                {finger ? (
                  <text x={column.x} y={rows.fingersY} fontSize={12} fill={colour.ink}>
                    {finger}
                  </text>
                ) : null}
                {onBeat ? (
                  <path d={`M${column.x},${rows.countY - 17} v5`} stroke={colour.ink} strokeWidth={1.6} />
                ) : null}
                <text x={column.x} y={rows.countY} fontSize={11.5} fontWeight={onBeat ? 650 : 400}>
                  {column.syllable}
                </text>
              </g>
            );
          })}
          {system.seamX === null ? null : (
            <text
              x={system.seamX + props.slotWidth * 0.8}
              y={rows.countY}
              fontSize={11.5}
              textAnchor="middle"
              fill={colour.inkSoft}
            >
              again
            </text>
          )}
        </>
      ) : (
        system.columns.flatMap((column) =>
          column.notes.map((note) => (
            <circle key={note.id} cx={column.x} cy={stringY(note.string)} r={2.1} fill={colour.ink} />
          )),
        )
      )}
      <ChangeMarks {...props} />
    </>
  );
});
