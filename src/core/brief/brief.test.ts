/**
 * The search against exhaustive enumeration, against an independent recount by the ordinary analysis, and against the worked
 * briefs of the model (an Euler trail needs as many ways back as ways there, so some briefs are impossible by arithmetic).
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { checkGoal } from '../balance/goal';
import { newExercise, NO_GOAL } from '../model/exercise';
import { planOf } from '../plan/plan';
import { emptyPassage } from '../passage/empty';
import type { Stroke } from '../passage/passage';
import type { Brief } from '../model/brief';
import { draftBrief, withCandidate } from './draft';
import { PUBLISHED_BRIEFS } from './published/testing';
import { differs } from './candidate';
import { chanceOf } from './chance';
import { proven } from './exact';
import { latticeOf } from './lattice';
import { composeToBrief } from './search';
import { anyBrief, recount, within, exhaustive } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const BUDGET = { expansions: 400_000, looks: 300_000_000 };

/** Asks for no more than two skips. */
const OPEN: Pick<
  Brief,
  'targets' | 'fingerChanges' | 'contour' | 'largestLeap' | 'mayRepeat' | 'startsOn' | 'endsOn' | 'likeness'
> = {
  targets: [{ kind: null, strings: null, direction: null, skipped: 1, min: 2, max: null }],
  fingerChanges: [],
  contour: 'free',
  largestLeap: null,
  mayRepeat: true,
  startsOn: null,
  endsOn: null,
  likeness: null,
};

