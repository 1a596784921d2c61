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
  /** The note heard last in this sweep. */
  let last: number | null = null;
  return notes.map(({ onset, change }, at) => {
    if (change !== 'sweep') [isIn, last] = [false, null];
    const here = times[at]!;
    if (here === null) return isIn;
    if (!isIn && last !== null) isIn = here - times[last]! < BUNCHED_PART * (onset - notes[last]!.onset);
    last = at;
    return isIn;
  });
}

/** What an amplifier or other strings make of bunched sweeps: in them a note that was not heard, or not in its pitch, may be there, and one too many need not be. */
export interface Blurred {
  /** Notes of such sweeps. */
  readonly notes: ReadonlySet<number>;
  /** Whether something heard at a time, in seconds, lies in such a sweep. */
  readonly has: (seconds: number) => boolean;
  /** Whether most sweeps were: then the others are taken to be, too little of them was heard to tell. */
  readonly isMost: boolean;
}

/** Slack round a bunch, in seconds: its first or last note may not have been heard. */
const ROUND_BUNCH_SECONDS = 0.06;
const MOSTLY = 0.5;

/** Whole sweeps that were played in a bunch. @param times as for `bunchesIn`. */
export function blurredIn(plan: TakePlan, times: readonly (number | null)[]): Blurred {
  const { notes } = plan;
  const bunched = bunchesIn(plan, times);
  const sweeps: { all: number[]; heard: number[]; isBunched: boolean }[] = [];
  for (let first = 0; first < notes.length; first++) {
    const all = [first];
    while (notes[all.at(-1)! + 1]?.change === 'sweep') all.push(all.at(-1)! + 1);
    first = all.at(-1)!;
    if (all.length === 1) continue;
    const heard = all.filter((at) => times[at] !== null);
    sweeps.push({ all, heard, isBunched: all.some((at) => bunched[at]) });
  }
  const sure = sweeps.filter(({ isBunched }) => isBunched);
  const isMost = sure.length > MOSTLY * sweeps.length;
  const blurred = isMost ? sweeps : sure;
  const spans = blurred.flatMap(({ heard: [first, ...others] }) =>
    first === undefined
      ? []
      : [
          [
            times[first]! - ROUND_BUNCH_SECONDS,
            times[others.at(-1) ?? first]! + ROUND_BUNCH_SECONDS,
          ] as const,
        ],
  );
  return {
    notes: new Set(blurred.flatMap(({ all }) => all)),
    has: (seconds) => spans.some(([from, to]) => seconds >= from && seconds <= to),
    isMost,
  };
}
