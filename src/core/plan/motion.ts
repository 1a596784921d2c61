/** The pick as it moves: where it is at any moment of a pass, across the strings and out of their plane. */
import { TICKS_PER_QUARTER } from '../time/slots';
import type { Strike } from './strikes';
import { isStringChange, restString, type Slant } from '../picking/changes';
import type { Schools } from '../picking/schools';

/** Where the pick is. */
export interface PickPose {
  /** In string spacings from string 0: string s lies at s, the gap on its ceiling side at s + 0.5. */
  readonly across: number;
  /** 0: its tip reaches into the plane of the strings; 1: clear of them. */
  readonly lift: number;
  /** Index of the stroke that is being made or was made last. */
  readonly strike: number;
}

/** A stroke takes this part of the time to its neighbour on either side, so it is large while slow. */
const STROKE_SHARE = 0.16;

/** The middle of a gap, in string spacings. */
const inGap = (gap: number) => gap + 0.5;

/** Slow at both ends. */
const eased = (part: number) => part * part * (3 - 2 * part);

/** Strokes one after the other with what follows the last: the first of the next pass, or nothing. */
export interface StrikeLine {
  readonly strikes: readonly Strike[];
  /** The stroke before the first and after the last, with their moments counted on from this pass. */
  readonly before: { readonly strike: Strike; readonly ticks: number } | null;
  readonly after: { readonly strike: Strike; readonly ticks: number } | null;
}

/**
 * The strokes of one pass with their neighbours over the seam. `passTicks` is the length of the loop, or null for a
 * line that is played once.
 */
export function strikeLine(
  passes: readonly (readonly Strike[])[],
  pass: number,
  passTicks: number | null,
): StrikeLine {
  const strikes = passes[pass] ?? [];
  if (passTicks === null) return { strikes, before: null, after: null };
  const [previous, next] = [pass - 1, pass + 1].map(
    (other) => passes[(other + passes.length) % passes.length] ?? [],
  );
  const [last, first] = [
    previous!.findLast((one) => one.leaves?.seam),
    next!.find((one) => one.arrives?.seam),
  ];
  return {
    strikes,
    before: last ? { strike: last, ticks: last.ticks - passTicks } : null,
    after: first ? { strike: first, ticks: first.ticks + passTicks } : null,
  };
}

/** The stroke that follows one (−1: the first), round the seam where that is the way. */
function nextOf({ strikes, after }: StrikeLine, at: number): { strike: Strike; ticks: number } | null {
  const strike = strikes[at + 1];
  return strike && !strikes[at]?.leaves?.seam ? { strike, ticks: strike.ticks } : after;
}

/** A stroke by itself has a sixteenth's room. */
const LONE_TICKS = TICKS_PER_QUARTER / 4;

/** Ticks from a stroke to the next; of the last of a line those from the one before. */
function roomAt(line: StrikeLine, at: number): number {
  const { ticks } = line.strikes[at]!;
  const next = nextOf(line, at);
  return next ? next.ticks - ticks : ticks - (line.strikes[at - 1]?.ticks ?? ticks - LONE_TICKS);
}

/** Where the pick is at a moment of a pass; null where the pass has no stroke. */
export function poseAt({ strikes, before, after }: StrikeLine, ticks: number): PickPose | null {
  if (strikes.length === 0) return null;
  // The stroke at or before the moment; −1 while the first is still to come.
  let at = strikes.findLastIndex((one) => one.ticks <= ticks);
  const following = nextOf({ strikes, before, after }, at);
  const now = at >= 0 ? strikes[at]! : before?.strike;
  const nowTicks = at >= 0 ? strikes[at]!.ticks : before?.ticks;
  const through = (strike: Strike, part: number) =>
    inGap(strike.gapBefore) + part * (strike.gapAfter - strike.gapBefore);
  at = Math.max(0, at);
  if (!now || nowTicks === undefined) return { across: inGap(strikes[0]!.gapBefore), lift: 0, strike: 0 };
  if (!following) {
    const half = STROKE_SHARE * roomAt({ strikes, before, after }, at);
    return { across: through(now, Math.min(1, 0.5 + (ticks - nowTicks) / (2 * half))), lift: 0, strike: at };
  }
  const { strike: next, ticks: nextTicks } = following;
  const half = STROKE_SHARE * (nextTicks - nowTicks);
  const since = ticks - nowTicks;
  if (since < half) return { across: through(now, 0.5 + since / (2 * half)), lift: 0, strike: at };
  const until = nextTicks - ticks;
  if (until < half) return { across: through(next, 0.5 - until / (2 * half)), lift: 0, strike: at };
  const part = (since - half) / (nextTicks - nowTicks - 2 * half);
  const across = inGap(now.gapAfter) + eased(part) * (next.gapBefore - now.gapAfter);
  const isClear = now.leaves?.contact === 'clear' && now.gapAfter !== next.gapBefore;
  return { across, lift: isClear ? Math.sin(Math.PI * part) : 0, strike: at };
}

/** The moment at which a stroke is over and the pick stands in the gap behind it. */
export function standingTicks(line: StrikeLine, at: number): number {
  return line.strikes[at]!.ticks + STROKE_SHARE * roomAt(line, at);
}

/** So far from a string that it lies on, in string spacings. */
const LYING = 0.14;

/**
 * Where the pick must be seen when the player stops after a stroke: where a good exit has carried it. Outside it is past the string to
 * come and out of the strings; inside, or against the grain, on the side it went to and out of them; in a sweep it lies on the next
 * string; without a string change it stays in the plane beside its own.
 */
export function standingPose(line: StrikeLine, at: number): PickPose {
  const { leaves, gapAfter, stroke, exit } = line.strikes[at]!;
  const aside = inGap(gapAfter);
  if (leaves?.contact === 'rest') {
    const across = restString(exit, stroke) + (stroke === 'down' ? LYING : -LYING);
    return { across, lift: 0, strike: at };
  }
  if (!leaves || !isStringChange(leaves)) return { across: aside, lift: 0, strike: at };
  const next = leaves.kind === 'outside' ? nextOf(line, at) : null;
  return { across: next ? inGap(next.strike.gapBefore) : aside, lift: 1, strike: at };
}

/** The slant that the pick has at a stroke, turned early or late; null where the line asks for none. */
export function slantAt(
  { strikes, before, after }: StrikeLine,
  at: number,
  { switching }: Schools,
): Slant | null {
  const asked = (some: readonly (Strike | undefined)[]) =>
    some.find((one) => one?.leaves?.slant)?.leaves?.slant ?? null;
  const earlier = [...strikes.slice(0, at).reverse(), before?.strike];
  const later = [...strikes.slice(at), after?.strike];
  if (switching === 'early') return asked(later) ?? asked(earlier);
  return strikes[at]?.leaves?.slant ?? asked(earlier) ?? asked(later);
}
