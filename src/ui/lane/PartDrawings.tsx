'use client';
/** The parts of a system as they are drawn, each about 0. */
import { memo } from 'react';
import { slantText, type Slant } from '@/core';
import type { ViewSettings } from '@/storage';
import { colour, MONO } from '../theme/tokens';
import type { Rows } from './drawing';
import { kindColour, KindMark, StrokeMark } from './marks';
import {
  isSamePart,
  type ColumnPart,
  type CountPart,
  type FieldPart,
  type MarkPart,
  type NotePart,
  type PathPart,
} from './parts';

/** How much larger the sign of a larger stroke is. */
const LARGER = 1.5;

function NoteDigits({ note }: { note: NotePart }) {
  const { y, text, letter, slurFrom, heldTo, before, after, palmMute, accent } = note;
  const width = text.length * 9 + 3;
  const middle = (slurFrom ?? 0) / 2;
  return (
    <>
      {heldTo === null ? null : (
        <path
          d={`M${width / 2 + 1},${y} H${heldTo}`}
          stroke={colour.inkSoft}
          strokeWidth={3}
          strokeLinecap="round"
        />
      )}
      <rect x={-width / 2} y={y - 8} width={width} height={16} rx={3} fill={colour.card} />
      <text y={y + 5.2} data-note={note.id}>
        {text}
      </text>
      {before ? (
        <text x={-width / 2 - 4} y={y + 5} fontSize={11} fontWeight={500}>
          {before}
        </text>
      ) : null}
      {after ? (
        <text x={width / 2 + 2 + after.length * 3} y={y - 4} fontSize={11} fontWeight={500}>
          {after}
        </text>
      ) : null}
      {slurFrom === null ? null : (
        <path
          d={`M${slurFrom + 5},${y - 9} Q${middle},${y - 19} -5,${y - 9}`}
          fill="none"
          stroke={colour.ink}
          strokeWidth={1.5}
        />
      )}
      {letter ? (
        <text x={middle} y={y - 18} fontSize={10.5} fontWeight={500}>
          {letter}
        </text>
      ) : null}
      {accent ? (
        <path
          d={`M5,${y - 15} l7,2.6 l-7,2.6`}
          fill="none"
          stroke={colour.ink}
          strokeWidth={1.4}
          strokeLinejoin="round"
        />
      ) : null}
      {palmMute ? (
        <text y={y + 17} fontSize={9} fontWeight={500}>
          PM
        </text>
      ) : null}
    </>
  );
}

/** The slant that an exit asks for, high for upward and low for downward, and where it turns to the next. */
function SlantAsked({
  asked: { slant, next },
  rows,
  slotWidth,
  view,
}: {
  asked: NonNullable<ColumnPart['slant']>;
  rows: Rows;
  slotWidth: number;
  view: ViewSettings;
}) {
  const heightOf = (which: Slant) => rows.ribbonY + (which === 'upward' ? -4 : 4);
  const y = heightOf(slant);
  const rise = slant === 'upward' ? 3 : -3;
  const wayOn = () => {
    if (!next) return null;
    // Turns at once after the crossing, or at the last moment before the next.
    const [x1, x2] = [9, next.dx - 9];
    const turn = Math.min((x2 - x1) / 2, slotWidth * 0.45);
    const [from, to] = view.switching === 'early' ? [x1, x1 + turn] : [x2 - turn, x2];
    const nextY = heightOf(next.slant);
    return (
      <path
        d={`M${x1},${y} L${from},${y} L${to},${nextY} L${x2},${nextY}`}
        strokeWidth={1}
        strokeDasharray="1 4"
      />
    );
  };
  return (
    <g stroke={colour.inkSoft} strokeWidth={2.4} fill="none" strokeLinecap="round">
      <title>{`This exit is helped by a ${view.plainly ? 'tilt' : 'slant'}: ${slantText(slant, view)}`}</title>
      <path d={`M-6,${y + rise} L6,${y - rise}`} />
      {wayOn()}
    </g>
  );
}

interface ColumnProps {
  readonly part: ColumnPart;
  readonly rows: Rows;
  readonly slotWidth: number;
  readonly view: ViewSettings;
}