describe('composing to a brief', () => {
  it('finds the same optimum, and the same impossible ones, as trying every line', () => {
    fc.assert(
      fc.property(fc.oneof(anyBrief([2, 5], [3, 2], [7, 9]), anyBrief([2, 5], [3, 1], [7, 9])), (brief) => {
        const { state, candidates } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 3, explains: false });
        const best = exhaustive(brief);
        if (best === null) expect(candidates).toEqual([]);
        else expect([candidates[0]?.cost, state]).toEqual([best, 'best']);
        if (best === null) expect(state).toBe('impossible');
      }),
      { numRuns: THOROUGH > 1 ? 50 * THOROUGH : 25 },
    );
  });

  // Without a line known before, so that the proof must find the best itself; few tones, so that lines turn in place.
  it('proves the same optimum as trying every line where lines go to and fro', () => {
    const tones = { kind: 'scale' as const, tonic: 'B', name: 'dorian' };
    fc.assert(
      fc.property(anyBrief([5, 7], [3, 2], [7, 9]), (some) => {
        const brief: Brief = { ...some, capo: 0, tones, loop: false, policy: 'alternateByNote' };
        const search = proven(latticeOf(brief, DEFAULT_SETUP, 'plain'), Infinity, BUDGET);
        let next = search.next();
        while (!next.done) next = search.next();
        const { proof } = next.value;
        expect(proof.state === 'best' ? proof.found.cost : null).toBe(exhaustive(brief));
      }),
      { numRuns: THOROUGH > 1 ? 80 * THOROUGH : 30 },
    );
  });

  it('gives only lines that the ordinary analysis finds to grant the brief, each unlike the others', () => {
    let found = 0;
    fc.assert(
      fc.property(anyBrief([6, 30], [4, 3, 2, 1], [5, 8]), (brief) => {
        const some = { wanted: 3, expansions: 0, explains: false };
        const { candidates } = composeToBrief(brief, DEFAULT_SETUP, some);
        found += candidates.length;
        candidates.forEach(({ passage, policy, cost, parts }, at) => {
          const { assignment, analysis } = planOf(passage, policy, DEFAULT_SETUP);
          expect(passage.notes.length).toBe(brief.notes);
          const strings = passage.notes
            .filter(({ technique }) => technique === 'pick')
            .map(({ string }) => string);
          const strokes = assignment.passes.flat().filter((stroke): stroke is Stroke => stroke !== null);
          for (const target of brief.targets)
            expect(within(target, recount(target, strings, strokes, analysis.passes, brief.loop))).toBe(true);
          if (brief.slant)
            expect(analysis.slants.slants.filter((slant) => slant !== brief.slant)).toEqual([]);
          expect(Object.values(parts).reduce((sum, one) => sum + one, 0)).toBe(cost);
          for (const other of candidates.slice(0, at)) expect(differs(candidates[at]!, other)).toBe(true);
        });
      }),
      { numRuns: THOROUGH > 1 ? 60 * THOROUGH : 20 },
    );
    // Most briefs by chance are possible; a search that finds nothing would pass all of the above.
    expect(found).toBeGreaterThan(8);
  });

  // rulings.md, Advice and conflicts: what the engine plays with nothing unmet is possible.
  it('composes odd rounds over skips that come home in two passes', () => {
    for (const policy of ['economy', 'sweep'] as const) {
      const base = {
        ...PUBLISHED_BRIEFS[0]!.brief,
        policy,
        slant: null,
        tones: { kind: 'chromatic' as const },
      };
      const odd: Brief = { ...base, strings: [3, 1], frets: [5, 8], notes: 7, loop: true, ...OPEN };
      const { candidates } = composeToBrief(odd, DEFAULT_SETUP, { wanted: 1, expansions: 0 });
      const { assignment } = planOf(candidates[0]!.passage, candidates[0]!.policy, DEFAULT_SETUP);
      expect([assignment.passes.length, assignment.unmet]).toEqual([2, []]);
    }
  });

  it('settles the published briefs, and from 23 notes on the one of the model', () => {
    for (const { name, brief, isPossible } of PUBLISHED_BRIEFS) {
      const { state, candidates } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 });
      expect([name, state, candidates.length]).toEqual([
        name,
        isPossible ? 'best found' : 'impossible',
        isPossible ? 1 : 0,
      ]);
    }
    const { brief } = PUBLISHED_BRIEFS[3]!;
    const states = [21, 22, 23].map(
      (notes) => composeToBrief({ ...brief, notes }, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).state,
    );
    expect(states).toEqual(['impossible', 'impossible', 'best found']);
  });

  it('names wishes in conflict of which each is needed, and advice that helps', () => {
    const conflicts = PUBLISHED_BRIEFS.filter(({ isPossible }) => !isPossible);
    for (const { brief } of conflicts) {
      const { conflict } = composeToBrief(brief, DEFAULT_SETUP);
      expect(conflict!.wishes.length).toBeGreaterThan(1);
      expect(conflict!.advice.length).toBeGreaterThan(0);
      for (const advice of conflict!.advice) {
        const { state } = composeToBrief(advice.brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 });
        expect(state).toBe('best found');
      }
    }
  });

  it('advises what works in the brief that use found: neither an open first note nor seven notes', () => {
    const brief: Brief = {
      ...PUBLISHED_BRIEFS[0]!.brief,
      ...{ policy: 'alternateByNote', start: 'down', slant: null, strings: [3, 2], frets: [7, 9], notes: 6 },
      ...{ tones: { kind: 'scale', tonic: 'B', name: 'dorian' }, loop: false, fingerChanges: [] },
      targets: [{ kind: 'outside', strings: null, direction: null, skipped: null, min: 3, max: 3 }],
      ...{
        largestLeap: 2,
        startsOn: 'E',
        endsOn: 'E',
        mayRepeat: false,
        contour: 'free',
        likeness: null,
        capo: 0,
      },
    };
    const { state, conflict } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1 });
    expect(state).toBe('impossible');
    for (const advice of conflict!.advice.filter(({ isSure }) => isSure))
      expect(composeToBrief(advice.brief, DEFAULT_SETUP, { wanted: 1 }).candidates).toHaveLength(1);
    expect(conflict!.advice.filter(({ isSure }) => isSure).length).toBeGreaterThan(0);
  });

  it('says that it is impossible where there are no two notes to go between', () => {
    const { brief } = PUBLISHED_BRIEFS[0]!;
    const { state, conflict } = composeToBrief({ ...brief, strings: [3], frets: [8, 8] }, DEFAULT_SETUP);
    expect([state, conflict?.wishes]).toEqual(['impossible', []]);
  });

  it('is drafted from a goal so that what comes of it meets the goal', () => {
    const techniques = ['economy picking', 'sweep picking', 'alternate picking'] as const;
    expect(
      techniques.map(
        (technique) =>
          draftBrief({ ...newExercise('', emptyPassage()), goal: { ...NO_GOAL, technique } }).policy,
      ),
    ).toEqual(['economy', 'sweep', 'alternateByNote']);
    for (const kind of ['outside', 'inside', 'balanced', 'sweep'] as const) {
      const exercise = { ...newExercise('Drafted', emptyPassage()), goal: { ...NO_GOAL, kind } };
      const brief = draftBrief(exercise);
      const [first] = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1, expansions: 0 }).candidates;
      const made = withCandidate({ ...exercise, goal: NO_GOAL }, brief, first!);
      expect(made.goal.kind).toBe(kind);
      expect(
        checkGoal(made.goal, planOf(made.passage, made.policy, DEFAULT_SETUP).analysis).met,
      ).toBeGreaterThan(0);
    }
  });

  it('tells what a line costs part by part, and locks strokes only where one slant leaves them open', () => {
    for (const { brief, isPossible } of PUBLISHED_BRIEFS) {
      if (!isPossible) continue;
      for (const one of composeToBrief(brief, DEFAULT_SETUP, { wanted: 2, expansions: 0 }).candidates) {
        const parts = Object.values(one.parts);
        expect(parts.every((part) => part > 0)).toBe(true);
        expect(parts.reduce((sum, part) => sum + part, 0)).toBeCloseTo(one.cost, 6);
        const locks = new Set(one.passage.notes.map(({ lock }) => lock?.stroke));
        const isFree = brief.policy === 'oneSlant' && !brief.strokes;
        expect(locks.has(undefined)).toBe(!isFree);
        if (!isFree) expect(locks.size).toBe(1);
      }
    }
  });

  it('shuffles a list into every order there is, and none into another list', () => {
    const orders = new Set<string>();
    const chance = chanceOf(3);
    for (let times = 0; times < 200; times++) {
      const list = [1, 2, 3];
      chance.shuffle(list);
      orders.add(list.join(''));
    }
    expect([...orders].sort()).toEqual(['123', '132', '213', '231', '312', '321']);
  });

  it('gives the same for the same seed, and other lines for another', () => {
    const { brief } = PUBLISHED_BRIEFS[1]!;
    const lines = (seed: number) =>
      composeToBrief(brief, DEFAULT_SETUP, { seed, wanted: 3, expansions: 0 }).candidates.map(
        ({ passage }) => passage,
      );
    expect(lines(7)).toEqual(lines(7));
    expect(lines(7)).not.toEqual(lines(8));
  });
});
