/** The engine against a brute force over all strokes, and the invariants of the model. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Stroke } from '../passage/passage';
import { analyseStrokes } from './analysis';
import { describeChanges, type PickInput } from './changes';
import { stringsFloorward } from './geometry';
import { picksOf } from './picks';
import { otherStroke, strokeFor, type PickingPolicy } from './policy';
import { assignStrokes, otherCosts } from './strokes';
import { passageOn } from './testing';

const stroke = fc.constantFrom<Stroke>('down', 'up');
const string = fc.integer({ min: 1, max: 6 });
const span = fc.oneof(
  { weight: 6, arbitrary: string },
  { weight: 1, arbitrary: fc.uniqueArray(string, { minLength: 2, maxLength: 3 }) },
);
const policyOf = (loop: boolean) =>
  fc.record({
    kind: fc.constantFrom<PickingPolicy['kind']>('alternateByNote', 'economy'),
    start: fc.constantFrom<Stroke | 'auto'>('down', 'up', 'auto'),
    travelOverSkips: fc.boolean(),
    loop: fc.constant(loop),
  });

interface Answer {
  cost: [breaks: number, start: number];
  crossings: number;
  departures: boolean[];
  strokes: Stroke[];
  perPass: number;
}

/** Every stroke sequence over one or two passes that the locks (and in a line the start) allow. */
function enumerate(passage: ReturnType<typeof passageOn>, policy: PickingPolicy, passes: number): Answer[] {
  const picks = Array.from({ length: passes }, () => picksOf(passage)).flat();
  const answers: Answer[] = [];
  for (let bits = 0; bits < 2 ** picks.length; bits++) {
    const strokes = picks.map((_, i): Stroke => ((bits >> (picks.length - 1 - i)) & 1 ? 'up' : 'down'));
    if (picks.some((pick, i) => pick.lock && pick.lock !== strokes[i])) continue;
    const offStart = policy.start !== 'auto' && strokes[0] !== policy.start;
    if (!policy.loop && offStart && !picks[0]!.lock) continue;
    const inputs = picks.map((pick, i): PickInput => {
      const strings = pick.notes.map((note) => passage.notes[note]!.string);
      return { string: strings[0]!, strings, stroke: strokes[i]! };
    });
    const changes = describeChanges(inputs, { loop: policy.loop === true });
    const departures = changes.map(({ from, to }) => {
      const floorward = stringsFloorward(picks[from]!, strokes[from]!, picks[to]!, strokes[to]!);
      const given = strokeFor(policy, floorward, strokes[from]!);
      return given !== strokes[to];
    });
    const crossings = changes.reduce((sum, change) => sum + change.crossings, 0);
    const cost: [number, number] = [departures.filter(Boolean).length, offStart ? 1 : 0];
    answers.push({ cost, crossings, departures, strokes, perPass: passes });
  }
  return answers;
}

/** Breaks recur each pass; a start other than asked happens once. */
function perPass(answer: Answer): [number, number] {
  return [answer.cost[0] / answer.perPass, answer.cost[1]];
}

function better(a: Answer, b: Answer, auto: boolean): boolean {
  const key = (answer: Answer) => [
    ...perPass(answer),
    answer.perPass,
    auto ? answer.crossings : 0,
    ...answer.departures.map(Number),
    ...answer.strokes.map((one) => (one === 'up' ? 1 : 0)),
  ];
  const [x, y] = [key(a), key(b)];
  const at = x.findIndex((value, i) => value !== y[i]);
  return at >= 0 && x[at]! < y[at]!;
}

