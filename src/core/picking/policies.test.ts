/** Sweep, least travel and one slant against a brute force over all strokes and allowed slurs. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Passage, Stroke } from '../passage/passage';
import { describeChanges, type Slant, type StringChange } from './changes';
import { picksOf, type Pick } from './picks';
import { otherStroke, type PickingPolicy } from './policy';
import { assignStrokes, otherCosts } from './strokes';
import { passageOn } from './testing';

const stroke = fc.constantFrom<Stroke>('down', 'up');
const string = fc.integer({ min: 1, max: 5 });
/** Runs on one string are what slurs need. */
const span = fc.oneof(
  { weight: 8, arbitrary: string },
  { weight: 1, arbitrary: fc.uniqueArray(string, { minLength: 2, maxLength: 2 }) },
);
const policies = (loop: boolean) =>
  fc.record({
    kind: fc.constantFrom<PickingPolicy['kind']>('sweep', 'leastTravel', 'oneSlant'),
    start: fc.constantFrom<Stroke | 'auto'>('down', 'up', 'auto'),
    slant: fc.constantFrom('upward' as const, 'downward' as const, 'either' as const),
    turn: fc.constantFrom('onward' as const, 'back' as const, 'pulled' as const),
    travelOverSkips: fc.boolean(),
    maySlur: fc.boolean(),
    maySweep: fc.boolean(),
    loop: fc.constant(loop),
  });

/** States: 0 down, 1 up, 2 slurred after a downstroke, 3 slurred after an upstroke. */
interface Answer {
  tiers: number[];
  crossings: number;
  departures: number[];
  states: number[];
  passes: number;
}

const START_TIER = { sweep: 4, leastTravel: 2, oneSlant: 4 } as const;
type Kind = keyof typeof START_TIER;

/** Rulings, "May slur", said once more. */
function slurrable(passage: Passage): boolean[] {
  return picksOf(passage).map(({ notes }, at) => {
    const [note, before] = [passage.notes[notes[0]!]!, passage.notes[notes[0]! - 1]];
    if (at === 0 || notes.length > 1 || !before) return false;
    const beforeIsAlone = passage.notes[notes[0]! - 2]?.onsetTicks !== before.onsetTicks;
    return (
      !note.lock &&
      !note.dead &&
      !before.dead &&
      beforeIsAlone &&
      before.string === note.string &&
      before.fret !== note.fret &&
      before.onsetTicks + before.durationTicks === note.onsetTicks
    );
  });
}

/**
 * Rulings, "Sweep's turning string", said once more, for one pick: null where its string is none. `pulls`: the pick is slurred when the
 * turn is pulled; `isFree`: leaving the string is not asked to be a sweep; `isBack`: it is struck with the stroke of the way back.
 */
function turnAt(policy: PickingPolicy, passage: Passage, at: number) {
  if (policy.kind !== 'sweep') return null;
  const picks = picksOf(passage);
  const count = picks.length;
  const string = (place: number) => {
    const there = policy.loop ? picks[((place % count) + count) % count] : picks[place];
    const notes = there?.notes ?? [];
    return notes.length === 1 ? passage.notes[notes[0]!]!.string : null;
  };
  const here = string(at);
  if (here === null) return null;
  let [first, last] = [at, at];
  while (string(first - 1) === here && last - first < count) first--;
  while (string(last + 1) === here && last - first < count) last++;
  const [from, to] = [string(first - 1), string(last + 1)];
  if (from === null || to === null || Math.sign(from - here) !== Math.sign(to - here)) return null;
  const isReached = (other: number) => policy.travelOverSkips === true || Math.abs(other - here) === 1;
  if (!isReached(from) || !isReached(to)) return null;
  const isAlone = first === last;
  const may = slurrable(passage);
  const rest = Array.from({ length: last - first }, (_, place) => (first + 1 + place + count) % count);
  const isPulled = !isAlone && policy.turn === 'pulled' && rest.every((place) => may[place]);
  return {
    isBack: isAlone && policy.turn === 'back',
    isFree: isPulled || (isAlone && policy.turn !== 'back'),
    pulls: isPulled && at !== first,
    strokeBack: from > here ? 1 : 0,
  };
}

