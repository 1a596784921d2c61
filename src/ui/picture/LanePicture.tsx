/** The lane of an exercise as one drawing, for letters, lesson books and other programs. */
import { capital, pinNumbers, trainsSentence, type Exercise, type Plan } from '@/core';
import type { ViewSettings } from '@/storage';
import { rowsFor } from '../lane/drawing';
import { layoutLane, laneSizeFor } from '../lane/layout';
import { SystemDrawing } from '../lane/SystemDrawing';
import { colour, FONT } from '../theme/tokens';
import { linesOf } from './words';

/** Pixels; a page of a letter takes about as many. */
export const PICTURE_WIDTH = 880;
const EDGE = 20;
const GAP = 14;
const TITLE_SIZE = 20;
const WORDS_SIZE = 14;
const WORDS_LINE = 20;

interface LanePictureProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly view: ViewSettings;
  /** Title and what it trains stand over the lane. */
  readonly withWords: boolean;
  /** Of the exercise only some notes are shown, which the title says. */
  readonly isPart: boolean;
}

/** The drawing: the words, then all systems of all passes, one under the other. */
export function LanePicture({ exercise, plan, view, withWords, isPart }: LanePictureProps) {
  const { passage } = plan;
  const { studentNotes } = exercise;
  const title = `${exercise.title || 'Untitled'}${isPart ? ', a part' : ''}`;
  const room = PICTURE_WIDTH - 2 * EDGE;
  const size = laneSizeFor(passage, room);
  const hasFingers = passage.notes.some((note) => note.finger);
  const rows = rowsFor(passage.tuning.length, size, hasFingers);
  const pinned = pinNumbers(studentNotes);
  const said = withWords
    ? linesOf(capital(trainsSentence(plan.analysis, view)), room / (WORDS_SIZE * 0.5))
    : [];
  const top = EDGE + (withWords ? TITLE_SIZE + said.length * WORDS_LINE + GAP : 0);
  const systems = plan.assignment.passes.flatMap((_, pass) => {
    const layout = layoutLane({ ...plan, pass }, room, size);
    return Array.from({ length: layout.count }, (__, index) => ({ layout, system: layout.system(index) }));
  });
  const height = top + systems.length * (rows.height + GAP) - GAP + EDGE;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={PICTURE_WIDTH}
      height={height}
      viewBox={`0 0 ${PICTURE_WIDTH} ${height}`}
      fontFamily={FONT}
      fill="none"
    >
      <title>{title}</title>
      <rect width={PICTURE_WIDTH} height={height} fill={colour.card} />
      {withWords ? (
        <g fill={colour.ink}>
          <text x={EDGE} y={EDGE + TITLE_SIZE * 0.8} fontSize={TITLE_SIZE} fontWeight={700}>
            {title}
          </text>
          {said.map((line, at) => (
            <text key={line} x={EDGE} y={EDGE + TITLE_SIZE + (at + 0.8) * WORDS_LINE} fontSize={WORDS_SIZE}>
              {line}
            </text>
          ))}
        </g>
      ) : null}
      {systems.map(({ layout, system }, at) => (
        <g key={at} transform={`translate(${EDGE} ${top + at * (rows.height + GAP)})`} fill={colour.ink}>
          <SystemDrawing
            system={system}
            rows={rows}
            size={size}
            strings={layout.strings}
            slotWidth={layout.slotWidth}
            view={view}
            pinned={pinned}
          />
        </g>
      ))}
    </svg>
  );
}
