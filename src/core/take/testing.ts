/** Plans for tests and measurements of takes. */
import { kindOf } from '../picking/changes';
import type { PlannedNote, TakePlan } from './plan';

/** Two octaves of a scale of our own, three notes to a string. */
const SCALE = [45, 47, 48, 50, 52, 53, 55, 57, 59, 60, 62, 64, 65, 67, 69, 71];

/** What a plan for a test is. */
export interface TestPlan {
  readonly bpm: number;
  readonly count: number;
  readonly perBeat?: number;
  /** The second note on each string is hammered on the way up. */
  readonly hammered?: boolean;
  /** Every note on a string of its own, one motion down and up: sweeps. */
  readonly swept?: boolean;
  readonly countInBeats?: number;
}

/** A line up and down again, alternated, with clicks from the count-in on. */
export function testPlan({ bpm, count, perBeat = 4, hammered, swept, countInBeats = 4 }: TestPlan): TakePlan {
  const beat = 60 / bpm;
  const size = swept ? 6 : SCALE.length;
  const round = 2 * size - 2;
  let before: { string: number; stroke: 'down' | 'up' } | null = null;
  const notes = Array.from({ length: count }, (_, at): PlannedNote => {
    const place = at % round;
    const step = place < size ? place : round - place;
    const string = swept ? 6 - step : 6 - Math.floor(step / 3);
    const goesUp = place < size - 1;
    const isHammered = hammered === true && place < size && step % 3 === 1;
    const stroke = swept ? (goesUp || place === 0 ? 'down' : 'up') : at % 2 === 0 ? 'down' : 'up';
    const change = before && !isHammered ? kindOf(before.stroke, stroke, before.string - string) : null;
    if (!isHammered) before = { string, stroke };
    return {
      id: `n${at}`,
      onset: (at * beat) / perBeat,
      midi: [swept ? [45, 52, 57, 60, 64, 69][step]! : SCALE[step]!],
      technique: isHammered ? 'hammer' : 'pick',
      change,
      string,
      ...(isHammered ? {} : { stroke }),
    };
  });
  const beats = countInBeats + Math.ceil(count / perBeat);
  const clicks = Array.from({ length: beats }, (_, at) => ({
    at: (at - countInBeats) * beat,
    sound: (at - countInBeats) % 4 === 0 ? ('bar' as const) : ('beat' as const),
  }));
  return { notes, clicks };
}