/** A column: frets with their marks, stroke sign, slant, struck sides, and finger. */
export const Column = memo(function Column({ part, rows, slotWidth, view }: ColumnProps) {
  const { notes, finger, isWorked, hand, isGhost, sign, struckFrom, slant } = part;
  return (
    <g textAnchor="middle">
      <g
        fontFamily={MONO}
        fontSize={15}
        fontWeight={isGhost ? 450 : 650}
        fill={isGhost ? colour.inkSoft : colour.ink}
      >
        {notes.map((note) => (
          <NoteDigits key={note.id} note={note} />
        ))}
      </g>
      {struckFrom.map(({ kind, tip, base }, at) => (
        <path
          key={at}
          d={`M0,${tip} L-4.5,${base} H4.5 Z`}
          fill={kindColour(kind)}
          opacity={isGhost ? 0.6 : 1}
        />
      ))}
      {slant ? <SlantAsked asked={slant} rows={rows} slotWidth={slotWidth} view={view} /> : null}
      {sign ? (
        <StrokeMark
          stroke={sign.stroke}
          x={0}
          y={rows.strokesY}
          locked={sign.isLocked}
          faint={isGhost}
          scale={sign.isLarger ? LARGER : 1}
        />
      ) : null}
      {finger === null ? null : (
        <text y={rows.fingersY} fontSize={12} fill={isWorked ? colour.inkSoft : colour.ink}>
          {finger}
        </text>
      )}
      {hand === null ? null : (
        <text y={rows.handY} fontSize={10.5} fill={colour.inkSoft}>
          {hand}
        </text>
      )}
    </g>
  );
}, isSamePart);

/** The count under a column, with a tick on each beat. */
export const Count = memo(function Count({ part, y }: { part: CountPart; y: number }) {
  const { syllable, isOnBeat } = part;
  return (
    <>
      {isOnBeat ? <path d={`M0,${y - 17} v5`} stroke={colour.ink} strokeWidth={1.6} /> : null}
      <text
        y={y}
        fontSize={11.5}
        fontWeight={isOnBeat ? 650 : 400}
        textAnchor="middle"
        fill={isOnBeat ? colour.ink : colour.inkSoft}
      >
        {syllable}
      </text>
    </>
  );
}, isSamePart);

/** The pick's path: through the strings it sounds and on to the next stroke. */
export const Path = memo(function Path({ part, isLarge }: { part: PathPart; isLarge: boolean }) {
  return (
    <g fill="none" strokeLinecap="round">
      <path
        d={part.through}
        stroke={colour.ink}
        strokeWidth={isLarge ? 2 : 1.4}
        opacity={part.isGhost ? 0.5 : 1}
      />
      {part.ways.map(({ d, kind, isSilent, isSeam }, at) => (
        <path
          key={at}
          d={d}
          stroke={kind === 'alternate' ? colour.ink : kindColour(kind)}
          strokeWidth={isLarge ? (kind === 'sweep' ? 2.8 : 2) : 1.4}
          strokeDasharray={isSilent ? '1.5 4' : undefined}
          opacity={isSeam ? 0.75 : 1}
        />
      ))}
    </g>
  );
}, isSamePart);

/** The outline round an outside pair, the filled gap of an inside pair. */
export const Field = memo(function Field({ part, half }: { part: FieldPart; half: number }) {
  const { kind, left, width, top, bottom } = part;
  return kind === 'outside' ? (
    <rect
      x={left}
      y={top - half}
      width={width}
      height={bottom - top + 2 * half}
      rx={9}
      fill="none"
      stroke={colour.outside}
      strokeWidth={1.2}
      opacity={0.75}
    />
  ) : (
    <rect x={left} y={top + 2} width={width} height={bottom - top - 4} rx={6} fill={colour.insideFill} />
  );
}, isSamePart);

/** The mark of a change; with the number of a note to the student that is about it. */
export const Mark = memo(function Mark({ part: { kind, y, pin }, scale }: { part: MarkPart; scale: number }) {
  const width = pin === null ? 0 : 13 + (pin.length - 1) * 5;
  return (
    <>
      <KindMark kind={kind} x={0} y={y} scale={scale} />
      {pin === null ? null : (
        <g>
          <rect x={10.5} y={y - 7.5} width={width} height={13} rx={6.5} fill={colour.caret} />
          <text
            x={10.5 + width / 2}
            y={y + 2.5}
            fontSize={10}
            fontWeight={700}
            textAnchor="middle"
            fill={colour.card}
          >
            {pin}
          </text>
        </g>
      )}
    </>
  );
}, isSamePart);
