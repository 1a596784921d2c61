/** The whole figure in other rhythms, with its accents moved, or from the other stroke. Common practice, no source. */
import type { Exercise } from '../model/exercise';
import type { Setup } from '../instrument/instrument';
import { planOf } from '../plan/plan';
import type { Passage } from '../passage/passage';
import { isPicked } from '../picking/picks';
import { otherStroke, type PickingPolicy } from '../picking/policy';
import { accentNotes } from '../rhythm/lay';
import { RHYTHMS } from '../rhythm/names';
import { inRhythm, RHYTHM_WORDS } from '../rhythm/variants';
import { judged, type Drill } from './stages';

/** Fewer moments than this have no rhythm to change. */
const LEAST_MOMENTS = 4;

/** Drills of the whole figure: its rhythms, its accents one later, its other start. None for a figure of a few notes. */
export function rhythmDrills(exercise: Exercise, setup: Setup): Drill[] {
  const { passage, policy } = exercise;
  if (new Set(passage.notes.map(({ onsetTicks }) => onsetTicks)).size < LEAST_MOMENTS) return [];
  // Every note stays itself.
  const from = new Map(passage.notes.map(({ id }) => [id, id]));
  const drill = (part: string, trains: string, to: Passage, by: PickingPolicy = policy): Drill => ({
    ...judged(
      null,
      { stage: 'rhythm', laid: { passage: to, policy: by, from }, keepsPlace: true, part },
      setup,
    ),
    trains,
  });
  const first = planOf(passage, policy, setup).assignment.passes[0]?.find((stroke) => stroke !== null);
  // A locked first stroke stays what it is.
  const isOpen = first && !passage.notes.find(isPicked)?.lock;
  return [
    ...RHYTHMS.map((rhythm) => drill(rhythm, RHYTHM_WORDS[rhythm], inRhythm(passage, rhythm))),
    ...(passage.subdivision > 1
      ? [
          drill(
            'accents one after the beats',
            'the beat goes on under other strokes',
            accentNotes(passage, 'after the beats'),
          ),
        ]
      : []),
    ...(isOpen
      ? [
          drill('the other start', 'by alternation inside and outside change places', passage, {
            ...policy,
            start: otherStroke(first),
          }),
        ]
      : []),
  ];
}
