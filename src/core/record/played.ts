/** What the hands did in a run: strokes, changes by kind, wide stretches, time. */
import { exposureOf } from '../balance/exposure';
import type { Exercise } from '../model/exercise';
import type { Plan } from '../plan/plan';
import { stretchMm } from '../instrument/neck';
import type { Setup } from '../instrument/instrument';
import { loopSpan, type Note } from '../passage/passage';
import type { Run } from '../model/run';

/** Passes of an exercise, the last perhaps broken off at a moment of the passage. */
export interface PlayedPasses {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly passes: number;
  readonly bpm: number;
  /** Null: the last pass was played to its end. */
  readonly untilTicks: number | null;
}

/** Frets follow each other on the neck within one hand position or not; open strings stretch nothing. */
function wideAmong(notes: readonly Note[], setup: Setup, capo: number): number {
  const fretted = notes.filter(({ fret }) => fret > 0);
  return fretted.filter((note, at) => {
    const before = fretted[at - 1];
    return (
      before && stretchMm(before.fret + capo, note.fret + capo, setup.scaleLengthMm) > setup.stretchLimitMm
    );
  }).length;
}

/** The figures of a run. Seams count between passes only; wide stretches are fretted notes in a row further apart than the limit. */
export function playedFigures(
  played: PlayedPasses,
  setup: Setup,
): Pick<Run, 'strokes' | 'exposure' | 'wideStretches' | 'seconds'> {
  const { exercise, plan, passes, bpm, untilTicks } = played;
  const { kinds, seconds } = exposureOf([
    { exercise, plan, passes, bpm, ...(untilTicks === null ? {} : { untilTicks }) },
  ]);
  const { passes: strokesOf } = plan.assignment;
  const span = exercise.policy.loop ? loopSpan(exercise.passage) : null;
  let strokes = 0;
  let wideStretches = 0;
  for (let pass = 0; pass < passes; pass++) {
    const until = pass === passes - 1 && untilTicks !== null ? untilTicks : Infinity;
    const inPass = plan.passage.notes.filter(({ onsetTicks }, at) => {
      const isIn = !span || (onsetTicks >= span.startTicks && onsetTicks < span.endTicks);
      if (!isIn || onsetTicks >= until) return false;
      if (strokesOf[pass % strokesOf.length]![at]) strokes++;
      return true;
    });
    wideStretches += wideAmong(inPass, setup, plan.passage.capo ?? 0);
  }
  return {
    strokes,
    wideStretches,
    exposure: {
      outside: kinds.outside,
      inside: kinds.inside,
      sweep: kinds.sweep,
      backtrack: kinds.backtrack,
    },
    seconds,
  };
}
