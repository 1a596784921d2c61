/** Where the next session starts on a ladder. */
import type { LadderStep } from '../model/ladder';
import { stepSpeed } from '../tempo/practice';
import { notesPerSecond } from '../time/slots';
import { statedText, type StatedTempo, type TempoNow } from './stated';

/** The next session starts this much below the lower end of the clean tempo, so that it begins clean: common practice, no source. */
const BELOW = 0.9;

/** Where a session starts on a ladder. */
export interface NextStart {
  /** Number of the step, from 0, and its tempo. */
  readonly step: number;
  readonly bpm: number;
  /** In a sentence. */
  readonly why: string;
  /** Every step may be too fast: a probe finds where to start. */
  readonly needsProbe: boolean;
}

/**
 * Where the next session starts: at the fastest step at or under a tenth below the lower end of the clean tempo, all in notes a
 * second; with none such at the slowest, and a probe is offered. Without a record at the first.
 * @param stated what the record says of it. @param subdivision slots a beat of `tempo` and of steps that name none.
 */
export function nextStart(
  tempo: TempoNow | null,
  stated: StatedTempo | null,
  steps: readonly LadderStep[],
  subdivision: number,
): NextStart {
  const at = (step: number, why: string, needsProbe = false): NextStart => ({
    step,
    bpm: steps[step]!.bpm,
    why,
    needsProbe,
  });
  if (stated === null) return at(0, 'There is no record yet: the ladder starts where it was set.');
  if (tempo === null)
    return at(0, 'The record does not tell a clean tempo yet: the ladder starts where it was set.', true);
  const speeds = steps.map((step) => stepSpeed(step, subdivision, Math.max(step.bpm, step.toBpm ?? 0)));
  const wanted = BELOW * notesPerSecond(tempo.low, subdivision);
  const fits = speeds.filter((speed, number) => speed <= wanted && !steps[number]!.isBurst);
  const known = stated.says === 'estimate' ? `Clean tempo ${statedText(stated)}` : 'Little is on record yet';
  if (fits.length === 0)
    return at(
      speeds.indexOf(Math.min(...speeds)),
      `${known}: no step lies a tenth below that, so begin slower, or let a probe find the start.`,
      true,
    );
  const fastest = Math.max(...fits);
  const step = speeds.findIndex((speed, number) => speed === fastest && !steps[number]!.isBurst);
  return at(
    step,
    stated.says === 'estimate'
      ? `${known}: it begins a tenth below that, so that it begins clean.`
      : `${known}, so it starts carefully.`,
  );
}
