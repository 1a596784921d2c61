/** A part of an exercise, looked at as it stands in the whole. */
import type { Setup } from '../instrument/instrument';
import type { Passage } from '../passage/passage';
import { lockRange, notesIn, type Range } from '../passage/range';
import { analyseStrokes } from '../picking/analysis';
import type { PickingPolicy } from '../picking/policy';
import { assignStrokes } from '../picking/strokes';
import type { Plan } from './plan';

/** Of a passage the notes in a range, counted as in the whole: what comes before the first barline among them is a pick-up. */
function countedAsThere(passage: Passage, range: Range): Passage {
  const { loopBounds: _, ...rest } = passage;
  const { beats, beatTicks } = passage.meter;
  const barTicks = beats * beatTicks;
  const beatStart = Math.floor(range.fromTicks / beatTicks) * beatTicks;
  const fromTicks = Math.max(beatStart, -passage.pickupTicks);
  const barline = Math.ceil(fromTicks / barTicks) * barTicks;
  const bars = Math.round(barline / beatTicks);
  return {
    ...rest,
    pickupTicks: barline - fromTicks,
    lengthTicks: range.toTicks - barline,
    beatSubdivisions: Object.fromEntries(
      Object.entries(passage.beatSubdivisions).map(([beat, slots]) => [Number(beat) - bars, slots]),
    ),
    notes: notesIn(passage, range).map((note) => ({ ...note, onsetTicks: note.onsetTicks - barline })),
  };
}

/**
 * The plan of the notes in a range: each keeps the stroke it has in the whole, and what is said of them are the changes between them.
 * @param policy of the whole. @param pass of the whole's period, from 0. @param range in ticks; notes that begin in it are in it
 * @returns a plan of one pass that begins with the beat of its first note; of no notes where none begin there
 */
export function excerptPlan(
  whole: Plan,
  policy: PickingPolicy,
  pass: number,
  range: Range,
  setup: Setup,
): Plan {
  const strokes = whole.assignment.passes[pass] ?? null;
  const passage = countedAsThere(whole.passage, range);
  // Locked for the solving only: what the teacher left to the plan shows no lock.
  const held = countedAsThere(lockRange(whole.passage, range, strokes), range);
  const assignment = assignStrokes(held, { ...policy, loop: false });
  return { passage, assignment, analysis: analyseStrokes(passage, assignment, false, setup) };
}
