/** Density: the same tempo with more and more string changes a beat, from the two notes of a change to the whole exercise. */
import { passBeats } from '../tempo/climb';
import type { Exercise } from '../model/exercise';
import { planOf, type Plan } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { isStringChange } from '../picking/changes';
import type { DensityPart } from '../model/ladder';
import { layOnce, type CellPick } from './cell';
import { picksOfPlan } from './stages';

/** A part of an exercise as it is played round and round. */
export interface DensePart {
  readonly part: DensityPart;
  readonly exercise: Exercise;
  readonly changesPerBeat: number;
}

/** The strings that the goal names, or those of the commonest change; null where no string is changed. */
function focusOf({ goal }: Exercise, { analysis }: Plan): readonly [number, number] | null {
  if (goal.strings) return goal.strings;
  const counts = new Map<string, { count: number; strings: readonly [number, number] }>();
  for (const change of analysis.transitions) {
    if (!isStringChange(change)) continue;
    const { stringFrom, stringTo } = change;
    const strings = [Math.max(stringFrom, stringTo), Math.min(stringFrom, stringTo)] as const;
    const key = strings.join();
    counts.set(key, { strings, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  return [...counts.values()].sort((a, b) => b.count - a.count)[0]?.strings ?? null;
}

/** The longest row of picks on some strings only that holds both strings of the focus; of equal ones the first. */
function longestOn(
  picks: readonly CellPick[],
  strings: readonly number[],
  focus: readonly number[],
): CellPick[] {
  let best: CellPick[] = [];
  let row: CellPick[] = [];
  for (const pick of [...picks, null]) {
    if (pick && strings.includes(pick.note.string)) row.push(pick);
    else {
      const hasBoth = focus.every((string) => row.some(({ note }) => note.string === string));
      if (hasBoth && row.length > best.length) best = row;
      row = [];
    }
  }
  return best;
}

function changesPerBeat(exercise: Exercise, setup: Setup): number {
  const { analysis } = planOf(exercise.passage, exercise.policy, setup);
  const changes = analysis.transitions.filter(isStringChange).length / analysis.passes;
  return changes / passBeats(exercise);
}

const MOST_REST_BEATS = 8;

/**
 * The parts of an exercise, fewest string changes a beat first: the two notes of the change, the longest row on its two strings, on
 * three, the whole. A part that is not sparser than the next gets rests of whole beats until it is. Parts that would be the same as
 * the next are left out; without a string change there is only the whole.
 */
export function densityParts(exercise: Exercise, plan: Plan, setup: Setup): DensePart[] {
  const whole: DensePart = { part: 'whole', exercise, changesPerBeat: changesPerBeat(exercise, setup) };
  const focus = focusOf(exercise, plan);
  if (!focus) return [whole];
  const picks = picksOfPlan(exercise, plan);
  const [thick, thin] = focus;
  const cellAt = picks.findIndex(({ note }, at) => {
    const next = picks[at + 1]?.note.string;
    return next !== undefined && next !== note.string && focus.includes(note.string) && focus.includes(next);
  });
  const pairs = [
    [thick, thin, thick + 1],
    [thick, thin, thin - 1],
  ].map((strings) => longestOn(picks, strings, focus));
  const rows: [DensityPart, CellPick[]][] = [
    ['cell', cellAt < 0 ? [] : picks.slice(cellAt, cellAt + 2)],
    ['pair', longestOn(picks, focus, focus)],
    ['two pairs', pairs[1]!.length > pairs[0]!.length ? pairs[1]! : pairs[0]!],
  ];
  const parts: DensePart[] = [whole];
  let longer = picks.length;
  for (const [part, row] of rows.reverse()) {
    if (row.length < 2 || row.length >= longer) continue;
    longer = row.length;
    const above = parts[0]!.changesPerBeat;
    for (let beats = 0; beats <= MOST_REST_BEATS; beats++) {
      const { beatTicks } = exercise.passage.meter;
      const options = { fromTicks: row[0]!.note.onsetTicks, restTicks: beats * beatTicks };
      const laid = { ...exercise, ...layOnce(exercise, row, options) };
      const density = changesPerBeat(laid, setup);
      if (density >= above && beats < MOST_REST_BEATS) continue;
      if (density < above) parts.unshift({ part, exercise: laid, changesPerBeat: density });
      break;
    }
  }
  return parts;
}
