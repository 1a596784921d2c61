'use client';
/** The lane with each note of a take where it was played, and the sound under it. */
import { memo, useMemo, type KeyboardEvent } from 'react';
import styled from 'styled-components';
import type { Plan } from '@/core';
import { rowsFor } from '@/ui/lane/drawing';
import { kindColour } from '@/ui/lane/marks';
import { laneSizeFor, layoutLane, type LaneSystem } from '@/ui/lane/layout';
import { SystemDrawing } from '@/ui/lane/SystemDrawing';
import { pointOn, useWidth } from '@/ui/lane/useWidth';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { CheckedTake } from '@/work/take/desk';
import { msText } from '@/work/take/words';
import { envelopeOf, stripOf, type Strip } from './stripLayout';

const Frame = styled.div`
  position: relative;
  overflow: hidden auto;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  &:focus-visible {
    outline: 3px solid ${colour.focus};
    outline-offset: 1px;
  }
  svg {
    display: block;
    cursor: pointer;
  }
`;

const NOTHING_PINNED: ReadonlyMap<string, string> = new Map();
/** The strip under a system: marks, their figures, the sound. */
const STRIP = { marksY: 16, figuresY: 33, soundTop: 40, soundBottom: 82, height: 92 } as const;
/** Notes at least so far off have their milliseconds beside them. */
const FIGURED_MS = 10;
const MAX_HEIGHT = 470;
/** Of the samples the loudest, but for a thousandth. */
const LOUD_PART = 0.999;

function loudestOf(samples: Float32Array): number {
  const some: number[] = [];
  const stride = Math.max(1, Math.floor(samples.length / 20_000));
  for (let from = 0; from < samples.length; from += stride) {
    let most = 0;
    for (let at = from; at < from + stride && at < samples.length; at++)
      most = Math.max(most, Math.abs(samples[at]!));
    some.push(most);
  }
  return some.sort((a, b) => a - b)[Math.floor(LOUD_PART * (some.length - 1))] ?? 1;
}

function BunchedMark({ x, y }: { x: number; y: number }) {
  return <path d={`M${x - 7},${y - 6} v12 M${x - 10},${y - 6} v12`} stroke={colour.bad} strokeWidth={1.6} />;
}

/** Where a note was planned, where it was played, and what is wrong with it. */
function NoteMark({ take, note }: { take: CheckedTake; note: Strip['notes'][number] }) {
  const { state, deviationMs, bunched, ringsOn } = take.report.notes[note.index]!;
  const { change } = take.plan.notes[note.index]!;
  const fill = change && change !== 'alternate' ? kindColour(change) : colour.ink;
  const { plannedX: x, playedX } = note;
  const y = STRIP.marksY;
  if (playedX === null)
    return bunched ? (
      <BunchedMark x={x} y={y} />
    ) : (
      <circle cx={x} cy={y} r={5.5} fill="none" stroke={colour.bad} strokeWidth={2} strokeDasharray="2.5 2" />
    );
  return (
    <>
      <path d={`M${x},${y} H${playedX}`} stroke={fill} strokeWidth={4} />
      {state === 'wrong' ? (
        <path d={`M${playedX},${y - 6.5} l6,6.5 l-6,6.5 l-6,-6.5 z`} fill={colour.bad} />
      ) : (
        <circle cx={playedX} cy={y} r={4} fill={fill} />
      )}
      {ringsOn ? (
        <path
          d={`M${playedX + 6},${y} q3,-7 6,0 t6,0 t6,0`}
          fill="none"
          stroke={colour.bad}
          strokeWidth={1.6}
          data-rings-on
        />
      ) : null}
      {bunched ? <BunchedMark x={playedX} y={y} /> : null}
      {Math.abs(deviationMs!) >= FIGURED_MS ? (
        <text x={playedX} y={STRIP.figuresY} fontSize={10.5} textAnchor="middle" fill={colour.ink}>
          {deviationMs! > 0 ? '+' : '−'}
          {msText(deviationMs!)}
        </text>
      ) : null}
    </>
  );
}

const Sound = memo(function Sound({
  strip,
  take,
  loudest,
}: {
  strip: Strip;
  take: CheckedTake;
  loudest: number;
}) {
  const middle = (STRIP.soundTop + STRIP.soundBottom) / 2;
  const half = (STRIP.soundBottom - STRIP.soundTop) / 2;
  const path = useMemo(() => {
    const heights = envelopeOf(strip, take.samples, take.sampleRate, loudest);
    const up = heights.map(
      (height, at) => `${(strip.fromX + at).toFixed(1)},${(middle - height * half).toFixed(1)}`,
    );
    const down = heights.map(
      (height, at) => `${(strip.fromX + at).toFixed(1)},${(middle + height * half).toFixed(1)}`,
    );
    return heights.length === 0 ? '' : `M${up.join(' L')} L${down.reverse().join(' L')} Z`;
  }, [strip, take, loudest, middle, half]);
  return <path d={path} fill={colour.string} opacity={0.75} />;
});

