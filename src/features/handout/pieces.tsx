'use client';
/** The pieces of a sheet, one exercise after the other; none of them is ever split over two pages. */
import {
  asksForChanges,
  counted,
  countText,
  cuesFor,
  goalText,
  handFor,
  capital,
  handText,
  noteDampersText,
  KIND_NAMES,
  largerExits,
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
  type Plan,
  type PickingHand,
  type PlayerRecord,
} from '@/core';
import { shortForm } from '@/core/compose';
import type { HandoutSettings, ViewSettings } from '@/storage';
import { layoutLane, PRINT_LANE, type LaneSystem } from '@/ui/lane/layout';
import { rowsFor } from '@/ui/lane/drawing';
import { KindIcon, StrokeIcon } from '@/ui/lane/marks';
import { SystemDrawing } from '@/ui/lane/SystemDrawing';
import type { QrCode } from '@/work/qr';
import { codePiece } from './codePiece';
import { ladderPieces } from './ladderPieces';
import type { LoosePiece, SheetItem, SheetPiece } from './sheetPiece';

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
  const hand = [handText(handFor(exercise.hand, usual)), noteDampersText(exercise.passage)]
    .filter((part) => part !== '')
    .join('; ');
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
  codes: ReadonlyMap<string, QrCode | null> | null = null,
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
      ...(codes?.has(item.id) ? [codePiece(codes.get(item.id)!)] : []),
    ];
    return pieces.map((piece, at) => ({
      ...piece,
      key: `${item.id}-${piece.key}`,
      of: isTwin ? items[index - 1]!.id : item.id,
      startsPage: at === 0 && index > 0 && settings.pageEach && !isTwin,
    }));
  });
}
