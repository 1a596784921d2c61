/** The stretches of a passage (lead-in, loop pass by pass, ending), each solved toward or onward from the loop. */
import { partAt, type Passage, type Stroke } from '../passage/passage';
import { crossingsBetween } from './geometry';
import type { Pick } from './picks';
import { leavesSlantOpen, otherStroke, type PickingPolicy, type Turning } from './policy';
import { solvePulse } from './pulse';
import type { CostOfOtherChoice } from './otherChoice';
import { rowOf, type Row } from './rows';
import { solveSegment, type SolvedSegment } from './segments';
import { isSingle, maySlurAfter } from './slurring';
import type { WeighedPick } from './tiers';
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
  readonly otherCost: (at: number) => CostOfOtherChoice | null;
  readonly before: (Struck & { readonly seam: boolean }) | null;
  /** The pick of the loop that a lead-in leads to: the loop itself counts from its own last pick to it. */
  readonly onto?: Struck;
  readonly solved: Omit<SolvedSegment, 'passes' | 'otherCost'>;
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
): WeighedPick[] {
  if (policy.kind === 'alternateByNote' || policy.kind === 'economy') return [...picks];
  const maySlur = policy.maySlur === true && (policy.kind === 'sweep' || policy.kind === 'oneSlant');
  const { beatTicks } = passage.meter;
  return picks.map((pick, at) => {
    const before = picks[at - 1];
    const after = picks[at + 1] ?? (cycle ? picks[0] : undefined);
    const weighed = {
      thinnest: pick.thinnest,
      thickest: pick.thickest,
      lock: pick.lock,
      onBeat: pick.onsetTicks % beatTicks === 0,
      runsOn: after !== undefined && isSingle(pick) && isSingle(after) && after.thinnest === pick.thinnest,
      maySlur:
        pick.isPulled === true || (maySlur && before !== undefined && maySlurAfter(passage, before, pick)),
    };
    return policy.kind === 'sweep' ? { ...weighed, ...turnOf(pick) } : weighed;
  });
}

function fixed(struck: Struck): WeighedPick {
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
    const otherCost = (at: number): CostOfOtherChoice => {
      const pick = all[at]!;
      if (at >= from && at < to) return solution.otherCost(at - from, otherStroke(strokes[at]!));
      // Lead-in and ending follow the swing of the loop.
      const around = (stroke: Stroke) =>
        (at > 0 ? crossingsBetween(all[at - 1]!, strokes[at - 1]!, pick, stroke) : 0) +
        (at + 1 < all.length ? crossingsBetween(pick, stroke, all[at + 1]!, strokes[at + 1]!) : 0);
      const breaks = solution.isOff(pick, pass) ? -1 : 1;
      return { breaks, start: 0, crossings: around(otherStroke(strokes[at]!)) - around(strokes[at]!) };
    };
    const before =
      cycle && (pass > 0 || leadIn.length === 0)
        ? { pick: loop.at(-1)!, stroke: strokeOf(loop.at(-1)!, (pass + passes - 1) % passes), seam: true }
        : null;
    const isOff = all.map((pick) => solution.isOff(pick, pass));
    return [{ picks: all, strokes, otherCost, before, solved: solution, begins: pass === 0, isOff }];
  });
}

/** What leads to the loop or on from it, its turns seen with the loop beside it. */
interface Join {
  readonly picks: readonly TurnedPick[];
  readonly weighed: readonly WeighedPick[];
  /** The picks of the loop as the join sees them. */
  readonly beside: readonly TurnedPick[];
}

/** A passage as it is solved by a policy of any slant: the loop, or the line where there is none, and its joins. */
interface LaidOut {
  readonly cycle: boolean;
  readonly main: readonly TurnedPick[];
  readonly row: Row;
  readonly leadIn: Join | null;
  readonly ending: Join | null;
}

function layOut(passage: Passage, policy: PickingPolicy, picks: readonly Pick[]): LaidOut {
  const [lead, loop, rest] = partsOf(passage, picks, policy.loop === true);
  const cycle = loop.length > 0;
  const main = withTurns(passage, policy, cycle ? loop : rest, cycle);
  const join = (all: readonly Pick[], from: number, to: number, besideFrom: number): Join => {
    const turned = withTurns(passage, policy, all, false);
    const weighed = weigh(passage, policy, turned.slice(Math.max(0, from - 1), to), false);
    return {
      picks: turned.slice(from, to),
      weighed: from > 0 ? weighed.slice(1) : weighed,
      beside: turned.slice(besideFrom, besideFrom + loop.length),
    };
  };
  return {
    cycle,
    main,
    row: rowOf(weigh(passage, policy, main, cycle), policy),
    leadIn: cycle && lead.length > 0 ? join([...lead, ...loop], 0, lead.length, lead.length) : null,
    ending: cycle && rest.length > 0 ? join([...loop, ...rest], loop.length, Infinity, 0) : null,
  };
}

/** Stretches pass by pass: one pass for a line, the period for a loop. */
function stretchesOf(laid: LaidOut, policy: PickingPolicy): Stretch[][] {
  const { cycle, main, leadIn, ending } = laid;
  const solved = solveSegment(laid.row, policy, policy.start, cycle);
  if (!cycle) {
    const otherCost = (at: number) => solved.otherCost(0, at);
    return [[{ picks: main, strokes: solved.passes[0]!, otherCost, before: null, solved, begins: true }]];
  }
  return solved.passes.map((strokes, pass) => {
    const stretches: Stretch[] = [];
    if (pass === 0 && leadIn) {
      const onto = { pick: leadIn.beside[0]!, stroke: strokes[0]! };
      const lead = solveSegment(rowOf([...leadIn.weighed, fixed(onto)], policy), policy, 'auto', false);
      stretches.push({
        picks: leadIn.picks,
        strokes: lead.passes[0]!.slice(0, -1),
        otherCost: (at) => lead.otherCost(0, at),
        before: null,
        onto,
        solved: lead,
        begins: true,
      });
    }
    const previous = pass === 0 ? solved.passes.at(-1)! : solved.passes[pass - 1]!;
    stretches.push({
      picks: main,
      strokes,
      otherCost: (at) => solved.otherCost(pass, at),
      before: { ...lastStruck(main, previous), seam: true },
      solved,
      begins: pass === 0,
    });
    if (ending) {
      const last = lastStruck(ending.beside, strokes);
      const on = solveSegment(rowOf([fixed(last), ...ending.weighed], policy), policy, 'auto', false);
      stretches.push({
        picks: ending.picks,
        strokes: on.passes[0]!.slice(1),
        otherCost: (at) => on.otherCost(0, at + 1),
        before: { ...last, seam: false },
        solved: on,
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
  if (picks.length === 0) return { policy, stretches: [[]] };
  if (policy.kind === 'alternateByPulse')
    return { policy, stretches: pulseStretches(passage, policy, picks) };
  const laid = layOut(passage, policy, picks);
  const solve = (settled: PickingPolicy) => ({ policy: settled, stretches: stretchesOf(laid, settled) });
  if (!leavesSlantOpen(policy)) return solve(policy);
  const [downward, upward] = [solve({ ...policy, slant: 'downward' }), solve({ ...policy, slant: 'upward' })];
  const other = costOf(downward.stretches);
  const at = costOf(upward.stretches).findIndex((cost, tier) => cost !== other[tier]);
  return at >= 0 && costOf(upward.stretches)[at]! < other[at]! ? upward : downward;
}