interface TakeLaneProps {
  readonly take: CheckedTake;
  readonly shown: Plan;
  /** The pass of the take that is shown. */
  readonly pass: number;
  /** The chosen note's place in the plan; null: none. */
  readonly chosen: number | null;
  readonly onChoose: (index: number) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly spoken: string;
}

/** The take on the lane; arrow keys go from note to note. The drawing is hidden from screen readers: each note is said, and stands in a table. */
export function TakeLane({ take, shown, pass, chosen, onChoose, onKeyDown, spoken }: TakeLaneProps) {
  const [frame, width, scale] = useWidth();
  const view = useView();
  const { passage } = shown;
  const room = Math.max(300, width - 2);
  const size = useMemo(() => laneSizeFor(passage, room), [passage, room]);
  const rows = useMemo(
    () =>
      rowsFor(
        passage.tuning.length,
        size,
        passage.notes.some((note) => note.finger),
      ),
    [passage, size],
  );
  const layout = useMemo(() => layoutLane({ ...shown, pass }, room, size), [shown, pass, room, size]);
  const loudest = useMemo(() => loudestOf(take.samples), [take]);
  const strips = useMemo(
    () =>
      Array.from({ length: layout.count }, (_, index) =>
        stripOf(layout.system(index), layout.slotWidth, take.plan, take.report, pass),
      ),
    [layout, take, pass],
  );
  const height = layout.count * (rows.height + STRIP.height);
  const nearest = (strip: Strip, x: number) =>
    strip.notes.reduce<Strip['notes'][number] | null>(
      (best, note) => (!best || Math.abs(note.plannedX - x) < Math.abs(best.plannedX - x) ? note : best),
      null,
    );
  const drawing = (system: LaneSystem, strip: Strip) => {
    const top = rows.height;
    const at = strip.notes.find(({ index }) => index === chosen);
    return (
      <svg
        key={system.index}
        width={width}
        height={rows.height + STRIP.height}
        aria-hidden
        data-strip={system.index}
        onPointerDown={(event) => {
          const note = nearest(strip, pointOn(event)[0]);
          if (note) onChoose(note.index);
        }}
      >
        {at ? (
          <rect
            x={at.plannedX - layout.slotWidth / 2}
            y={rows.firstStringY - 14}
            width={layout.slotWidth}
            height={rows.height - rows.firstStringY + STRIP.height + 8}
            rx={5}
            fill={colour.accentSoft}
          />
        ) : null}
        <SystemDrawing
          system={system}
          rows={rows}
          size={size}
          strings={layout.strings}
          slotWidth={layout.slotWidth}
          view={view}
          pinned={NOTHING_PINNED}
        />
        <g transform={`translate(0 ${top})`}>
          <path d={`M${strip.fromX},${STRIP.marksY} H${strip.toX}`} stroke={colour.line} strokeWidth={1} />
          <Sound strip={strip} take={take} loudest={loudest} />
          {strip.notes.map((note) => (
            <g key={note.index} data-note-mark={take.report.notes[note.index]!.state}>
              <path
                d={`M${note.plannedX},2 V${STRIP.soundBottom}`}
                stroke={colour.inkSoft}
                strokeWidth={1}
                strokeDasharray="1 3"
              />
              <NoteMark take={take} note={note} />
            </g>
          ))}
          {strip.extras.map((x) => (
            <path
              key={x}
              d={`M${x - 4},${STRIP.marksY - 4} l8,8 m0,-8 l-8,8`}
              stroke={colour.bad}
              strokeWidth={2}
              data-extra-mark
            />
          ))}
        </g>
      </svg>
    );
  };
  return (
    <>
      <Frame
        ref={frame}
        tabIndex={0}
        role="application"
        aria-roledescription="take lane"
        aria-label="Notes of the take: arrow keys go from note to note, Enter listens"
        style={{ maxHeight: MAX_HEIGHT / scale, minHeight: Math.min(height, MAX_HEIGHT / scale) }}
        onKeyDown={onKeyDown}
      >
        {width === 0 ? null : strips.map((strip, index) => drawing(layout.system(index), strip))}
      </Frame>
      <p className="for-screen-readers" role="status" data-take-spoken>
        {spoken}
      </p>
    </>
  );
}
