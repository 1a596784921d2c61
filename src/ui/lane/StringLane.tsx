'use client';
import dynamic from 'next/dynamic';
import { useEffect, useId, useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { counted, type Note, type Passage, type Plan, type PlayPlace, type Range, type Place } from '@/core';
import { colour } from '../theme/tokens';
import { laneSizeFor, layoutLane, type LaneChange, type LaneSystem } from './layout';
import { useAfterPaint } from '../shell/useAfterPaint';
import { useView } from '../shell/viewSettings';
import { systemMemory } from './reuse';
import { pointOn, useWidth } from './useWidth';
import { markX, rowsFor, stringHeight, type LaneHand } from './drawing';
import { Caret } from './Caret';
import { SystemDrawing } from './SystemDrawing';

/** Loaded when something is played for the first time. */
// None of these is there at first.
const ChangeTip = dynamic(() => import('./ChangeTip').then((module) => module.ChangeTip), { ssr: false });
const RangeField = dynamic(() => import('./RangeField').then((module) => module.RangeField), { ssr: false });
const Playhead = dynamic(() => import('./Playhead').then((module) => module.Playhead), { ssr: false });

const Frame = styled.div`
  position: relative;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  overflow: hidden auto;
  &:focus-visible {
    outline: 3px solid ${colour.focus};
    outline-offset: 1px;
  }
  svg {
    display: block;
    position: absolute;
    left: 0;
    touch-action: pan-y;
    /* Shift with the pointer marks slots, not letters. */
    user-select: none;
    will-change: transform;
  }
`;

interface StringLaneProps {
  readonly passage: Passage;
  readonly plan: Plan;
  readonly pass: number;
  readonly caret: Place;
  readonly pinned: ReadonlyMap<string, string>;
  /** What was worked out for the fretting hand; null where it is not shown. */
  readonly hand: LaneHand | null;
  /** Said when the caret moves or what it stands on changes. */
  readonly spoken: string;
  readonly summary: string;
  /** The lane scrolls inside beyond this height in pixels of the page. */
  readonly maxHeight: number;
  /** While it is played: what is heard now, and what is told of each pass that begins. */
  readonly playing: {
    readonly place: () => PlayPlace | null;
    readonly onPass: (pass: number) => void;
  } | null;
  /** Whether the change that leaves the note at the caret is explained at its mark. */
  readonly explains: boolean;
  /** Marked slots. */
  readonly range: Range | null;
  /** A place was pressed; with Shift everything up to it is meant. */
  readonly onPlace: (place: Place, explains?: boolean, isExtended?: boolean) => void;
  /** A note was dragged to another place. */
  readonly onMove: (note: Note, to: Place) => void;
  /** A sign in the stroke row was pressed. */
  readonly onStroke: (note: Note) => void;
  /** A place without a note was double-clicked. */
  readonly onPut: (place: Place) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

/** Remembers what is being dragged from pointer down to pointer up. */
function dragMemory() {
  let held: { note: Note; from: Place } | null = null;
  return {
    begin(what: { note: Note; from: Place }) {
      held = what;
    },
    end() {
      const was = held;
      held = null;
      return was;
    },
  };
}

/**
 * The string lane: one tab stop whose keys belong to the view. The drawing is hidden from screen readers; they get the
 * summary as its description and each place as the caret moves (docs/decisions/lane-accessibility.md).
 */
export function StringLane(props: StringLaneProps) {
  const { passage, plan, pass, caret, pinned, hand, spoken, summary, maxHeight } = props;
  const [frame, width, scale] = useWidth();
  const view = useView();
  const [scrollTop, setScrollTop] = useState(0);
  const [drag] = useState(dragMemory);
  const [hovered, setHovered] = useState<string | null>(null);
  const summaryId = useId();
  const hasFingers = useMemo(() => passage.notes.some((note) => note.finger), [passage]);
  const room = Math.max(320, width - 2);
  const size = useMemo(() => laneSizeFor(passage, room), [passage, room]);
  const rows = useMemo(
    () => rowsFor(passage.tuning.length, size, hasFingers, hand !== null),
    [passage.tuning.length, size, hasFingers, hand],
  );
  const [memory] = useState(systemMemory);
  const layout = useMemo(
    () => memory.keep(layoutLane({ ...plan, pass }, room, size)),
    [memory, plan, pass, room, size],
  );
  const { slotWidth } = layout;
  const height = layout.count * rows.height + 6;
  // Drawn larger it still shows one whole system.
  const most = scale > 1 ? Math.max(maxHeight / scale, rows.height + 6) : maxHeight;
  const shown = Math.min(height, most);
  const caretSystem = Math.max(
    0,
    layout.starts.findLastIndex((start) => start <= caret.ticks),
  );

  useEffect(() => {
    const element = frame.current;
    if (!element || element.scrollHeight <= element.clientHeight) return;
    const [top, bottom] = [caretSystem * rows.height, (caretSystem + 1) * rows.height];
    if (top < element.scrollTop) element.scrollTo({ top });
    else if (bottom > element.scrollTop + element.clientHeight)
      element.scrollTo({ top: bottom - element.clientHeight });
  }, [caretSystem, rows.height, frame]);

  const placeAt = (
    event: PointerEvent | React.MouseEvent,
    system: LaneSystem,
  ): { place: Place; y: number } | null => {
    const [x, y] = pointOn(event);
    const nearest = system.columns.reduce<LaneSystem['columns'][number] | null>(
      (best, column) => (best === null || Math.abs(column.x - x) < Math.abs(best.x - x) ? column : best),
      null,
    );
    if (!nearest) return null;
    const isPast =
      system.index === layout.count - 1 && x > nearest.x + slotWidth * 0.6 && !plan.analysis.loop;
    const line = Math.round((y - rows.firstStringY) / size.stringGap);
    const string = view.thickOnTop ? layout.strings - line : line + 1;
    return {
      place: {
        ticks: isPast ? passage.lengthTicks : nearest.ticks,
        string: Math.max(1, Math.min(passage.tuning.length, string)),
      },
      y,
    };
  };
  /** The change whose mark is under the pointer. */
  const changeUnder = (event: PointerEvent, system: LaneSystem): LaneChange | undefined => {
    const [x, y] = pointOn(event);
    if (y > rows.marksY + 12) return undefined;
    return system.changes.find((one) => {
      const at = markX(system, slotWidth, one);
      return at !== null && Math.abs(at - x) < Math.min(16, slotWidth / 2);
    });
  };
  const noteUnder = (place: Place) =>
    passage.notes.find((note) => note.onsetTicks === place.ticks && note.string === place.string);

  const onPointerDown = (event: PointerEvent<SVGSVGElement>, system: LaneSystem) => {
    const hit = placeAt(event, system);
    if (!hit || event.button !== 0) return;
    const marked = passage.notes.find((note) => note.id === changeUnder(event, system)?.change.fromNote);
    if (marked) return props.onPlace({ ticks: marked.onsetTicks, string: marked.string }, true);
    if (Math.abs(hit.y - rows.strokesY) < 13) {
      const note = passage.notes.find(
        (one) => one.onsetTicks === hit.place.ticks && one.technique === 'pick',
      );
      if (note) {
        props.onPlace({ ticks: note.onsetTicks, string: note.string });
        props.onStroke(note);
      }
      return;
    }
    const above = hit.y < rows.firstStringY - size.stringGap * 0.7;
    const first = passage.notes.find((note) => note.onsetTicks === hit.place.ticks);
    const place = above && first ? { ticks: first.onsetTicks, string: first.string } : hit.place;
    const note = noteUnder(place);
    if (note && !event.shiftKey) {
      drag.begin({ note, from: place });
      event.currentTarget.setPointerCapture(event.pointerId);
    }
    props.onPlace(place, false, event.shiftKey);
  };
  const onPointerUp = (event: PointerEvent<SVGSVGElement>, system: LaneSystem) => {
    const start = drag.end();
    const hit = start && placeAt(event, system);
    if (!start || !hit) return;
    if (hit.place.ticks !== start.from.ticks || hit.place.string !== start.from.string)
      props.onMove(start.note, hit.place);
  };

  const atCaret = props.explains ? noteUnder(caret)?.id : undefined;
  const explained = hovered ?? atCaret;
  const first = Math.max(0, Math.floor(scrollTop / rows.height));
  const last = Math.min(layout.count, Math.ceil((scrollTop + shown) / rows.height));
  // Those in sight at once; those next to them, for scrolling, when there is time.
  const later = useAfterPaint(layout);
  const drawn = [
    ...Array.from({ length: Math.max(0, last - first) }, (_, at) => layout.system(first + at)),
    ...[first - 1, last].flatMap((at) => (at >= 0 && at < later.count ? [later.system(at)] : [])),
  ];
  return (
    <>
      <Frame
        ref={frame}
        role="application"
        aria-roledescription="string lane"
        aria-label={`String lane, ${counted(passage.notes.length, 'note')}`}
        aria-describedby={summaryId}
        tabIndex={0}
        data-lane
        style={{ height: shown + 2 }}
        onKeyDown={props.onKeyDown}
        onScroll={(event) => setScrollTop(event.currentTarget.scrollTop)}
      >
        <div style={{ height: height - 2 }} aria-hidden>
          {props.playing && width > 0 ? <Playhead layout={layout} rows={rows} {...props.playing} /> : null}
          {width === 0
            ? null
            : drawn.map((system) => (
                <svg
                  key={system.index}
                  width={width}
                  height={rows.height}
                  style={{ top: system.index * rows.height + 2 }}
                  onPointerDown={(event) => onPointerDown(event, system)}
                  onPointerMove={(event) => {
                    const over = changeUnder(event, system)?.change.fromNote ?? null;
                    if (over !== hovered) setHovered(over);
                  }}
                  onPointerLeave={() => setHovered(null)}
                  onPointerUp={(event) => onPointerUp(event, system)}
                  onDoubleClick={(event) => {
                    const hit = placeAt(event, system);
                    if (hit && hit.y > rows.firstStringY - 12 && !noteUnder(hit.place))
                      props.onPut(hit.place);
                  }}
                >
                  <RangeField system={system} rows={rows} slotWidth={slotWidth} range={props.range} />
                  <Caret
                    system={system}
                    rows={rows}
                    caret={caret}
                    y={stringHeight({ rows, size, strings: layout.strings, view }, caret.string)}
                    slotWidth={slotWidth}
                    lengthTicks={passage.lengthTicks}
                  />
                  <SystemDrawing
                    system={system}
                    rows={rows}
                    size={size}
                    strings={layout.strings}
                    slotWidth={slotWidth}
                    view={view}
                    pinned={pinned}
                    hand={hand}
                  />
                </svg>
              ))}
          {explained === undefined
            ? null
            : drawn.flatMap((system) =>
                system.changes
                  .filter((one) => one.change.fromNote === explained)
                  .map((one) => {
                    const x = markX(system, slotWidth, one);
                    return x === null ? null : (
                      <ChangeTip
                        key={`${one.change.from}-${one.change.seam}`}
                        change={one.change}
                        x={x}
                        top={system.index * rows.height + rows.marksY + 2}
                        beside={slotWidth * 0.5 + 24}
                        room={room}
                      />
                    );
                  }),
              )}
        </div>
      </Frame>
      <p id={summaryId} className="for-screen-readers">
        {summary}
      </p>
      <p role="status" className="for-screen-readers" data-spoken>
        {spoken}
      </p>
    </>
  );
}
