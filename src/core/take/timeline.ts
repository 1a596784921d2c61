/** How the tempo went: where each note was to be expected of this player, found from all that were played around it. */
import { lowerBound } from './sorted';

/** A match of plan and recording, in seconds. */
export interface Moment {
  readonly planned: number;
  readonly heard: number;
}

const REACH_SECONDS = 2.5;
const REACH_INTERVALS = 16;
/** Rounds of robust weights (Cleveland 1979). */
const ROUNDS = 3;
/** Notes before and after a place that must agree that something was broken off there. */
const SIDE_NOTES = 5;
const BREAK_SECONDS = 0.08;
const BREAK_INTERVALS = 0.6;

/** Where a player was to be expected. */
export interface TimeLine {
  /** Seconds of the recording at which a planned second was due. */
  readonly at: (planned: number) => number;
  /** Planned seconds at which the player broke off and went on later or earlier, and by how much. */
  readonly breaks: readonly { readonly planned: number; readonly seconds: number }[];
}

export const medianOf = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
};

/** A straight line through weighted points, told at one place; the weighted mean where they do not spread. */
function lineAt(
  place: number,
  xs: readonly number[],
  ys: readonly number[],
  weights: readonly number[],
): number {
  let [w, x, y] = [0, 0, 0];
  for (let at = 0; at < xs.length; at++) {
    w += weights[at]!;
    x += weights[at]! * xs[at]!;
    y += weights[at]! * ys[at]!;
  }
  if (w === 0) return medianOf(ys);
  x /= w;
  y /= w;
  let [xx, xy] = [0, 0];
  for (let at = 0; at < xs.length; at++) {
    xx += weights[at]! * (xs[at]! - x) ** 2;
    xy += weights[at]! * (xs[at]! - x) * (ys[at]! - y);
  }
  return xx / w < 1e-6 ? y : y + (xy / xx) * (place - x);
}

/** Local straight lines through what is late against the plan (Cleveland 1979): tricube by distance, bisquare by residual. */
function smooth(moments: readonly Moment[], reach: number): (planned: number) => number {
  const xs = moments.map(({ planned }) => planned);
  const ys = moments.map(({ planned, heard }) => heard - planned);
  let robust: number[] = xs.map(() => 1);
  const valueAt = (place: number): number => {
    let first = lowerBound(xs, place - reach);
    let last = lowerBound(xs, place + reach);
    // At least a few notes, however long the rests are.
    while (last - first < SIDE_NOTES && (first > 0 || last < xs.length)) {
      const left = first > 0 ? place - xs[first - 1]! : Infinity;
      const right = last < xs.length ? xs[last]! - place : Infinity;
      if (left <= right) first--;
      else last++;
    }
    const near = xs.slice(first, last);
    const widest = Math.max(reach, ...near.map((x) => Math.abs(x - place) * 1.001));
    const weights = near.map((x, at) => robust[first + at]! * (1 - (Math.abs(x - place) / widest) ** 3) ** 3);
    return lineAt(place, near, ys.slice(first, last), weights);
  };
  for (let round = 1; round < ROUNDS; round++) {
    const residuals = xs.map((x, at) => ys[at]! - valueAt(x));
    const scale = 6 * medianOf(residuals.map(Math.abs)) || 1e-4;
    robust = residuals.map((residual) => Math.max(0, 1 - (residual / scale) ** 2) ** 2);
  }
  return (place) => place + valueAt(place);
}

/** The indices at which a player broke off: the notes before and after agree, each among themselves, on another place. */
function breaksOf(moments: readonly Moment[], interval: number): number[] {
  const least = Math.max(BREAK_SECONDS, BREAK_INTERVALS * interval);
  const late = moments.map(({ planned, heard }) => heard - planned);
  const found: number[] = [];
  for (let at = 2; at <= late.length - 2; at++) {
    const before = medianOf(late.slice(Math.max(0, at - SIDE_NOTES), at));
    const after = medianOf(late.slice(at, at + SIDE_NOTES));
    const here = Math.abs(late[at]! - late[at - 1]!);
    const isMost = found.length === 0 || at - found.at(-1)! >= SIDE_NOTES;
    if (Math.abs(after - before) > least && here > least / 2 && isMost) found.push(at);
  }
  return found;
}

/** The time line through what was matched, in order; at least one moment. */
export function timeLineOf(moments: readonly Moment[], interval: number): TimeLine {
  const reach = Math.max(REACH_SECONDS, REACH_INTERVALS * interval);
  const cuts = breaksOf(moments, interval);
  const parts = [0, ...cuts].map((from, at) => moments.slice(from, cuts[at] ?? moments.length));
  const lines = parts.map((part) => smooth(part, reach));
  const starts = cuts.map((at) => (moments[at - 1]!.planned + moments[at]!.planned) / 2);
  return {
    at: (planned) => {
      let part = 0;
      while (part < starts.length && planned > starts[part]!) part++;
      return lines[part]!(planned);
    },
    breaks: cuts.map((at) => ({
      planned: moments[at]!.planned,
      seconds:
        moments[at]!.heard - moments[at - 1]!.heard - (moments[at]!.planned - moments[at - 1]!.planned),
    })),
  };
}
