'use client';
import { memo, useMemo, type ReactNode } from 'react';
import { colour } from '../theme/tokens';
import { drawingTools, type DrawingProps } from './drawing';
import { Column, Count, Field, Mark, Path } from './PartDrawings';
import { partsOf, type Placed } from './parts';

interface GridProps {
  /** Those of string 1, 2 … with a space between. */
  readonly heights: string;
  readonly left: number;
  readonly right: number;
  readonly isLarge: boolean;
}

/** The string lines with their numbers. */
const StringLines = memo(function StringLines({ heights, left, right, isLarge }: GridProps) {
  return heights.split(' ').map((y, at) => (
    <g key={at}>
      <path
        d={`M${left},${y} H${right}`}
        stroke={colour.string}
        strokeWidth={isLarge ? 0.8 + (at + 1) * 0.18 : 0.7}
      />
      {isLarge ? (
        <text x={12} y={Number(y) + 4} fontSize={12} textAnchor="middle" fill={colour.inkSoft}>
          {at + 1}
        </text>
      ) : null}
    </g>
  ));
});

/** Parts where they stand: what only moved is moved by its place alone. */
function placed<Part>(parts: readonly Placed<Part>[], draw: (part: Part) => ReactNode): ReactNode {
  return parts.map(({ key, x, part }) => (
    <g key={key} transform={`translate(${x} 0)`}>
      {draw(part)}
    </g>
  ));
}

function BarLines(props: DrawingProps) {
  const { system, slotWidth } = props;
  const { topY, bottomY } = drawingTools(props);
  return (
    <>
      {system.columns.map((column) =>
        column.isBarStart && column !== system.columns[0] ? (
          <path
            key={column.ticks}
            d={`M${column.x - slotWidth / 2},${topY} V${bottomY}`}
            stroke={colour.inkSoft}
            strokeWidth={1.2}
          />
        ) : null,
      )}
      {[system.loopStartX, system.loopEndX, system.seamX].map((x, at) =>
        x === null ? null : (
          <g key={at} stroke={colour.ink} fill={colour.ink}>
            <path d={`M${x},${topY - 6} V${bottomY + 6}`} strokeWidth={2} />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(topY + bottomY) / 2 - 7} r={2} stroke="none" />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(topY + bottomY) / 2 + 7} r={2} stroke="none" />
          </g>
        ),
      )}
    </>
  );
}

/** One system of the string lane. It draws what layout and analysis say and knows nothing else. */
export const SystemDrawing = memo(function SystemDrawing(props: DrawingProps) {
  const { system, rows, size, strings, slotWidth, view } = props;
  const { stringY } = drawingTools(props);
  const parts = useMemo(() => partsOf(props), [props]);
  return (
    <>
      <StringLines
        heights={Array.from({ length: strings }, (_, at) => stringY(at + 1)).join(' ')}
        left={size.gutter - (size.rows ? 6 : 2)}
        right={system.seamX === null ? system.width - 6 : system.width - 2}
        isLarge={size.rows}
      />
      {size.rows ? (
        <>
          <BarLines {...props} />
          {placed(parts.counts, (part) => (
            <Count part={part} y={rows.countY} />
          ))}
          {placed(parts.fields, (part) => (
            <Field part={part} half={size.stringGap * 0.62} />
          ))}
        </>
      ) : null}
      {placed(parts.paths, (part) => (
        <Path part={part} isLarge={size.rows} />
      ))}
      {size.rows
        ? placed(parts.columns, (part) => (
            <Column part={part} rows={rows} slotWidth={slotWidth} view={view} />
          ))
        : system.columns.flatMap((column) =>
            column.notes.map((note) => (
              <circle key={note.id} cx={column.x} cy={stringY(note.string)} r={2.1} fill={colour.ink} />
            )),
          )}
      {placed(parts.marks, (part) => (
        <Mark part={part} scale={size.rows ? 1 : 0.5} />
      ))}
    </>
  );
});
