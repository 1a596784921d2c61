/** The string changes that fail most by measure, over the kept takes of an exercise. */
import { isStringChange, PLAIN_CLICK, type Plan, type TakeRecord, type Transition } from '@/core';
import { rateOf, type Rate } from '@/core/record';
import { inTimeMs, noteIdOf, takePlanOf } from '@/core/take';

/** A change as takes heard it. */
export interface MeasuredChange {
  readonly change: Transition;
  /** Of which notes, as last heard. */
  readonly passageHash: string;
  /** Times that its note was missing, wrong, bunched or out of time, of how many it was due. */
  readonly faults: number;
  readonly times: number;
  /** Of 100, with the 90 % interval. */
  readonly rate: Rate;
  /** Milliseconds late in the mean of those that were heard; below 0: early. */
  readonly meanMs: number;
}

/**
 * Changes by how often their note was not as it should be, by the lower end of that rate; what was always in time is left out.
 * @param planOf the plan of notes by their hash; undefined: they are not here any more.
 */
export function measuredChanges(
  takes: readonly TakeRecord[],
  planOf: (passageHash: string) => Plan | undefined,
): MeasuredChange[] {
  const found = new Map<string, MeasuredChange & { sumMs: number; heard: number }>();
  for (const { notes, notJudged, passageHash, bpm } of takes) {
    const plan = planOf(passageHash);
    if (!plan || notJudged) continue;
    const limitMs = inTimeMs(
      takePlanOf(plan, { bpm, passes: 1, countInBeats: 0, clicks: PLAIN_CLICK, loop: false }),
    );
    const arriving = new Map(
      plan.analysis.transitions.filter(isStringChange).map((change) => [change.toNote, change]),
    );
    for (const { id, lateMs, state } of notes) {
      const change = arriving.get(noteIdOf(id));
      if (!change) continue;
      const key = `${change.kind} ${change.fromNote} ${change.toNote}`;
      const known = found.get(key) ?? { faults: 0, times: 0, sumMs: 0, heard: 0 };
      const isLate = lateMs !== null && Math.abs(lateMs) > limitMs;
      const faults = known.faults + (state !== 'played' || isLate ? 1 : 0);
      const times = known.times + 1;
      const heard = known.heard + (lateMs === null ? 0 : 1);
      const sumMs = known.sumMs + (lateMs ?? 0);
      const meanMs = heard === 0 ? 0 : sumMs / heard;
      const rate = rateOf(faults, times);
      found.set(key, { change, passageHash, faults, times, heard, sumMs, meanMs, rate });
    }
  }
  return [...found.values()]
    .filter(({ faults }) => faults > 0)
    .sort((a, b) => b.rate.low - a.rate.low || b.faults - a.faults);
}
