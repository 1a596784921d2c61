'use client';
import { memo } from 'react';
import { changeText, slantText, type Note } from '@/core';
import { colour, MONO } from '../theme/tokens';
import type { LaneChange, LanePick, LaneSize, LaneSystem } from './layout';
import { KindMark, kindColour, StrokeMark } from './marks';

/** Heights of the rows of a system. */
export interface Rows {
  readonly marksY: number;
  readonly strokesY: number;
  readonly ribbonY: number;
  readonly firstStringY: number;
  readonly fingersY: number;
  readonly countY: number;
  readonly height: number;
}

/** Where the rows stand for an instrument with a number of strings. */
export function rowsFor(strings: number, size: LaneSize, hasFingers: boolean): Rows {
  const { stringGap, rows } = size;
  if (!rows) {
    const firstStringY = 14;
    const height = firstStringY + (strings - 1) * stringGap + 6;
    return { marksY: 4, strokesY: 0, ribbonY: 0, firstStringY, fingersY: 0, countY: 0, height };
  }
  const firstStringY = 62 + stringGap * 0.75;
  const bottom = firstStringY + (strings - 1) * stringGap + stringGap * 0.85;
  const countY = bottom + (hasFingers ? 32 : 16);
  return {
    marksY: 12,
    strokesY: 34,
    ribbonY: 56,
    firstStringY,
    fingersY: bottom + 13,
    countY,
    height: countY + 8,
  };
}

interface DrawingProps {
  readonly system: LaneSystem;
  readonly rows: Rows;
  readonly size: LaneSize;
  readonly strings: number;
  readonly slotWidth: number;
  /** Whether all marks of the full lane are drawn; the small lane has strings, dots and the path. */
  readonly pinned: ReadonlySet<string>;
}

/** How far left and right of a note the stroke bends through its string, in slots. */
const BEND = 0.24;

function drawingTools({ rows, size, slotWidth }: DrawingProps) {
  const bend = Math.min(11, slotWidth * BEND);
  const stringY = (string: number) => rows.firstStringY + (string - 1) * size.stringGap;
  const gapY = (gap: number) => rows.firstStringY + (gap - 0.5) * size.stringGap;
  const through = (pick: LanePick) => {
    const [from, to] = [gapY(pick.gapBefore), gapY(pick.gapAfter)];
    return `M${pick.x - bend},${from} C${pick.x - 1},${from} ${pick.x + 1},${to} ${pick.x + bend},${to}`;
  };
  return { bend, stringY, gapY, through };
}

/** The pick's way from one stroke to the next: straight where it stays in its gap, curved where it crosses strings. */
function wayBetween(x1: number, y1: number, x2: number, y2: number): string {
  if (y1 === y2) return `M${x1},${y1} H${x2}`;
  const middle = (x1 + x2) / 2;
  return `M${x1},${y1} C${middle},${y1} ${middle},${y2} ${x2},${y2}`;
}

