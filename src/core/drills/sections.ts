/** Long figures in parts: named sections, the joins between them, and the build-up 1, 1 + 2, 1 + 2 + 3. */
import type { Exercise } from '../model/exercise';
import type { Plan } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { modulo } from '../time/periods';
import { layOnce, type CellPick } from './cell';
import { judged, picksOfPlan, type Drill } from './stages';

/** Figures of fewer notes are short enough as they are: common practice, no source. */
export const LONG_FIGURE_NOTES = 12;

const MOST_SECTIONS = 4;

/** Parts that the teacher cuts: each begins at one of the picked notes of some numbers (from 1), the first at the first note. */
function ownSections(picks: readonly CellPick[], begins: readonly number[]): CellPick[][] {
  const starts = [...new Set([1, ...begins])].filter((at) => at <= picks.length).sort((a, b) => a - b);
  return starts.map((start, at) => picks.slice(start - 1, (starts[at + 1] ?? picks.length + 1) - 1));
}

/** Numbers of the picks (from 0) at which a string begins: where a hand feels a part begin. */
function stringStarts(picks: readonly CellPick[]): number[] {
  return picks.flatMap(({ note }, at) => (at > 0 && note.string !== picks[at - 1]!.note.string ? [at] : []));
}

/**
 * Notes of each section: parts as even as bar lines allow, or beats where there are few bars, each begun at the string change that is
 * nearest to its line, if one is nearer than half a part.
 */
export function sectionsOf(exercise: Exercise, plan: Plan): CellPick[][] {
  const picks = picksOfPlan(exercise, plan);
  const { meter, lengthTicks, pickupTicks } = exercise.passage;
  const spanTicks = lengthTicks + pickupTicks;
  const barTicks = meter.beats * meter.beatTicks;
  const unit = spanTicks >= 2 * barTicks ? barTicks : meter.beatTicks;
  const units = Math.ceil(spanTicks / unit);
  const sections = Math.min(MOST_SECTIONS, units, Math.ceil(picks.length / 8));
  const each = Math.ceil(units / sections) * unit;
  const changes = stringStarts(picks);
  const starts = Array.from({ length: sections - 1 }, (_, part) => {
    const even = picks.findIndex(({ note }) => note.onsetTicks + pickupTicks >= (part + 1) * each);
    if (even < 0) return picks.length;
    const apart = (at: number) => Math.abs(at - even);
    const nearest = changes.reduce((best, at) => (apart(at) < apart(best) ? at : best), Infinity);
    return apart(nearest) * 2 < picks.length / sections ? nearest : even;
  });
  const cuts = [...new Set([0, ...starts, picks.length])].sort((a, b) => a - b);
  return cuts.slice(1).map((end, at) => picks.slice(cuts[at], end));
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** No figure is cut into more parts: each has a letter. */
export const MOST_PARTS = LETTERS.length;

/**
 * The drills of a long figure; none for one that is short. @param begins where the teacher's own parts begin, by the numbers of notes; empty: cut
 * at bars or beats. A short figure is cut where it is asked.
 */
export function sectionDrills(
  exercise: Exercise,
  plan: Plan,
  setup: Setup,
  begins: readonly number[] = [],
): Drill[] {
  const { meter } = exercise.passage;
  const sections =
    begins.length > 0
      ? ownSections(picksOfPlan(exercise, plan), begins).slice(0, MOST_PARTS)
      : sectionsOf(exercise, plan);
  const count = sections.flat().length;
  if ((begins.length === 0 && count < LONG_FIGURE_NOTES) || sections.length < 2) return [];
  const numbers = new Map(sections.flat().map((pick, at) => [pick, at + 1]));
  const drill = (stage: Drill['stage'], its: readonly CellPick[], name: string): Drill => {
    const first = its[0]!;
    // What leads over to the next part is played to the note it lands on.
    const landing = stage === 'join' ? undefined : landingOf(its);
    const picks = landing ? [...its, landing] : its;
    const options = {
      fromTicks: modulo(first.note.onsetTicks, meter.beatTicks),
      restTicks: meter.beatTicks,
    };
    const laid = layOnce(exercise, picks, options);
    const [from, to] = [numbers.get(first), numbers.get(its.at(-1)!)];
    const onTo = landing ? ` on to note ${numbers.get(landing)}` : '';
    const part = `${name}, ${from === to ? `note ${from}` : `notes ${from} to ${to}`}${onTo}`;
    return judged(null, { stage, laid, keepsPlace: true, part }, setup);
  };
  const all = sections.flat();
  const landingOf = (picks: readonly CellPick[]) =>
    all[all.indexOf(picks.at(-1)!) + 1] ?? (exercise.policy.loop ? all[0] : undefined);
  const nearBeat = (picks: CellPick[], side: 'end' | 'start') => {
    const edge = side === 'end' ? picks.at(-1)! : picks[0]!;
    return picks.filter(({ note }) => Math.abs(note.onsetTicks - edge.note.onsetTicks) < meter.beatTicks);
  };
  return [
    ...sections.map((picks, at) => drill('section', picks, `section ${LETTERS[at]}`)),
    ...sections
      .slice(1)
      .map((picks, at) =>
        drill(
          'join',
          [...nearBeat(sections[at]!, 'end'), ...nearBeat(picks, 'start')],
          `join of ${LETTERS[at]} and ${LETTERS[at + 1]}`,
        ),
      ),
    ...sections
      .slice(1, -1)
      .map((_, at) =>
        drill('build-up', sections.slice(0, at + 2).flat(), `sections A to ${LETTERS[at + 1]}`),
      ),
  ];
}
