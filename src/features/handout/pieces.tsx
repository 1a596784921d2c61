'use client';
/** The pieces of a sheet, one exercise after the other; none of them is ever split over two pages. */
import type { ReactNode } from 'react';
import {
  asksForChanges,
  bpmText,
  counted,
  countText,
  cuesFor,
  durationText,
  goalText,
  handFor,
  handText,
  KIND_NAMES,
  largerExits,
  PART_NAMES,
  POLICY_MEANINGS,
  pinnedWhere,
  pinNumbers,
  planOf,
  policyText,
  spokenNote,
  techniqueText,
  trainsSentence,
  withArticle,
  type Exercise,
  type LadderRecord,
  type LadderStep,
  type Plan,
  type PickingHand,
  type PlayerRecord,
  type Setup,
} from '@/core';
import { shortForm } from '@/core/compose';
import { climbOf } from '@/core/drills';
import type { HandoutSettings, ViewSettings } from '@/storage';
import { layoutLane, PRINT_LANE, type LaneSystem } from '@/ui/lane/layout';
import { rowsFor } from '@/ui/lane/drawing';
import { KindIcon, StrokeIcon } from '@/ui/lane/marks';
import { SystemDrawing } from '@/ui/lane/SystemDrawing';

/** One piece, to be measured and put on a page. */
export interface SheetPiece {
  readonly key: string;
  readonly withNext: boolean;
  readonly startsPage: boolean;
  /** The exercise that it is of. */
  readonly of: string;
  readonly body: ReactNode;
}

/** A piece before it is known where it stands. */
type LoosePiece = Omit<SheetPiece, 'startsPage' | 'of'>;

