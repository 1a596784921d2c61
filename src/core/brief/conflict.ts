/** Why a brief is impossible: a smallest set of wishes that cannot be granted together, and what would help. */
import { MAX_FRET, type Setup } from '../instrument/instrument';
import { fingerWishes, landed, slantOfBrief, wishesOf, type Wish } from './brief';
import { MAX_BRIEF_NOTES, type Brief, MIN_BRIEF_NOTES } from '../model/brief';
import { hasLine } from './bound';
import { mannersOf, type Manner } from './pickRules';
import { latticeOf } from './lattice';
import { possible, type Verdict } from './possible';
import { skeletonOf } from './skeleton';
import { periodOf } from './rhythm';
import { mayTurnSo } from './turning';
import { walkOf } from './walks';
import { otherStroke } from '../picking/policy';

/** What is given and can be taken otherwise, though nobody wished for it. */
type Given = { readonly kind: 'policy' | 'strings' | 'frets' };

/** A change of one wish, or of what is given. */
export interface Advice {
  readonly wish: Wish | Given;
  readonly brief: Brief;
  /** A line was found with it; else the budget ended before one was, and before the proof that there is none. */
  readonly isSure: boolean;
}

export interface Conflict {
  /** They cannot be granted together. */
  readonly wishes: readonly Wish[];
  /** Each of them was tried without, and a line was found: none can be left out of the set. */
  readonly isSure: boolean;
  readonly advice: readonly Advice[];
}

/** The brief without some wishes, as far as that changes what notes there are. */
function without(brief: Brief, wishes: readonly Wish[]): Brief {
  const gone = (kind: Wish['kind']) => wishes.some((wish) => wish.kind === kind);
  const isGone = (kind: 'target' | 'fingerChange', at: number) =>
    wishes.some((wish) => wish.kind === kind && wish.at === at);
  const fingersGone = fingerWishes(brief).flatMap(({ entries }) =>
    isGone('fingerChange', entries[0]!) ? entries : [],
  );
  const { noSkips, changesOn, turns, rhythm, ...others } = brief;
  return landed({
    ...others,
    ...(noSkips && !gone('noSkips') ? { noSkips } : {}),
    ...(changesOn && !gone('changesOn') ? { changesOn } : {}),
    ...(turns && !gone('turns') ? { turns } : {}),
    ...(rhythm && !gone('rhythm') ? { rhythm } : {}),
    targets: brief.targets.filter((_, at) => !isGone('target', at)),
    fingerChanges: brief.fingerChanges.filter((_, at) => !fingersGone.includes(at)),
    ...(gone('startsOn') ? { startsOn: null } : {}),
    ...(gone('endsOn') ? { endsOn: null } : {}),
    ...(gone('largestLeap') ? { largestLeap: null } : {}),
    ...(gone('noRepeats') ? { mayRepeat: true } : {}),
    ...(gone('loop') ? { loop: false } : {}),
    ...(gone('slant')
      ? { slant: null, policy: brief.policy === 'oneSlant' ? 'alternateByNote' : brief.policy }
      : {}),
  });
}

/** The brief without wishes that change what notes there are; the others are left out of the flow by name. */
function withoutPlaces(brief: Brief, wishes: readonly Wish[]): Brief {
  return without(
    brief,
    wishes.filter(({ kind }) => kind !== 'target' && kind !== 'fingerChange'),
  );
}

/** Whether no line can grant the wishes that are left; false where that is not proven. */
function isImpossible(brief: Brief, setup: Setup, given: readonly Wish[] = []): boolean {
  if (!given.some(({ kind }) => kind === 'notes')) return isImpossibleAsLong(brief, setup, given);
  // What goes round in an odd number turns its strokes, and what is no whole number of beats its beats: all kinds of number must fail.
  const kinds = brief.loop ? 2 * periodOf(brief, Boolean(brief.changesOn)) : 2;
  const first = Math.min(brief.notes, MAX_BRIEF_NOTES - kinds + 1);
  const lengths = Array.from({ length: kinds }, (_, at) => ({ ...brief, notes: first + at }));
  return lengths.every((one) => isImpossibleAsLong(one, setup, given));
}

function isImpossibleAsLong(brief: Brief, setup: Setup, given: readonly Wish[]): boolean {
  // Without a slant the policy is another, and so are its manners.
  const rest = withoutPlaces(brief, given);
  return mannersOf(rest).every((manner) => isImpossibleIn(rest, setup, given, manner));
}

function isImpossibleIn(rest: Brief, setup: Setup, given: readonly Wish[], manner: Manner): boolean {
  const lattice = latticeOf(rest, setup, manner);
  const skeleton = skeletonOf(lattice);
  if (walkOf(lattice.brief, lattice.rules, skeleton, given).state === 'none') return true;
  if (given.some(({ kind }) => kind === 'notes')) return false;
  const anyStart = given.some(({ kind }) => kind === 'start');
  return !hasLine(lattice, anyStart) || !mayTurnSo(lattice);
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
        for (const notes of [brief.notes + by, brief.notes - by]) {
          const changed = { ...brief, notes };
          if (notes >= MIN_BRIEF_NOTES && notes <= MAX_BRIEF_NOTES && landed(changed) === changed)
            yield changed;
        }
      }
      return;
    case 'turns': {
      const { min, max } = brief.turns!;
      for (let by = 1; by <= FURTHEST.target; by++)
        for (const more of [-by, by]) {
          const fewest = min + more;
          if (fewest >= 0)
            yield {
              ...brief,
              turns: { min: fewest, max: max === null ? null : Math.max(fewest, max + more) },
            };
        }
      yield without(brief, [wish]);
      return;
    }
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
      // One time less, to none.
      for (const { entries } of fingerWishes(brief).filter((one) => one.entries[0] === wish.at))
        for (let less = 1; less <= entries.length; less++) {
          const gone = entries.slice(-less);
          yield { ...brief, fingerChanges: brief.fingerChanges.filter((_, at) => !gone.includes(at)) };
        }
      return;
    default:
      yield without(brief, [wish]);
  }
}

