/** The stretches of a passage (lead-in, loop pass by pass, ending), each solved toward or onward from the loop. */
import { partAt, type Passage, type Stroke } from '../passage/passage';
import { crossingsBetween } from './geometry';
import { isPicked, type Pick } from './picks';
import { otherStroke, type PickingPolicy } from './policy';
import { solvePulse } from './pulse';
import type { CostOfOtherChoice } from './otherChoice';
import { solveSegment, type SegmentPick, type SolvedSegment } from './segments';

/** A pick with the stroke it was given. */
export interface Struck {
  readonly pick: Pick;
  readonly stroke: Stroke;
}

/** One stretch of picks of a pass as it was solved, with the pick it comes from. */
export interface Stretch {
  readonly picks: readonly Pick[];
  /** Null where the policy slurs. */
  readonly strokes: readonly (Stroke | null)[];
  readonly otherCosts: readonly (CostOfOtherChoice | null)[];
  readonly before: (Struck & { readonly seam: boolean }) | null;
  readonly solved: Omit<SolvedSegment, 'passes' | 'otherCosts'>;
  /** Whether the first pick is where the player begins. */
  readonly begins: boolean;
  /** By pulse: which picks a lock turns against their place in the beat. */
  readonly isOff?: readonly boolean[];
}

/** Splits the picks into lead-in, loop and ending; without a loop (or with an empty one) all are one line. */
function partsOf(passage: Passage, picks: readonly Pick[], loop: boolean): [Pick[], Pick[], Pick[]] {
  if (!loop) return [[], [], [...picks]];
  const parts: [Pick[], Pick[], Pick[]] = [[], [], []];
  for (const pick of picks) {
    const part = partAt(passage, pick.onsetTicks);
    parts[part === 'lead-in' ? 0 : part === 'loop' ? 1 : 2].push(pick);
  }
  return parts[1].length > 0 ? parts : [[], [], [...picks]];
}

function isSingle(pick: Pick): boolean {
  return pick.thinnest === pick.thickest;
}

/**
 * Whether a policy may slur a pick: it is one note without a lock, not the first of the loop, and the note directly
 * before it is on the same string, at another fret, neither dead nor followed by a rest. A chain of written slurs must lead back
 * to the pick before on that string.
 */
function maySlurAfter(passage: Passage, before: Pick, pick: Pick): boolean {
  const { notes } = passage;
  const index = pick.notes[0]!;
  const note = notes[index]!;
  if (!isSingle(pick) || !isSingle(before) || note.lock || note.dead) return false;
  if (before.thinnest !== note.string) return false;
  const last = notes[index - 1]!;
  if (last.onsetTicks === note.onsetTicks || last.string !== note.string) return false;
  if (last.fret === note.fret || last.dead) return false;
  if (last.onsetTicks + last.durationTicks < note.onsetTicks) return false;
  for (let at = index - 1; !isPicked(notes[at]!); at--)
    if (notes[at - 1]?.string !== note.string) return false;
  return true;
}

/** Picks as the policy weighs them. */
function weigh(
  passage: Passage,
  policy: PickingPolicy,
  picks: readonly Pick[],
  cycle: boolean,
): SegmentPick[] {
  if (policy.kind === 'alternateByNote' || policy.kind === 'economy') return [...picks];
  const maySlur = policy.maySlur === true && (policy.kind === 'sweep' || policy.kind === 'oneSlant');
  const { beatTicks } = passage.meter;
  return picks.map((pick, at) => {
    const before = picks[at - 1];
    const after = picks[at + 1] ?? (cycle ? picks[0] : undefined);
    return {
      thinnest: pick.thinnest,
      thickest: pick.thickest,
      lock: pick.lock,
      onBeat: pick.onsetTicks % beatTicks === 0,
      runsOn: after !== undefined && isSingle(pick) && isSingle(after) && after.thinnest === pick.thinnest,
      maySlur: maySlur && before !== undefined && maySlurAfter(passage, before, pick),
    };
  });
}

function fixed(struck: Struck): SegmentPick {
  const { thinnest, thickest } = struck.pick;
  return { thinnest, thickest, lock: struck.stroke };
}

/** The last pick of a stretch that was struck. */
function lastStruck(picks: readonly Pick[], strokes: readonly (Stroke | null)[]): Struck {
  const at = strokes.findLastIndex((stroke) => stroke !== null);
  return { pick: picks[at]!, stroke: strokes[at]! };
}

