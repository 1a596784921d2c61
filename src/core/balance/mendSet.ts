/** Mending a set of exercises: which to drop, to add or to play backwards, and how many passes of each. */
import { solve } from 'yalps';
import { passBeats } from '../tempo/climb';
import { planOf } from '../plan/plan';
import type { Setup } from '../instrument/instrument';
import { reversePassage } from '../passage/range';
import { exposureOf, setVerdict, type Exposure, type Played } from './exposure';

/** An exercise by its id. */
export interface SetMember extends Played {
  readonly id: string;
}

/** A change of one exercise of a set that brings the set nearer to balance. */
export interface SetMending {
  readonly kind: 'drop' | 'add' | 'reverse' | 'passes';
  /** The exercise that it is about; null where it is about all. */
  readonly id: string | null;
  /** Passes of each member by id. */
  readonly passes: Readonly<Record<string, number>>;
  readonly after: Exposure;
}

/** An exercise is not played more often than this many times its passes. */
const MOST_TIMES = 3;
/** Fewer passes train nothing: common practice, no source. */
const LEAST_PASSES = 4;
/** At least half of the passes of each exercise stay, and never less than four where it has as many. */
const leastPasses = (passes: number) => Math.max(Math.min(passes, LEAST_PASSES), Math.ceil(passes / 2));

/** The set may get longer or shorter by this part of its time. */
const TIME_SLACK = 0.15;
/** Steps of the solver, so that the same set always ends the same way. */
const SOLVER_STEPS = 500;
const BETTER_WITHIN = 0.02;

/**
 * Passes that bring inside and outside nearest to each other, string pair by string pair and in all, within about the same time;
 * a small whole-number program, solved by `yalps`. Null where there is none. The seams are taken as each pass has them on the average.
 */
export function balancedPasses(members: readonly SetMember[]): Record<string, number> | null {
  const rows = new Map<string, { min?: number; max?: number; equal?: number }>();
  const columns = new Map<string, Map<string, number>>();
  const put = (column: string, row: string, value: number) => {
    const column_ = columns.get(column) ?? new Map<string, number>();
    column_.set(row, (column_.get(row) ?? 0) + value);
    columns.set(column, column_);
  };
  let seconds = 0;
  for (const { id, exercise, plan, passes, bpm } of members) {
    const each = (passBeats(exercise) * 60) / bpm;
    seconds += each * passes;
    put(`x ${id}`, 'seconds', each);
    put(`x ${id}`, `least ${id}`, 1);
    rows.set(`least ${id}`, { min: leastPasses(passes), max: Math.max(passes * MOST_TIMES, LEAST_PASSES) });
    for (const { stringFrom, stringTo, outside, inside } of plan.analysis.figures.pairs) {
      put(`x ${id}`, `pair ${stringFrom} ${stringTo}`, inside - outside);
      put(`x ${id}`, 'all', inside - outside);
      rows.set(`pair ${stringFrom} ${stringTo}`, { equal: 0 });
    }
  }
  rows.set('seconds', { min: seconds * (1 - TIME_SLACK), max: seconds * (1 + TIME_SLACK) });
  rows.set('all', { equal: 0 });
  // What is left over on either side costs: in all more than in one pair.
  for (const row of [...rows.keys()].filter((name) => name === 'all' || name.startsWith('pair')))
    for (const sign of [1, -1]) {
      put(`over ${row} ${sign}`, row, sign);
      put(`over ${row} ${sign}`, 'cost', row === 'all' ? 3 : 1);
    }
  const { status, variables } = solve(
    {
      direction: 'minimize',
      objective: 'cost',
      constraints: rows,
      variables: columns,
      integers: members.map(({ id }) => `x ${id}`),
    },
    { tolerance: BETTER_WITHIN, maxIterations: SOLVER_STEPS },
  );
  const isUsable = status === 'optimal' || (status === 'timedout' && variables.length > 0);
  if (!isUsable) return null;
  const found = new Map(variables);
  return Object.fromEntries(
    members.map(({ id, passes }) => [id, Math.round(found.get(`x ${id}`) ?? passes)]),
  );
}

/** Better is nearer to balance in all, then fewer one-sided pairs. */
function rank(exposure: Exposure): number {
  const { gap, oneSided } = setVerdict(exposure);
  return (gap ?? 1) * 1000 + oneSided.length;
}

function reversed(member: SetMember, setup: Setup): SetMember {
  const { passage, policy } = member.exercise;
  const turned = reversePassage(passage);
  return {
    ...member,
    exercise: { ...member.exercise, passage: turned },
    plan: planOf(turned, policy, setup),
  };
}

/**
 * What would bring a set of exercises nearer to balance, best first; only what is better than the set as it is.
 * @param others exercises that could be added.
 */
export function setMendings(
  members: readonly SetMember[],
  others: readonly SetMember[],
  setup: Setup,
): SetMending[] {
  const passesOf = (some: readonly SetMember[]) =>
    Object.fromEntries(some.map(({ id, passes }) => [id, passes]));
  const option = (kind: SetMending['kind'], id: string | null, some: readonly SetMember[]): SetMending => ({
    kind,
    id,
    passes: passesOf(some),
    after: exposureOf(some),
  });
  const found: SetMending[] = [];
  const passes = balancedPasses(members);
  if (passes)
    found.push(
      option(
        'passes',
        null,
        members.map((member) => ({ ...member, passes: passes[member.id]! })),
      ),
    );
  for (const member of members) {
    const rest = members.filter((one) => one !== member);
    if (rest.length > 0) found.push(option('drop', member.id, rest));
    found.push(option('reverse', member.id, [...rest, reversed(member, setup)]));
  }
  for (const other of others) found.push(option('add', other.id, [...members, other]));
  const now = rank(exposureOf(members));
  const off = setVerdict(exposureOf(members)).gap ?? 1;
  // What does not halve how far the set is off in all is no mending.
  const isEnough = (after: Exposure) => off === 0 || (setVerdict(after).gap ?? 1) <= off / 2 + 1e-9;
  return found
    .filter(({ after }) => rank(after) < now - 1e-6 && isEnough(after))
    .sort((a, b) => rank(a.after) - rank(b.after));
}
