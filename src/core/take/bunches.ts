/** Sweeps come in bunches: how far their notes may be off, and which say nothing of the time they were played in. */
import type { TakePlan } from './plan';

/** Swept notes come in a bunch, and the note after them waits. */
const LOOSE_PART = 0.5;
/** A swept note that follows sooner than this part of its slot is early by the bunch, and so is the rest of its sweep. */
const BUNCHED_PART = 0.6;

/** How far swept notes may be off, in seconds: half their slot each, and the note after them half of all their slots. */
export function loosenessOf({ notes }: TakePlan): number[] {
  let run = 0;
  return notes.map(({ onset, change }, at) => {
    const slot = at > 0 ? onset - notes[at - 1]!.onset : 0;
    if (change === 'sweep') {
      run += slot;
      return LOOSE_PART * run;
    }
    const after = run;
    run = 0;
    return LOOSE_PART * after;
  });
}

/** Which notes were played in a bunch. @param times seconds at which the planned notes were heard; null: not heard. */
export function bunchesIn({ notes }: TakePlan, times: readonly (number | null)[]): boolean[] {
  let isIn = false;
  return notes.map(({ onset, change }, at) => {
    const [before, here] = [times[at - 1] ?? null, times[at]!];
    if (change !== 'sweep' || here === null) isIn = false;
    else if (!isIn && before !== null) isIn = here - before < BUNCHED_PART * (onset - notes[at - 1]!.onset);
    return isIn;
  });
}