export interface SheetItem {
  readonly id: string;
  readonly exercise: Exercise;
  readonly ladder: LadderRecord | undefined;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const PASS_NAMES = ['First time round', 'Second time round', 'Third time round', 'Fourth time round'];

/** Lines to write on, and under an exercise with its twin, which stand on one page. */
const ROOM_LINES = 4;
const ROOM_LINES_OF_BOTH = 2;

/** An exercise as the pieces of its sheet show it. */
interface Shown {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly view: ViewSettings;
}

function Heading({ exercise, plan, view, usual }: Shown & { readonly usual: PickingHand }) {
  const { goal, policy, alsoTrains } = exercise;
  const technique = techniqueText(exercise, view);
  const hand = handText(handFor(exercise.hand, usual));
  const start = plan.assignment.passes[0]?.find((stroke) => stroke !== null);
  return (
    <header className="heading">
      <h2>{exercise.title || 'Untitled'}</h2>
      <p>
        {asksForChanges(goal) ? <b>Goal: {goalText(goal)}. </b> : null}
        {goal.words ? `${goal.words}${/[.!?]$/.test(goal.words) ? '' : '.'} ` : ''}
        {alsoTrains ? `Also trains ${alsoTrains}.` : ''}
      </p>
      <p>
        {capital(technique)}
        {technique === policyText(policy, view) ? '' : `, ${policyText(policy, view)}`}
        {start ? `, starts with ${withArticle(start)}` : ''}
        {policy.loop ? ', round and round' : ''}.{view.plainly ? ` ${POLICY_MEANINGS[policy.kind]}` : ''}
        {hand === '' ? '' : ` Picking hand: ${hand}.`} {capital(trainsSentence(plan.analysis, view))}
      </p>
    </header>
  );
}

/** What to keep in mind, in large letters. */
function Cues({ exercise, plan, view }: Shown) {
  return (
    <ul className="cues">
      {cuesFor(exercise, plan, view).map((cue, at) => (
        <li key={at}>{cue}</li>
      ))}
    </ul>
  );
}

function Marks({ plan }: { plan: Plan }) {
  const { kinds } = plan.analysis.figures;
  const shown = (['outside', 'inside', 'sweep', 'backtrack', 'repeat'] as const).filter(
    (kind) => kinds[kind] > 0,
  );
  return (
    <ul className="marks">
      <li>
        <StrokeIcon stroke="down" /> down
      </li>
      <li>
        <StrokeIcon stroke="up" /> up
      </li>
      {shown.map((kind) => (
        <li key={kind}>
          <KindIcon kind={kind} /> {KIND_NAMES[kind]} × {countText(kinds[kind])}
        </li>
      ))}
    </ul>
  );
}

function LargerStrokes({ exercise, plan }: { exercise: Exercise; plan: Plan }) {
  const numberOf = new Map(exercise.passage.notes.map((note, at) => [note.id, at + 1]));
  const exits = largerExits(plan.analysis, 0);
  if (exits.length === 0)
    return <p>No exit needs a larger stroke: the pick may rest on the next string each time.</p>;
  const from = [...new Set(exits.map(({ fromNote }) => numberOf.get(fromNote) ?? 0))].sort((a, b) => a - b);
  return (
    <p>
      <b>Larger stroke</b> (the large signs), so that the pick clears the strings:{' '}
      {from.length === 1 ? 'note' : 'notes'} {from.join(', ')}. Small everywhere else.
    </p>
  );
}

/** A system for someone who does not see it. */
function spokenSystem(exercise: Exercise, plan: Plan, system: LaneSystem, pass: number): string {
  const notes = system.columns.flatMap((column) => column.notes);
  return notes.map((note) => spokenNote(plan.passage, plan, note, pass)).join('; ');
}

function lanePieces({ exercise, plan, view }: Shown, width: number): LoosePiece[] {
  const { passage, studentNotes } = exercise;
  const rows = rowsFor(
    passage.tuning.length,
    PRINT_LANE,
    passage.notes.some((note) => note.finger),
  );
  const pinned = pinNumbers(studentNotes);
  const passes = plan.assignment.passes.length;
  return plan.assignment.passes.flatMap((_, pass) => {
    const layout = layoutLane({ ...plan, pass }, width, PRINT_LANE);
    const larger = new Set(largerExits(plan.analysis, pass).map(({ fromNote }) => fromNote));
    const systems = Array.from({ length: layout.count }, (__, index) => ({
      key: `lane-${pass}-${index}`,
      withNext: false,
      body: (
        <svg
          className="system"
          width={width}
          height={rows.height}
          role="img"
          aria-label={spokenSystem(exercise, plan, layout.system(index), pass)}
          data-system
        >
          <SystemDrawing
            system={layout.system(index)}
            rows={rows}
            size={PRINT_LANE}
            strings={layout.strings}
            slotWidth={layout.slotWidth}
            view={view}
            pinned={pinned}
            larger={larger}
          />
        </svg>
      ),
    }));
    if (passes === 1) return systems;
    const name = {
      key: `pass-${pass}`,
      withNext: true,
      body: <h3>{PASS_NAMES[pass] ?? `Time ${pass + 1}`}</h3>,
    };
    return [name, ...systems];
  });
}

function notePieces(exercise: Exercise, plan: Plan): LoosePiece[] {
  const said = exercise.studentNotes.flatMap((note, at) => (note.text.trim() === '' ? [] : [{ note, at }]));
  return said.map(({ note, at }) => ({
    key: `note-${note.id}`,
    withNext: false,
    body: (
      <p className="note">
        <b className="number">{at + 1}</b>
        <span>
          {note.pinnedTo === null ? null : <i>{pinnedWhere(exercise.passage, plan, note)}: </i>}
          {note.text}
        </span>
      </p>
    ),
  }));
}

/** Boxes a step at most; more passes are one box with their number. */
const MOST_BOXES = 8;
/** Pixels of a tempo, a box, a letter of what is said beside them, and between two steps. */
const TEMPO_WIDTH = 50;
const BOX_WIDTH = 19;
const LETTER_WIDTH = 6.5;
const STEP_GAP = 18;

/** What of a step must be said beside its tempo. */
function stepNote({ subdivision, part, isBurst, sound }: LadderStep): string {
  const words = [
    part && PART_NAMES[part],
    subdivision && `${subdivision} a beat`,
    isBurst && 'burst',
    sound,
  ].filter(Boolean);
  return words.join(', ');
}

/** How many steps stand beside each other: as many as the widest allows. */
function columnsOf(steps: readonly LadderStep[], width: number): number {
  const widths = steps.map((step) => {
    const boxes = step.upAfter > MOST_BOXES ? 3 : Math.max(1, step.upAfter);
    const note = stepNote(step).length * LETTER_WIDTH;
    return TEMPO_WIDTH + boxes * BOX_WIDTH + (note > 0 ? note + 10 : 0);
  });
  return Math.max(1, Math.floor((width + STEP_GAP) / (Math.max(...widths) + STEP_GAP)));
}

function ladderPieces(
  { exercise, ladder }: SheetItem,
  setup: Setup,
  width: number,
  isOfBoth: boolean,
): LoosePiece[] {
  // The same climb as the Ladder and the runner have, parts of a density ladder included.
  const { spec, steps, times } = climbOf(exercise, ladder, setup);
  const columns = columnsOf(steps, width);
  const rows = Array.from({ length: Math.ceil(steps.length / columns) }, (_, row) =>
    steps.slice(row * columns, (row + 1) * columns),
  );
  const heading = {
    key: 'ladder',
    withNext: true,
    body: (
      <h3>
        {isOfBoth ? 'Ladder for both' : 'Ladder'}{' '}
        <small>
          {counted(spec.passes, 'pass', 'passes')} a run, {bpmText(spec.startBpm)} to{' '}
          {bpmText(steps.at(-1)!.bpm)} bpm, at least {durationText(times.at(-1)!.untilSeconds)}. Tick a box
          for each clean run.
        </small>
      </h3>
    ),
  };
  return [
    heading,
    ...rows.map((some, row) => ({
      key: `ladder-${row}`,
      withNext: false,
      body: (
        <ul className="steps" style={{ gridTemplateColumns: `repeat(${columns}, 1fr)` }}>
          {some.map((step, at) => {
            const boxes = Math.max(1, step.upAfter);
            return (
              <li key={at}>
                <b>{bpmText(step.bpm)}</b>
                {stepNote(step) === '' ? null : <small>{stepNote(step)}</small>}
                {boxes > MOST_BOXES ? (
                  <span>
                    <i className="box" /> × {boxes}
                  </span>
                ) : (
                  <span>
                    {Array.from({ length: boxes }, (__, box) => (
                      <i className="box" key={box} />
                    ))}
                  </span>
                )}
              </li>
            );
          })}
        </ul>
      ),
    })),
  ];
}

function roomPiece(isOfBoth: boolean): LoosePiece {
  return {
    key: 'room',
    withNext: false,
    body: (
      <div className="room">
        <h3>What I noticed{isOfBoth ? '' : ' about this exercise'}</h3>
        {Array.from({ length: isOfBoth ? ROOM_LINES_OF_BOTH : ROOM_LINES }, (_, line) => (
          <i key={line} />
        ))}
      </div>
    ),
  };
}

/** Whether an exercise is the twin of another: it climbs the same ladder, and stands with it. */
const isTwinOf = (item: SheetItem | undefined, other: SheetItem | undefined): boolean =>
  item !== undefined && item.exercise.drill?.stage === 'twin' && item.exercise.drill.parentId === other?.id;

/** All pieces of a sheet for a width in pixels. An exercise and its twin after it share ladder and room. */
export function piecesOf(
  items: readonly SheetItem[],
  { setup, hand }: Pick<PlayerRecord, 'setup' | 'hand'>,
  settings: HandoutSettings,
  view: ViewSettings,
  width: number,
): SheetPiece[] {
  return items.flatMap((item, index) => {
    const { exercise } = item;
    const plan = planOf(exercise.passage, exercise.policy, setup);
    const shown: Shown = { exercise, plan, view: { ...view, plainly: settings.plainly } };
    const short = settings.short ? shortForm(exercise, setup) : null;
    const drawn: Shown = short
      ? {
          ...shown,
          exercise: short.exercise,
          plan: planOf(short.exercise.passage, short.exercise.policy, setup),
        }
      : shown;
    const isTwin = isTwinOf(item, items[index - 1]);
    const isBeforeTwin = isTwinOf(items[index + 1], item);
    const pieces: LoosePiece[] = [
      { key: 'heading', withNext: true, body: <Heading {...shown} usual={hand} /> },
      ...(cuesFor(exercise, plan, shown.view).length > 0
        ? [{ key: 'cues', withNext: true, body: <Cues {...shown} /> }]
        : []),
      // Its signs are those of the line before it.
      ...(isTwin ? [] : [{ key: 'marks', withNext: true, body: <Marks plan={plan} /> }]),
      ...lanePieces(drawn, width),
      ...(short
        ? [
            {
              key: 'moves',
              withNext: false,
              body: (
                <p>
                  <b>{short.words}</b> <small>({counted(short.notes, 'note')} in all)</small>
                </p>
              ),
            },
          ]
        : []),
      { key: 'larger', withNext: false, body: <LargerStrokes exercise={drawn.exercise} plan={drawn.plan} /> },
      ...(settings.notes ? notePieces(exercise, plan) : []),
      ...(settings.ladder && !isBeforeTwin ? ladderPieces(item, setup, width, isTwin) : []),
      ...(settings.room && !isBeforeTwin ? [roomPiece(isTwin)] : []),
    ];
    return pieces.map((piece, at) => ({
      ...piece,
      key: `${item.id}-${piece.key}`,
      of: isTwin ? items[index - 1]!.id : item.id,
      startsPage: at === 0 && index > 0 && settings.pageEach && !isTwin,
    }));
  });
}
