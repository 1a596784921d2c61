/** Why a brief is impossible: a smallest set of wishes that cannot be granted together, and what would help. */
import type { Setup } from '../instrument/instrument';
import { MAX_BRIEF_NOTES, MIN_BRIEF_NOTES, slantOfBrief, wishesOf, type Brief, type Wish } from './brief';
import { hasLine } from './bound';
import { latticeOf } from './lattice';
import { findFlow, skeletonOf } from './skeleton';

/** A change of one wish with which a line may be found again. */
export interface Advice {
  readonly wish: Wish;
  readonly brief: Brief;
}

export interface Conflict {
  /** None of them can be left out of the set: each of the others can then be granted. */
  readonly wishes: readonly Wish[];
  readonly advice: readonly Advice[];
}

/** The brief without some wishes, as far as that changes what notes there are. */
function without(brief: Brief, wishes: readonly Wish[]): Brief {
  const gone = (kind: Wish['kind']) => wishes.some((wish) => wish.kind === kind);
  return {
    ...brief,
    ...(gone('startsOn') ? { startsOn: null } : {}),
    ...(gone('endsOn') ? { endsOn: null } : {}),
    ...(gone('largestLeap') ? { largestLeap: null } : {}),
    ...(gone('noRepeats') ? { mayRepeat: true } : {}),
    ...(gone('loop') ? { loop: false } : {}),
    ...(gone('slant')
      ? { slant: null, policy: brief.policy === 'oneSlant' ? 'alternateByNote' : brief.policy }
      : {}),
  };
}

/** Whether no line can grant the wishes that are left; false where that is not proven. */
function isImpossible(brief: Brief, setup: Setup, given: readonly Wish[] = []): boolean {
  const lattice = latticeOf(without(brief, given), setup);
  const skeleton = skeletonOf(lattice);
  if (findFlow(lattice.brief, lattice.rules, skeleton, { without: given }).state === 'none') return true;
  const isLengthKept = given.every(({ kind }) => kind !== 'notes');
  return (
    isLengthKept &&
    !hasLine(
      lattice,
      given.some(({ kind }) => kind === 'start'),
    )
  );
}

/** How far from what was asked the next possible number is looked for. */
const FURTHEST = { target: 8, notes: MAX_BRIEF_NOTES, leap: 24 };

function* changesOf(brief: Brief, wish: Wish): Generator<Brief> {
  switch (wish.kind) {
    case 'target': {
      const change = (by: number): Brief => {
        const targets = brief.targets.map((target, at) => {
          if (at !== wish.at) return target;
          const min = Math.max(0, target.min + by);
          return { ...target, min, max: target.max === null ? null : Math.max(min, target.max + by) };
        });
        return { ...brief, targets };
      };
      const { min } = brief.targets[wish.at]!;
      for (let by = 1; by <= FURTHEST.target; by++) {
        yield change(by);
        if (by <= min) yield change(-by);
      }
      return;
    }
    case 'notes':
      for (let by = 1; by <= FURTHEST.notes; by++) {
        if (brief.notes + by <= MAX_BRIEF_NOTES) yield { ...brief, notes: brief.notes + by };
        if (brief.notes - by >= MIN_BRIEF_NOTES) yield { ...brief, notes: brief.notes - by };
      }
      return;
    case 'largestLeap':
      for (let leap = brief.largestLeap! + 1; leap <= FURTHEST.leap; leap++)
        yield { ...brief, largestLeap: leap };
      return;
    case 'start':
      yield { ...brief, start: brief.start === 'down' ? 'up' : 'down' };
      return;
    case 'slant':
      yield { ...brief, slant: slantOfBrief(brief) === 'downward' ? 'upward' : 'downward' };
      yield without(brief, [wish]);
      return;
    case 'fingerChange':
      yield { ...brief, fingerChanges: brief.fingerChanges.filter((_, at) => at !== wish.at) };
      return;
    default:
      yield without(brief, [wish]);
  }
}

/** A smallest set of wishes in conflict, for a brief that is impossible; null where the parts of it alone do not prove that. */
export function conflictOf(brief: Brief, setup: Setup): Conflict | null {
  const all = wishesOf(brief);
  if (!isImpossible(brief, setup)) return null;
  // One wish after the other is given up; those without which it stays impossible are no part of the conflict.
  let given: readonly Wish[] = [];
  for (const wish of all) if (isImpossible(brief, setup, [...given, wish])) given = [...given, wish];
  const wishes = all.filter((wish) => !given.includes(wish));
  const advice = wishes.flatMap((wish): Advice[] => {
    for (const changed of changesOf(brief, wish))
      if (!isImpossible(changed, setup)) return [{ wish, brief: changed }];
    return [];
  });
  return { wishes, advice };
}