/** Strokes by pulse: locks turn their own note alone, so there is nothing to search but an automatic start. */
function pulseStretches(passage: Passage, policy: PickingPolicy, picks: readonly Pick[]): Stretch[][] {
  const [leadIn, loop, rest] = partsOf(passage, picks, policy.loop === true);
  const cycle = loop.length > 0;
  const solution = solvePulse(passage, policy, cycle ? loop : rest, cycle);
  const { passes, strokeOf } = solution;
  return Array.from({ length: passes }, (_, pass) => {
    const all = [...(pass === 0 ? leadIn : []), ...loop, ...rest];
    const strokes = all.map((pick) => strokeOf(pick, pass));
    const from = pass === 0 ? leadIn.length : 0;
    const to = cycle ? from + loop.length : all.length;
    const otherCosts = all.map((pick, at): CostOfOtherChoice => {
      if (at >= from && at < to) return solution.otherCost(at - from, otherStroke(strokes[at]!));
      // Lead-in and ending follow the swing of the loop.
      const around = (stroke: Stroke) =>
        (at > 0 ? crossingsBetween(all[at - 1]!, strokes[at - 1]!, pick, stroke) : 0) +
        (at + 1 < all.length ? crossingsBetween(pick, stroke, all[at + 1]!, strokes[at + 1]!) : 0);
      const breaks = solution.isOff(pick, pass) ? -1 : 1;
      return { breaks, start: 0, crossings: around(otherStroke(strokes[at]!)) - around(strokes[at]!) };
    });
    const before =
      cycle && (pass > 0 || leadIn.length === 0)
        ? { pick: loop.at(-1)!, stroke: strokeOf(loop.at(-1)!, (pass + passes - 1) % passes), seam: true }
        : null;
    const isOff = all.map((pick) => solution.isOff(pick, pass));
    return [{ picks: all, strokes, otherCosts, before, solved: solution, begins: pass === 0, isOff }];
  });
}

/** Stretches pass by pass: one pass for a line, the period for a loop. */
export function stretchesOf(passage: Passage, policy: PickingPolicy, picks: readonly Pick[]): Stretch[][] {
  if (picks.length === 0) return [[]];
  if (policy.kind === 'alternateByPulse') return pulseStretches(passage, policy, picks);
  const [leadIn, loop, rest] = partsOf(passage, picks, policy.loop === true);
  if (loop.length === 0) {
    const solved = solveSegment(weigh(passage, policy, rest, false), policy, policy.start, false);
    const [strokes, otherCosts] = [solved.passes[0]!, solved.otherCosts[0]!];
    return [[{ picks: rest, strokes, otherCosts, before: null, solved, begins: true }]];
  }
  const round = solveSegment(weigh(passage, policy, loop, true), policy, policy.start, true);
  const lastStrokes = round.passes.at(-1)!;
  return round.passes.map((strokes, pass) => {
    const stretches: Stretch[] = [];
    if (pass === 0 && leadIn.length > 0) {
      const first = fixed({ pick: loop[0]!, stroke: strokes[0]! });
      const solved = solveSegment([...weigh(passage, policy, leadIn, false), first], policy, 'auto', false);
      stretches.push({
        picks: leadIn,
        strokes: solved.passes[0]!.slice(0, -1),
        otherCosts: solved.otherCosts[0]!.slice(0, -1),
        before: null,
        solved,
        begins: true,
      });
    }
    const previous = pass === 0 ? lastStrokes : round.passes[pass - 1]!;
    stretches.push({
      picks: loop,
      strokes,
      otherCosts: round.otherCosts[pass]!,
      before: { ...lastStruck(loop, previous), seam: true },
      solved: round,
      begins: pass === 0,
    });
    if (rest.length > 0) {
      const last = lastStruck(loop, strokes);
      const [, ...onward] = weigh(passage, policy, [loop.at(-1)!, ...rest], false);
      const solved = solveSegment([fixed(last), ...onward], policy, 'auto', false);
      stretches.push({
        picks: rest,
        strokes: solved.passes[0]!.slice(1),
        otherCosts: solved.otherCosts[0]!.slice(1),
        before: { ...last, seam: false },
        solved,
        begins: false,
      });
    }
    return stretches;
  });
}