function tiersOf(
  policy: PickingPolicy,
  passage: Passage,
  picks: readonly Pick[],
  states: readonly number[],
  changes: readonly StringChange[],
): { tiers: number[]; departs: (change: StringChange) => boolean } {
  const count = (of: (change: StringChange) => boolean) => changes.filter(of).length;
  const struck = picks.filter((_, at) => states[at]! < 2);
  const strokes = states.filter((state) => state < 2);
  const same = (change: StringChange) => change.travel === null;
  const travelled = (change: StringChange) =>
    !same(change) && (change.skipped === 0 || policy.travelOverSkips === true);
  const withTravel = (change: StringChange) => strokes[change.to] === (change.travel === 'floorward' ? 0 : 1);
  const alternates = (change: StringChange) => strokes[change.from] !== strokes[change.to];
  const off = policy.start !== 'auto' && (policy.start === 'up' ? 1 : 0) !== states[0] ? 1 : 0;
  const slurs = states.filter((state) => state >= 2).length;
  const crossings = changes.reduce((sum, change) => sum + change.crossings, 0);
  if (policy.kind === 'leastTravel') {
    const ups = struck.filter(
      (pick, at) => strokes[at] === 1 && pick.onsetTicks % passage.meter.beatTicks === 0,
    );
    return {
      tiers: [crossings, count((one) => one.kind === 'repeat'), off, ups.length],
      departs: () => false,
    };
  }
  if (policy.kind === 'oneSlant') {
    const departs = (change: StringChange) =>
      same(change) ? !alternates(change) : policy.maySweep === false && change.kind === 'sweep';
    const wrong = (change: StringChange) => change.slant !== null && change.slant !== policy.slant;
    return {
      tiers: [count(departs), count(wrong), count((one) => one.kind === 'backtrack'), slurs, off, crossings],
      departs,
    };
  }
  const once = picksOf(passage).length;
  const turnOf = (index: number) => turnAt(policy, passage, picks.indexOf(struck[index]!) % once);
  const departs = (change: StringChange) => {
    const turn = turnOf(change.to);
    if (turn?.isBack) return strokes[change.to] !== turn.strokeBack;
    return travelled(change) ? !withTravel(change) : !alternates(change);
  };
  const unfit = (change: StringChange) =>
    travelled(change) &&
    change.kind !== 'sweep' &&
    !turnOf(change.from)?.isFree &&
    !turnOf(change.to)?.isBack;
  const onString = (at: number) => {
    const strings = picks[at]!.notes.map((note) => passage.notes[note]!.string);
    return strings.length === 1 ? strings[0] : null;
  };
  // A pick after the first of a run, with another of the run still to come.
  const early = picks.filter((_, at) => {
    const last = !policy.loop && at === picks.length - 1;
    const next = (at + 1) % picks.length;
    if (states[at]! >= 2 || (at === 0 && !policy.loop) || last) return false;
    const change = changes.find((one) => one.to === struck.indexOf(picks[at]!));
    return change && same(change) && onString(at) !== null && onString(at) === onString(next);
  });
  return { tiers: [count(departs), count(unfit), struck.length, early.length, off], departs };
}

function enumerate(passage: Passage, policy: PickingPolicy, passes: number): Answer[] {
  const once = picksOf(passage);
  const picks = Array.from({ length: passes }, () => once.map((pick) => ({ ...pick }))).flat();
  const slurs = policy.maySlur === true && policy.kind !== 'leastTravel';
  const may = slurrable(passage).map(
    (one, at) => one && (slurs || turnAt(policy, passage, at)?.pulls === true),
  );
  const answers: Answer[] = [];
  const states: number[] = [];
  const choose = (): void => {
    const at = states.length;
    if (at === picks.length) {
      answers.push(weigh());
      return;
    }
    const { lock } = picks[at]!;
    for (const [state, name] of [
      [0, 'down'],
      [1, 'up'],
    ] as const) {
      if (lock && lock !== name) continue;
      if (!policy.loop && at === 0 && !lock && policy.start !== 'auto' && policy.start !== name) continue;
      states.push(state);
      choose();
      states.pop();
    }
    if (!may[at % once.length]) return;
    states.push(2 + (states.at(-1)! % 2));
    choose();
    states.pop();
  };
  const weigh = (): Answer => {
    const struck = picks.filter((_, at) => states[at]! < 2);
    const strokes = states.filter((state) => state < 2);
    const changes = describeChanges(
      struck.map(({ notes }, at) => {
        const strings = notes.map((note) => passage.notes[note]!.string);
        return { string: strings[0]!, strings, stroke: strokes[at] === 0 ? 'down' : 'up' };
      }),
      { loop: policy.loop === true },
    );
    const { tiers, departs } = tiersOf(policy, passage, picks, states, changes);
    const departures = picks.map((pick, at) => {
      if (states[at]! >= 2) return 0;
      const change = changes.find((one) => one.to === struck.indexOf(pick));
      return change && departs(change) ? 1 : 0;
    });
    // The departure into the first pick is that of the seam, which comes last.
    departures.push(departures.shift()!);
    const crossings = changes.reduce((sum, change) => sum + change.crossings, 0);
    return { tiers, crossings, departures, states: [...states], passes };
  };
  choose();
  return answers;
}

function perPass(answer: Answer, kind: Kind): number[] {
  return answer.tiers.map((tier, t) => (t === START_TIER[kind] ? tier : tier / answer.passes));
}