function bruteForce(passage: ReturnType<typeof passageOn>, policy: PickingPolicy): Answer {
  const best = (answers: Answer[], auto: boolean) => answers.reduce((a, b) => (better(b, a, auto) ? b : a));
  // An automatic start compares the best answer of each start by its crossings; within one start crossings do not count.
  const contenders = (policy.loop ? [1, 2] : [1]).flatMap((passes) => {
    const answers = enumerate(passage, policy, passes);
    const byStart = [
      answers.filter((one) => one.strokes[0] === 'down'),
      answers.filter((one) => one.strokes[0] === 'up'),
    ];
    return byStart.filter((some) => some.length > 0).map((some) => best(some, false));
  });
  return best(contenders, policy.start === 'auto');
}

function withLocks(strings: readonly (number | number[])[], locks: Record<number, Stroke>) {
  return passageOn(
    strings,
    Object.fromEntries(Object.entries(locks).map(([at, one]) => [at, { lock: { stroke: one } }])),
  );
}

/** So many times more passages than in every run: `THOROUGH=100 npx vitest run src/core/picking`. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

describe.each([
  ['line', false, [1, 10], 500],
  ['loop', true, [1, 5], 500],
  ['long line', false, [13, 14], 8],
  ['long loop', true, [7, 7], 8],
] as const)('the engine on a %s', (_, loop, [minLength, maxLength], numRuns) => {
  const scene = fc.record({
    strings: fc.array(span, { minLength, maxLength }),
    locks: fc.dictionary(fc.integer({ min: 0, max: maxLength - 1 }).map(String), stroke, { maxKeys: 3 }),
    policy: policyOf(loop),
  });

  it(
    'gives the answer of the brute force, ties included, and its cost of the other choice',
    () => {
      fc.assert(
        fc.property(scene, ({ strings, locks, policy }) => {
          const passage = withLocks(strings, locks);
          const best = bruteForce(passage, policy);
          const picks = picksOf(passage);
          const result = assignStrokes(passage, policy);
          const strokes = result.passes.flatMap((pass) => picks.map((pick) => pass[pick.notes[0]!]));
          expect(strokes).toEqual(best.strokes);
          expect(result.unmet.filter((one) => one.code === 'ruleBroken')).toHaveLength(best.cost[0]);

          const [reason] = result.reasons[0]!;
          if (reason!.code === 'autoStart') {
            const others = enumerate(passage, policy, best.perPass).filter(
              (one) => one.strokes[0] !== best.strokes[0],
            );
            const rival = others.reduce((a, b) => (better(b, a, false) ? b : a));
            expect(reason).toMatchObject({
              breaks: (rival.cost[0] - best.cost[0]) / best.perPass,
              crossings: (rival.crossings - best.crossings) / best.perPass,
            });
          }
          const at = strings.length - 1;
          const turned = withLocks(strings, { ...locks, [at]: otherStroke(result.passes[0]!.at(-1)!) });
          if (at === 0 && !loop && policy.start !== 'auto') return;
          const other = bruteForce(turned, policy);
          const claimed = otherCosts(passage, policy)(0, passage.notes.length - 1)!;
          expect([claimed.breaks, claimed.start]).toEqual(
            perPass(other).map((tier, t) => tier - perPass(best)[t]!),
          );
          // Crossings are carried along: those of some answer as good as that.
          const asGood = (policy.loop ? [1, 2] : [1])
            .flatMap((passes) => enumerate(turned, policy, passes))
            .filter((one) => perPass(one).join() === perPass(other).join())
            .map((one) => one.crossings / one.perPass);
          expect(asGood).toContain(claimed.crossings + best.crossings / best.perPass);
        }),
        { numRuns: numRuns * THOROUGH },
      );
    },
    60_000 * THOROUGH,
  );
});

describe('invariants', () => {
  const pick = fc.record({ string, stroke });
  const flip = (picks: readonly PickInput[]) =>
    picks.map((one) => ({ ...one, stroke: otherStroke(one.stroke) }));
  const swap = (a: string, b: string) => (kind: string) => (kind === a ? b : kind === b ? a : kind);
  const kinds = (picks: readonly PickInput[], loop: boolean) =>
    describeChanges(picks, { loop }).map((one) => one.kind);

  it('flipping every stroke swaps inside and outside, sweep and against the grain', () => {
    fc.assert(
      fc.property(fc.array(pick), fc.boolean(), (picks, loop) => {
        const swapped = kinds(picks, loop).map(swap('inside', 'outside')).map(swap('sweep', 'backtrack'));
        expect(kinds(flip(picks), loop)).toEqual(swapped);
      }),
    );
  });

  it('backwards with the same strokes keeps inside and outside and swaps sweep and against the grain', () => {
    fc.assert(
      fc.property(fc.array(pick), (picks) => {
        const backwards = kinds([...picks].reverse(), false).reverse();
        expect(backwards).toEqual(kinds(picks, false).map(swap('sweep', 'backtrack')));
      }),
    );
  });

  it('crossings are those of a pick walked line by line, and 0 only for alternate and a neighbour sweep', () => {
    fc.assert(
      fc.property(pick, pick, (a, b) => {
        const [change] = describeChanges([a, b]);
        // An independent count: heights of the pick in half strings, walked one step at a time over whole ones.
        let height = 2 * a.string + (a.stroke === 'down' ? -1 : 1);
        const goal = 2 * b.string + (b.stroke === 'down' ? 1 : -1);
        let passed = 0;
        while (height !== goal) {
          height += Math.sign(goal - height);
          if (height % 2 === 0) passed++;
        }
        expect(change!.crossings).toBe(passed);
        const free = change!.kind === 'alternate' || (change!.kind === 'sweep' && change!.skipped === 0);
        expect(change!.crossings === 0).toBe(free);
      }),
    );
  });

  it('an odd loop under strict alternation has two passes and balances itself', () => {
    fc.assert(
      fc.property(fc.array(string, { minLength: 1, maxLength: 15 }), stroke, (strings, start) => {
        const passage = passageOn(strings);
        const assignment = assignStrokes(passage, { kind: 'alternateByNote', start, loop: true });
        expect(assignment.passes).toHaveLength(strings.length % 2 === 1 ? 2 : 1);
        const { kinds } = analyseStrokes(passage, assignment, true, DEFAULT_SETUP).figures;
        if (strings.length % 2 === 1) expect(kinds.inside).toBe(kinds.outside);
      }),
    );
  });

  it('strings are left with the stroke of entry after an odd number of picks, with the other after an even number', () => {
    fc.assert(
      fc.property(fc.array(string, { minLength: 1 }), stroke, (strings, start) => {
        const [strokes] = assignStrokes(passageOn(strings), { kind: 'alternateByNote', start }).passes;
        let entered = 0;
        for (let i = 1; i <= strings.length; i++)
          if (strings[i] !== strings[entered]) {
            expect(strokes![i - 1] === strokes![entered]).toBe((i - entered) % 2 === 1);
            entered = i;
          }
      }),
    );
  });
});

describe('lead-in and ending', () => {
  it('lie outside the loop: solved toward its first stroke and onward from the last of each pass', () => {
    const passage = {
      ...passageOn([3, 3, 4, 4, 4, 3, 3, 2]),
      loopBounds: { startTicks: 2 * 1680, endTicks: 7 * 1680 },
    };
    const policy: PickingPolicy = { kind: 'alternateByNote', start: 'down', loop: true };
    const assignment = assignStrokes(passage, policy);
    const signs = assignment.passes.map((pass) => pass.map((one) => one?.[0] ?? '-').join(''));
    expect(signs).toEqual(['dududud' + 'u', '--ududu' + 'd']);
    const analysis = analyseStrokes(passage, assignment, true, DEFAULT_SETUP);
    expect(analysis.figures.picks).toBe(5);
    expect(analysis.transitions.filter((change) => change.seam)).toHaveLength(2);
    expect(analysis.outsideLoop.map((change) => [change.fromNote, change.toNote])).toEqual([
      ['n0', 'n1'],
      ['n1', 'n2'],
      ['n6', 'n7'],
      ['n6', 'n7'],
    ]);
  });

  it('are the whole where no note lies in the loop: played as a line', () => {
    for (const [startTicks, endTicks] of [
      [0, 2 * 1680],
      [6 * 1680, 8 * 1680],
    ] as const) {
      const four = passageOn([3, 2, 3, 2]);
      const notes = four.notes.map((note) => ({ ...note, onsetTicks: note.onsetTicks + 2 * 1680 }));
      const passage = { ...four, lengthTicks: 8 * 1680, notes, loopBounds: { startTicks, endTicks } };
      const assignment = assignStrokes(passage, { kind: 'alternateByNote', start: 'down', loop: true });
      const analysis = analyseStrokes(passage, assignment, true, DEFAULT_SETUP);
      expect([analysis.loop, analysis.figures.picks, analysis.transitions.length]).toEqual([false, 4, 3]);
    }
  });

  it('are told where the lead-in goes over into the loop against the rule, or by the other slant', () => {
    const into = (policy: PickingPolicy) =>
      assignStrokes(
        {
          ...withLocks([3, 1, 1], { 0: 'down', 1: 'down' }),
          loopBounds: { startTicks: 1680, endTicks: 3 * 1680 },
        },
        policy,
      ).unmet;
    expect(into({ kind: 'alternateByNote', start: 'auto', loop: true })).toEqual([
      { code: 'enteredOff', note: 1, pass: 0 },
    ]);
    // A downstroke that must come out of the strings asks for the upward slant.
    expect(into({ kind: 'oneSlant', slant: 'downward', start: 'auto', loop: true })).toEqual([
      { code: 'wrongSlant', note: 0, pass: 0 },
    ]);
  });

  it('cost as much to stroke otherwise as they do when they are locked so, each note by itself', () => {
    let asked = 0;
    const scene = fc.record({
      strings: fc.array(span, { minLength: 4, maxLength: 12 }),
      locks: fc.dictionary(fc.integer({ min: 0, max: 11 }).map(String), stroke, { maxKeys: 3 }),
      policy: policyOf(true),
    });
    fc.assert(
      fc.property(
        scene,
        fc.nat({ max: 11 }),
        fc.nat({ max: 11 }),
        ({ strings, locks, policy }, from, more) => {
          const [start, end] = [
            from % strings.length,
            Math.min(strings.length, (from % strings.length) + more + 1),
          ];
          const loopBounds = { startTicks: start * 1680, endTicks: end * 1680 };
          const by = (its: typeof locks) => ({ ...withLocks(strings, its), loopBounds });
          const passage = by(locks);
          const slotOf = (note: number) => passage.notes[note]!.onsetTicks / 1680;
          const plain = assignStrokes(passage, policy);
          const costOf = otherCosts(passage, policy);
          passage.notes.forEach((_, note) =>
            plain.passes.forEach((strokes, pass) => {
              const slot = slotOf(note);
              const claimed = costOf(pass, note);
              expect(claimed === null).toBe(strokes[note] === null);
              if (!claimed || (slot >= start && slot < end)) return;
              asked++;
              const turned = assignStrokes(by({ ...locks, [slot]: otherStroke(strokes[note]!) }), policy);
              // The ending is solved in each pass for itself, and so is the lead-in, with the way into the loop.
              const broken = ({ unmet }: typeof plain) =>
                unmet.filter(
                  (one) =>
                    (one.code === 'enteredOff' && slot < start) ||
                    (one.code === 'ruleBroken' &&
                      one.pass === pass &&
                      (slot < start ? slotOf(one.note) < start : slotOf(one.note) >= end)),
                ).length;
              expect(claimed.breaks).toBe(broken(turned) - broken(plain));
            }),
          );
        },
      ),
      { numRuns: 60 * THOROUGH },
    );
    expect(asked).toBeGreaterThan(100);
  });
});
