'use client';
import type { Note } from '@/core';
import { colour, MONO } from '../theme/tokens';
import { drawingTools, type DrawingProps } from './drawing';
import type { LaneColumn } from './layout';

function fretText(note: Note): string {
  const fret = note.dead ? '×' : String(note.fret);
  return note.ghost ? `(${fret})` : fret;
}

const SLUR_LETTERS = { pick: '', hammer: 'h', pull: 'p', slide: 'sl', tap: 't' } as const;

/** Where a note that is longer than its slot ends, in the drawing of its system; null for others. */
function holdEnd({ system, slotWidth }: DrawingProps, note: Note, column: LaneColumn): number | null {
  const end = note.onsetTicks + note.durationTicks;
  if (end <= column.slot.ticks + column.slot.durationTicks) return null;
  const last = system.columns.findLast((one) => one.ticks < end);
  return last && last !== column ? last.x + slotWidth * 0.3 : null;
}

/** Frets with their marks and slurs. */
export function Digits(props: DrawingProps) {
  const { stringY } = drawingTools(props);
  const { system, slotWidth } = props;
  const lastOn = new Map<number, number>();
  const ghosts = system.picks.filter((pick) => pick.isGhost);
  return (
    <g fontFamily={MONO} fontSize={15} fontWeight={650} textAnchor="middle" fill={colour.ink}>
      {ghosts.flatMap((pick) =>
        pick.notes.map((note) => (
          <g key={`again-${note.id}`} fill={colour.inkSoft}>
            <rect
              x={pick.x - 8}
              y={stringY(note.string) - 8}
              width={16}
              height={16}
              rx={3}
              fill={colour.card}
            />
            <text x={pick.x} y={stringY(note.string) + 5.2} fontWeight={450}>
              {fretText(note)}
            </text>
          </g>
        )),
      )}
      {system.columns.flatMap((column) =>
        column.notes.map((note) => {
          const text = fretText(note);
          const y = stringY(note.string);
          const width = text.length * 9 + 3;
          const before = lastOn.get(note.string);
          lastOn.set(note.string, column.x);
          const slurFrom = before ?? column.x - slotWidth * 0.7;
          const heldX = holdEnd(props, note, column);
          const isSlurred = note.technique !== 'pick';
          const bent = note.bend ? `b${note.bend.semitones ?? ''}${note.bend.released ? 'r' : ''}` : '';
          const extra = `${note.slideOut ? (note.slideOut === 'upward' ? '/' : '\\') : ''}${note.vibrato ? '~' : ''}${bent}`;
          const into = note.slideIn ? (note.slideIn === 'from below' ? '/' : '\\') : '';
          return (
            <g key={note.id} data-note={note.id}>
              {heldX === null ? null : (
                <path
                  d={`M${column.x + width / 2 + 1},${y} H${heldX}`}
                  stroke={colour.inkSoft}
                  strokeWidth={3}
                  strokeLinecap="round"
                />
              )}
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
                    y={y - 18}
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