/** So many changes of one wish are looked at in full. */
const MOST_TRIED = 6;

/** Whether a line is found without some wishes, the length apart: that a search in full does not leave open. */
function* possibleWithout(brief: Brief, wishes: readonly Wish[], setup: Setup): Generator<void, Verdict> {
  const rest = without(brief, wishes);
  const first = yield* possible(rest, setup);
  if (first === 'yes' || !wishes.some(({ kind }) => kind === 'start')) return first;
  const second = yield* possible({ ...rest, start: otherStroke(rest.start) }, setup);
  return second === 'yes' ? 'yes' : first === 'no' && second === 'no' ? 'no' : 'unknown';
}

/** The nearest change of a wish with which a line is found; else the first that is not proven impossible. */
function* adviceFor(brief: Brief, wish: Wish, setup: Setup): Generator<void, Advice | null> {
  let [tried, open]: [number, Advice | null] = [0, null];
  for (const changed of changesOf(brief, wish)) {
    if (isImpossible(changed, setup)) continue;
    const verdict = yield* possible(changed, setup);
    if (verdict === 'yes') return { wish, brief: changed, isSure: true };
    if (verdict === 'unknown') open ??= { wish, brief: changed, isSure: false };
    if (++tried === MOST_TRIED) break;
  }
  return open;
}

/** Frets that a window is widened by, on either side. */
const WIDER = 2;

/** Other policies, a string more, a wider window: with which a line is perhaps found though every wish stays. */
function* otherwiseGiven(brief: Brief): Generator<{ readonly wish: Given; readonly brief: Brief }> {
  const { policy, strings, frets, tuning } = brief;
  const wishesSweeps = brief.targets.some(({ kind, min }) => kind === 'sweep' && min > 0);
  const isByPolicy = !brief.strokes && policy !== 'oneSlant';
  if (isByPolicy && (policy !== 'alternateByNote' || wishesSweeps))
    yield {
      wish: { kind: 'policy' },
      brief: { ...brief, policy: policy === 'alternateByNote' ? 'economy' : 'alternateByNote' },
    };
  const more = [Math.max(...strings) + 1, Math.min(...strings) - 1];
  for (const string of more)
    if (tuning[string - 1] !== undefined)
      yield { wish: { kind: 'strings' }, brief: { ...brief, strings: [...strings, string] } };
  const [low, high] = [Math.max(0, frets[0] - WIDER), Math.min(MAX_FRET - brief.capo, frets[1] + WIDER)];
  yield { wish: { kind: 'frets' }, brief: { ...brief, frets: [low, high] } };
}

/** What of it helps: of each kind the first with which a line is found. */
function* givenAdvice(brief: Brief, setup: Setup): Generator<void, Advice[]> {
  const advice: Advice[] = [];
  for (const other of otherwiseGiven(brief)) {
    if (advice.some(({ wish }) => wish.kind === other.wish.kind)) continue;
    if (isImpossible(other.brief, setup)) continue;
    if ((yield* possible(other.brief, setup)) === 'yes') advice.push({ ...other, isSure: true });
  }
  return advice;
}

/**
 * A smallest set of wishes in conflict, for a brief that is impossible, and what would help. Every wish is tried without and every
 * change is tried in full, as far as a counted budget goes; what that leaves open is said to be unsure.
 */
export function* conflictIn(brief: Brief, setup: Setup): Generator<void, Conflict> {
  const all = wishesOf(brief);
  // One wish after the other is given up; those without which it stays impossible are no part of the conflict.
  let given: readonly Wish[] = [];
  const give = (wish: Wish) => {
    given = [...given, wish];
  };
  const isPlain = isImpossible(brief, setup);
  if (isPlain) for (const wish of all) if (isImpossible(brief, setup, [...given, wish])) give(wish);
  // What the proof from parts does not see, the search in full does; without a length there is nothing to search.
  const isLong = given.some(({ kind }) => kind === 'notes');
  let isSure = true;
  for (const wish of all) {
    if (given.includes(wish) || wish.kind === 'notes') continue;
    const verdict = yield* possibleWithout(brief, [...given, wish], setup);
    if (verdict === 'no' && !isLong) give(wish);
    else if (verdict !== 'yes') isSure = false;
  }
  const wishes = all.filter((wish) => !given.includes(wish));
  const advice: Advice[] = [];
  for (const wish of wishes) {
    const one = yield* adviceFor(brief, wish, setup);
    if (one) advice.push(one);
  }
  return { wishes, isSure, advice: [...advice, ...(yield* givenAdvice(brief, setup))] };
}
