/** Which stroke with which change falls on which place in the beat, and what the other start would bring. */
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import type { Setup } from '../instrument/instrument';
import { analyseStrokes, type Analysis } from './analysis';
import { commonPasses, placeInBeat } from './places';
import { otherStroke, type PickingPolicy } from './policy';
import { assignStrokes, type StrokeAssignment } from './strokes';

/** What leaves a note: a kind of string change, or the string is kept. */
export const COVERED = ['outside', 'inside', 'sweep', 'backtrack', 'same string'] as const;
/** The kinds of change that coverage counts. */
export type Covered = (typeof COVERED)[number];

/** How often a kind of change meets a stroke on a place of the beat. */
export interface CoverageCell {
  /** Place in the beat; 0 is the beat itself. */
  readonly place: number;
  readonly stroke: Stroke;
  readonly kind: Covered;
  /** Over the common period of strokes and beat. */
  readonly count: number;
  /** The same with the other start. */
  readonly otherStart: number;
}

export interface Coverage {
  /** Passes of the common period. */
  readonly passes: number;
  /** Every place and stroke with every kind that occurs with either start. */
  readonly cells: readonly CoverageCell[];
}

function countsOf(passage: Passage, analysis: Analysis, passes: number): Map<string, number> {
  const { startTicks, endTicks } = loopSpan(passage);
  const noteById = new Map(passage.notes.map((note) => [note.id, note]));
  const counts = new Map<string, number>();
  const repeats = analysis.loop ? passes / analysis.passes : 1;
  for (const change of analysis.transitions) {
    const { onsetTicks } = noteById.get(change.fromNote)!;
    const kind: Covered =
      change.kind === 'alternate' || change.kind === 'repeat' ? 'same string' : change.kind;
    for (let again = 0; again < repeats; again++) {
      const pass = change.pass + again * analysis.passes;
      const place = placeInBeat(passage, onsetTicks, pass, endTicks - startTicks);
      const key = `${place} ${change.fromStroke} ${kind}`;
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
  }
  return counts;
}

/** The passes after which strokes and beat come round together. */
function periodOf(passage: Passage, analysis: Analysis): number {
  if (!analysis.loop) return 1;
  const { startTicks, endTicks } = loopSpan(passage);
  return commonPasses(analysis.passes, endTicks - startTicks, passage.meter.beatTicks);
}

/**
 * Coverage of (place in the beat × stroke × kind of change that leaves the note) over the common period. A cell that is
 * empty here and filled with the other start can be had by that start; one that is empty with both is not in these notes.
 */
export function coverageOf(
  passage: Passage,
  policy: PickingPolicy,
  assignment: StrokeAssignment,
  setup: Setup,
): Coverage {
  const loop = policy.loop === true;
  const analysis = analyseStrokes(passage, assignment, loop, setup);
  const passes = periodOf(passage, analysis);
  const counts = countsOf(passage, analysis, passes);
  const first = assignment.passes[0]?.find((stroke) => stroke !== null) ?? 'down';
  const other = assignStrokes(passage, { ...policy, start: otherStroke(first) });
  const otherAnalysis = analyseStrokes(passage, other, loop, setup);
  const otherCounts = countsOf(passage, otherAnalysis, periodOf(passage, otherAnalysis));
  const occurs = (kind: Covered) =>
    [...counts.keys(), ...otherCounts.keys()].some((key) => key.endsWith(` ${kind}`));
  const kinds = COVERED.filter(occurs);
  const cells = Array.from({ length: passage.subdivision }, (_, place) =>
    (['down', 'up'] as const).flatMap((stroke) =>
      kinds.map((kind): CoverageCell => {
        const key = `${place} ${stroke} ${kind}`;
        return { place, stroke, kind, count: counts.get(key) ?? 0, otherStart: otherCounts.get(key) ?? 0 };
      }),
    ),
  ).flat();
  return { passes, cells };
}
