/** The plan of an exercise: strokes, analysis and goal check derived in one place, for everyone to read. */
import type { Setup } from '../instrument/instrument';
import { analyseStrokes, type Analysis } from '../picking/analysis';
import type { PickingPolicy } from '../picking/policy';
import { assignStrokes, type StrokeAssignment } from '../picking/strokes';
import type { Passage, Stroke } from '../passage/passage';

export interface Plan {
  readonly assignment: StrokeAssignment;
  readonly analysis: Analysis;
}

/** Strokes and their analysis under a policy. */
export function planOf(passage: Passage, policy: PickingPolicy, setup: Setup): Plan {
  const assignment = assignStrokes(passage, policy);
  return { assignment, analysis: analyseStrokes(passage, assignment, policy.loop === true, setup) };
}

/** The policy that gives a row of strokes with the fewest differences, and the notes where it differs. */
export function fitPolicy(
  passage: Passage,
  strokes: Readonly<Record<string, Stroke>>,
  policy: PickingPolicy,
): { policy: PickingPolicy; differing: string[] } {
  const first =
    passage.notes.map((note) => strokes[note.id]).find((stroke) => stroke !== undefined) ?? 'down';
  const other = policy.kind === 'economy' ? 'alternateByNote' : 'economy';
  const candidates = [
    { ...policy, start: first },
    { ...policy, kind: other, start: first },
    ...(other === 'economy' || policy.kind === 'economy'
      ? [{ ...policy, kind: 'economy' as const, start: first, travelOverSkips: true }]
      : []),
  ] as const;
  return candidates
    .map((candidate) => {
      const given = assignStrokes(passage, candidate).passes[0]!;
      const differing = passage.notes.flatMap((note, at) =>
        strokes[note.id] !== undefined && strokes[note.id] !== given[at] ? [note.id] : [],
      );
      return { policy: candidate, differing };
    })
    .reduce((best, candidate) => (candidate.differing.length < best.differing.length ? candidate : best));
}