function Path(props: DrawingProps) {
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
function ChangeFields(props: DrawingProps) {
  const { stringY } = drawingTools(props);
  const pad = Math.min(15, props.slotWidth * 0.42);
  const half = props.size.stringGap * 0.62;
  return (
    <g>
      {props.system.changes.map(({ change, from, to }) => {
        if (!from || !to || change.travel === null) return null;
        const [x, width] = [from.x - pad, to.x - from.x + 2 * pad];
        const top = stringY(Math.min(change.stringFrom, change.stringTo));
        const bottom = stringY(Math.max(change.stringFrom, change.stringTo));
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

function Triangles(props: DrawingProps) {
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

function fretText(note: Note): string {
  const fret = note.dead ? '×' : String(note.fret);
  return note.ghost ? `(${fret})` : fret;
}

const SLUR_LETTERS = { pick: '', hammer: 'h', pull: 'p', slide: 'sl', tap: 't' } as const;

function Digits(props: DrawingProps) {
  const { stringY } = drawingTools(props);
  const { system, slotWidth } = props;
  const lastOn = new Map<number, number>();
  return (
    <g fontFamily={MONO} fontSize={15} fontWeight={650} textAnchor="middle" fill={colour.ink}>
      {system.columns.flatMap((column) =>
        column.notes.map((note) => {
          const text = fretText(note);
          const y = stringY(note.string);
          const width = text.length * 9 + 3;
          const before = lastOn.get(note.string);
          lastOn.set(note.string, column.x);
          const slurFrom = before ?? column.x - slotWidth * 0.7;
          const isSlurred = note.technique !== 'pick';
          const bent = note.bend ? `b${note.bend.semitones ?? ''}${note.bend.released ? 'r' : ''}` : '';
          const extra = `${note.slideOut ? (note.slideOut === 'upward' ? '/' : '\\') : ''}${note.vibrato ? '~' : ''}${bent}`;
          const into = note.slideIn ? (note.slideIn === 'from below' ? '/' : '\\') : '';
          return (
            <g key={note.id}>
              <rect x={column.x - width / 2} y={y - 8} width={width} height={16} rx={3} fill={colour.card} />
              <text x={column.x} y={y + 5.2}>
                {text}
              </text>
              {extra || into ? (
                <g fontSize={11} fontWeight={500}>
                  {into ? (
                    <text x={column.x - width / 2 - 4} y={y + 5}>
                      {into}
                    </text>
                  ) : null}
                  {extra ? (
                    <text x={column.x + width / 2 + 2 + extra.length * 3} y={y - 4}>
                      {extra}
                    </text>
                  ) : null}
                </g>
              ) : null}
              {isSlurred ? (
                <g>
                  {note.technique === 'tap' ? null : (
                    <path
                      d={`M${slurFrom + 5},${y - 9} Q${(slurFrom + column.x) / 2},${y - 19} ${column.x - 5},${y - 9}`}
                      fill="none"
                      stroke={colour.ink}
                      strokeWidth={1.5}
                    />
                  )}
                  <text
                    x={note.technique === 'tap' ? column.x : (slurFrom + column.x) / 2}
                    y={y - 15}
                    fontSize={10.5}
                    fontWeight={500}
                  >
                    {SLUR_LETTERS[note.technique]}
                  </text>
                </g>
              ) : null}
              {note.palmMute ? (
                <text x={column.x} y={y + 17} fontSize={9} fontWeight={500}>
                  PM
                </text>
              ) : null}
            </g>
          );
        }),
      )}
    </g>
  );
}

/** The slant that the exits ask for, as a line that stands high for upward and low for downward. */
function SlantRibbon(props: DrawingProps) {
  const { system, rows } = props;
  const points = system.changes.flatMap(({ change, from }) =>
    change.slant && from ? [{ x: from.x, slant: change.slant }] : [],
  );
  if (points.length === 0) return null;
  const y = (slant: 'upward' | 'downward') => rows.ribbonY + (slant === 'upward' ? -4 : 4);
  return (
    <g stroke={colour.inkSoft} strokeWidth={2.4} fill="none" strokeLinecap="round">
      {points.map(({ x, slant }, at) => {
        const next = points[at + 1];
        return (
          <g key={x}>
            <title>{`This exit is helped by a slant: ${slantText(slant)}`}</title>
            <path
              d={
                slant === 'upward'
                  ? `M${x - 6},${y(slant) + 3} L${x + 6},${y(slant) - 3}`
                  : `M${x - 6},${y(slant) - 3} L${x + 6},${y(slant) + 3}`
              }
            />
            {next ? (
              <path
                d={`M${x + 9},${y(slant)} L${next.x - 9},${y(next.slant)}`}
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

function ChangeMarks(props: DrawingProps) {
  const { system, rows, slotWidth, size } = props;
  return (
    <g>
      {system.changes.map(({ change, from, to }: LaneChange) => {
        if (!from || change.kind === 'alternate') return null;
        const x = to
          ? (from.x + to.x) / 2
          : change.seam
            ? (system.loopEndX ?? from.x + slotWidth / 2)
            : from.x + slotWidth / 2;
        const isPinned = props.pinned.has(change.fromNote) && size.rows;
        const y = change.seam && !to ? rows.marksY + 22 : rows.marksY;
        return (
          <g key={`${change.from}-${change.to}-${change.pass}-${change.seam}`}>
            <title>{changeText(change)}</title>
            <rect
              x={x - slotWidth / 2}
              y={rows.marksY - 11}
              width={slotWidth}
              height={22}
              fill="transparent"
            />
            <KindMark kind={change.kind} x={x} y={y} scale={size.rows ? 1 : 0.5} />
            {isPinned ? <circle cx={x + 12} cy={rows.marksY - 5} r={3.2} fill={colour.caret} /> : null}
          </g>
        );
      })}
    </g>
  );
}

/** One system of the string lane. It draws what layout and analysis say and knows nothing else. */
export const SystemDrawing = memo(function SystemDrawing(props: DrawingProps) {
  const { system, rows, size, strings } = props;
  const { stringY } = drawingTools(props);
  const lines = Array.from({ length: strings }, (_, at) => at + 1);
  const right = system.seamX === null ? system.width - 6 : system.width - 2;
  const bottomY = stringY(strings);
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
                d={`M${column.x - props.slotWidth / 2},${stringY(1)} V${bottomY}`}
                stroke={colour.inkSoft}
                strokeWidth={1.2}
              />
            ) : null,
          )
        : null}
      {[system.loopStartX, system.loopEndX, system.seamX].map((x, at) =>
        x === null || !size.rows ? null : (
          <g key={at} stroke={colour.ink} fill={colour.ink}>
            <path d={`M${x},${stringY(1) - 6} V${bottomY + 6}`} strokeWidth={2} />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(stringY(1) + bottomY) / 2 - 7} r={2} stroke="none" />
            <circle cx={x + (at === 0 ? 6 : -6)} cy={(stringY(1) + bottomY) / 2 + 7} r={2} stroke="none" />
          </g>
        ),
      )}
      <ChangeFields {...props} />
      <Path {...props} />
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
