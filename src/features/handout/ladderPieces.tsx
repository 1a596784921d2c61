/** A ladder on paper. */
import { bpmText, counted, durationText, stepWords, type LadderStep, type Setup } from '@/core';
import { climbOf } from '@/core/drills';
import type { LoosePiece, SheetItem } from './sheetPiece';

/** Boxes a step at most; more passes are one box with their number. */
const MOST_BOXES = 8;
/** Pixels of a tempo, a box, a letter of what is said beside them, and between two steps. */
const TEMPO_WIDTH = 50;
const BOX_WIDTH = 19;
const LETTER_WIDTH = 6.5;
const STEP_GAP = 18;

/** What of a step must be said beside its tempo: what is played. How the hand moves and looks is the runner's to say; it would cost a page. */
const stepNote = (step: LadderStep, written: number) =>
  stepWords({ ...step, movement: null, look: null }, written).join(', ');

/** How many steps stand beside each other: as many as the widest allows. */
function columnsOf(steps: readonly LadderStep[], written: number, width: number): number {
  const widths = steps.map((step) => {
    const boxes = step.upAfter > MOST_BOXES ? 3 : Math.max(1, step.upAfter);
    const note = stepNote(step, written).length * LETTER_WIDTH;
    return TEMPO_WIDTH + boxes * BOX_WIDTH + (note > 0 ? note + 10 : 0);
  });
  return Math.max(1, Math.floor((width + STEP_GAP) / (Math.max(...widths) + STEP_GAP)));
}

/** The ladder of an exercise, with boxes to tick; `isOfBoth`: its twin's as well. */
export function ladderPieces(
  { exercise, ladder }: SheetItem,
  setup: Setup,
  width: number,
  isOfBoth: boolean,
): LoosePiece[] {
  // The same climb as the Ladder and the runner have, parts of a density ladder included.
  const { spec, steps, times } = climbOf(exercise, ladder, setup);
  const written = exercise.passage.subdivision;
  const columns = columnsOf(steps, written, width);
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
                {stepNote(step, written) === '' ? null : <small>{stepNote(step, written)}</small>}
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