function bruteForce(passage: Passage, policy: PickingPolicy): Answer {
  const kind = policy.kind as Kind;
  const best = (answers: Answer[], byCrossings: boolean) => {
    const key = (one: Answer) => [
      ...perPass(one, kind),
      one.passes,
      byCrossings ? one.crossings : 0,
      ...one.departures,
      ...one.states,
    ];
    return answers.reduce((least, one) => {
      const [x, y] = [key(one), key(least)];
      const at = x.findIndex((value, i) => value !== y[i]);
      return at >= 0 && x[at]! < y[at]! ? one : least;
    });
  };
  const contenders = (policy.loop ? [1, 2] : [1]).flatMap((passes) => {
    const answers = enumerate(passage, policy, passes);
    return [0, 1]
      .map((first) => answers.filter((one) => one.states[0] === first))
      .filter((some) => some.length > 0)
      .map((some) => best(some, false));
  });
  return best(contenders, policy.start === 'auto');
}

function isLess(one: readonly number[], other: readonly number[]): boolean {
  const at = one.findIndex((value, i) => value !== other[i]);
  return at >= 0 && one[at]! < other[at]!;
}

const TIER_NAMES = {
  sweep: ['breaks', 'unfitExits', 'picks', 'early', 'start'],
  leastTravel: ['crossings', 'repeats', 'start', 'upsOnBeat'],
  oneSlant: ['breaks', 'wrongExits', 'backtracks', 'slurs', 'start', 'crossings'],
} as const;

/** So many times more passages than in every run: `THOROUGH=100 npx vitest run src/core/picking`. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe.each([
  ['line', false, [1, 8], 300],
  ['loop', true, [1, 4], 200],
  // Every stroke of fourteen picks; slurs would triple each of them.
  ['long line', false, [13, 14], 5],
  ['long loop', true, [7, 7], 5],
  ['slurred line', false, [11, 12], 4],
  ['slurred loop', true, [6, 6], 4],
] as const)('policies on a %s', (name, loop, [minLength, maxLength], numRuns) => {
  const isLong = name.startsWith('long');
  const scene = fc.record({
    strings: fc.array(span, { minLength, maxLength }),
    locks: fc.dictionary(fc.integer({ min: 0, max: maxLength - 1 }).map(String), stroke, { maxKeys: 2 }),
    frets: fc.array(fc.integer({ min: 3, max: 5 }), { minLength: 1, maxLength: 4 }),
    rests: fc.array(fc.boolean(), { minLength: 3, maxLength: 5 }),
    policy: policies(loop).map((policy) => (isLong ? { ...policy, maySlur: false } : policy)),
  });

  it(
    'give the answer of the brute force, slurs and ties included, and its cost of the other choice',
    () => {
      fc.assert(
        fc.property(scene, ({ strings, locks, frets, rests, policy: asked }) => {
          const made = (all: Record<string, Stroke>) =>
            passageOn(
              strings,
              Object.fromEntries(
                strings.map((entry, at) => [
                  at,
                  {
                    ...(typeof entry === 'number' ? { fret: frets[at % frets.length]! } : {}),
                    ...(rests[at % rests.length] && at % 3 === 2 ? { durationTicks: 840 } : {}),
                    ...(all[at] ? { lock: { stroke: all[at] } } : {}),
                  },
                ]),
              ),
            );
          const passage = made(locks);
          const result = assignStrokes(passage, asked);
          const kind = asked.kind as Kind;
          const settled = (slant: Slant) => ({ ...asked, slant });
          const costs = (slant: Slant) => perPass(bruteForce(passage, settled(slant)), kind);
          const isOpen = kind === 'oneSlant' && asked.slant === 'either';
          const policy = isOpen
            ? settled(isLess(costs('upward'), costs('downward')) ? 'upward' : 'downward')
            : asked;
          expect(result.slant).toBe(kind === 'oneSlant' ? policy.slant : null);
          const best = bruteForce(passage, policy);
          // One overlay of slurs serves all passes.
          for (const id of result.slurred) {
            const index = passage.notes.findIndex((note) => note.id === id);
            expect(result.passes.every((pass) => pass[index] === null)).toBe(true);
          }
          const picks = picksOf(passage);
          const given = result.passes.flatMap((pass) =>
            picks.map((pick) => pass[pick.notes[0]!] ?? 'slurred'),
          );
          expect(given).toEqual(
            best.states.map((state) => (state >= 2 ? 'slurred' : state === 0 ? 'down' : 'up')),
          );

          const at = strings.length - 1;
          const last = result.passes[0]!.at(-1)!;
          if (last === null || (at === 0 && !loop && policy.start !== 'auto')) return;
          const other = bruteForce(made({ ...locks, [at]: otherStroke(last) }), policy);
          const claimed = otherCosts(passage, asked)(0, passage.notes.length - 1)!;
          const expected = perPass(other, kind).map((tier, t) => tier - perPass(best, kind)[t]!);
          TIER_NAMES[kind].forEach((tier, t) => expect([tier, claimed[tier]]).toEqual([tier, expected[t]]));
        }),
        { numRuns: numRuns * THOROUGH },
      );
    },
    120_000 * THOROUGH,
  );
});
