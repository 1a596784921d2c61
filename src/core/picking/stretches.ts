/** The stretches of a passage (lead-in, loop pass by pass, ending), each solved toward or onward from the loop. */
import { partAt, type Passage, type Stroke } from '../passage/passage';
import { crossingsBetween } from './geometry';
import type { Pick } from './picks';
import { leavesSlantOpen, otherStroke, type PickingPolicy, type Turning } from './policy';
import { solvePulse } from './pulse';
import type { CostOfOtherChoice } from './otherChoice';
import { solveSegment, type SegmentPick, type SolvedSegment } from './segments';
import { isSingle, maySlurAfter } from './slurring';
import { withTurns, type TurnedPick } from './turns';

/** A pick with the stroke it was given. */
export interface Struck {
  readonly pick: TurnedPick;
  readonly stroke: Stroke;
}

/** One stretch of picks of a pass as it was solved, with the pick it comes from. */
export interface Stretch {
  readonly picks: readonly TurnedPick[];
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

const turnOf = ({ turn, isTurn }: TurnedPick): Turning => ({
  ...(turn ? { turn } : {}),
  ...(isTurn ? { isTurn } : {}),
});

/** Picks as the policy weighs them. */
function weigh(
  passage: Passage,
  policy: PickingPolicy,
  picks: readonly TurnedPick[],
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
      maySlur:
        pick.isPulled === true || (maySlur && before !== undefined && maySlurAfter(passage, before, pick)),
      ...turnOf(pick),
    };
  });
}

function fixed(struck: Struck): SegmentPick {
  const { thinnest, thickest } = struck.pick;
  return { thinnest, thickest, lock: struck.stroke, ...turnOf(struck.pick) };
}

/** The last pick of a stretch that was struck. */
function lastStruck(picks: readonly TurnedPick[], strokes: readonly (Stroke | null)[]): Struck {
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
function stretchesOf(passage: Passage, policy: PickingPolicy, picks: readonly Pick[]): Stretch[][] {
  if (picks.length === 0) return [[]];
  if (policy.kind === 'alternateByPulse') return pulseStretches(passage, policy, picks);
  const [leadIn, loop, rest] = partsOf(passage, picks, policy.loop === true);
  if (loop.length === 0) {
    const line = withTurns(passage, policy, rest, false);
    const solved = solveSegment(weigh(passage, policy, line, false), policy, policy.start, false);
    const [strokes, otherCosts] = [solved.passes[0]!, solved.otherCosts[0]!];
    return [[{ picks: line, strokes, otherCosts, before: null, solved, begins: true }]];
  }
  const round = withTurns(passage, policy, loop, true);
  const solvedRound = solveSegment(weigh(passage, policy, round, true), policy, policy.start, true);
  const lastStrokes = solvedRound.passes.at(-1)!;
  // A turn at a join is seen only with what lies on both sides of it.
  const toward = withTurns(passage, policy, [...leadIn, ...loop], false);
  const onward = withTurns(passage, policy, [...loop, ...rest], false);
  return solvedRound.passes.map((strokes, pass) => {
    const stretches: Stretch[] = [];
    if (pass === 0 && leadIn.length > 0) {
      const first = fixed({ pick: toward[leadIn.length]!, stroke: strokes[0]! });
      const lead = toward.slice(0, leadIn.length);
      const solved = solveSegment([...weigh(passage, policy, lead, false), first], policy, 'auto', false);
      stretches.push({
        picks: lead,
        strokes: solved.passes[0]!.slice(0, -1),
        otherCosts: solved.otherCosts[0]!.slice(0, -1),
        before: null,
        solved,
        begins: true,
      });
    }
    const previous = pass === 0 ? lastStrokes : solvedRound.passes[pass - 1]!;
    stretches.push({
      picks: round,
      strokes,
      otherCosts: solvedRound.otherCosts[pass]!,
      before: { ...lastStruck(round, previous), seam: true },
      solved: solvedRound,
      begins: pass === 0,
    });
    if (rest.length > 0) {
      const last = lastStruck(onward.slice(0, loop.length), strokes);
      const [, ...weighed] = weigh(passage, policy, onward.slice(loop.length - 1), false);
      const solved = solveSegment([fixed(last), ...weighed], policy, 'auto', false);
      stretches.push({
        picks: onward.slice(loop.length),
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

/** What stretches cost: the loop or the line first, then its joins. */
function costOf(stretches: readonly Stretch[][]): readonly number[] {
  const main = stretches[0]!.find(({ before }) => before?.seam) ?? stretches[0]![0];
  const joins = stretches.flat().filter(({ solved }) => solved !== main?.solved);
  const { cost = [] } = main?.solved ?? {};
  const ofJoins = cost.map((_, tier) => joins.reduce((sum, { solved }) => sum + solved.cost[tier]!, 0));
  return [...cost, ...ofJoins];
}

/**
 * Stretches pass by pass, and the policy as it was carried out: where it leaves the slant open, both are tried, and the one that costs
 * less by the policy's tiers is taken (the loop's costs first, then those of its joins; downward where they are alike).
 */
export function solvedStretches(
  passage: Passage,
  policy: PickingPolicy,
  picks: readonly Pick[],
): { readonly policy: PickingPolicy; readonly stretches: Stretch[][] } {
  const solve = (settled: PickingPolicy) => ({
    policy: settled,
    stretches: stretchesOf(passage, settled, picks),
  });
  if (!leavesSlantOpen(policy)) return solve(policy);
  const [downward, upward] = [solve({ ...policy, slant: 'downward' }), solve({ ...policy, slant: 'upward' })];
  const other = costOf(downward.stretches);
  const at = costOf(upward.stretches).findIndex((cost, tier) => cost !== other[tier]);
  return at >= 0 && costOf(upward.stretches)[at]! < other[at]! ? upward : downward;
}
