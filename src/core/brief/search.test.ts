/** How a search goes on: what it tells and when, in which order lines are offered, and that it looks for more than the best one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { newExercise } from '../model/exercise';
import { emptyPassage } from '../passage/empty';
import { differs, type Candidate } from './candidate';
import { draftBrief } from './draft';
import { LESSON_BRIEFS } from './published/testing';
import { unmetWishes } from './meets';
import { searching, type Outcome, type SearchEvent, type SearchOptions } from './search';
import { anyBrief, exhaustive } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const brief = (parts: Partial<Brief>): Brief => ({
  ...draftBrief(newExercise('', emptyPassage())),
  ...{ strings: [3, 2], frets: [5, 8], notes: 6, tones: { kind: 'scale', tonic: 'A', name: 'minor' } },
  ...parts,
});

/** Runs a search to its end. */
function run(asked: Brief, options: SearchOptions): { told: SearchEvent[]; outcome: Outcome } {
  const told: SearchEvent[] = [];
  const search = searching(asked, DEFAULT_SETUP, options);
  for (let next = search.next(); ; next = search.next()) {
    if (next.done) return { told, outcome: next.value };
    told.push(next.value);
  }
}

const lineOf = ({ passage }: Candidate) =>
  passage.notes.map(({ string, fret }) => `${string}/${fret}`).join(' ');
const candidatesIn = (told: readonly SearchEvent[]) =>
  told.flatMap((event) => (event.kind === 'candidate' ? [event.candidate] : []));

describe('a search to its end', () => {
  it('offers the best first, proven, and no more than were wanted; each was told before, once', () => {
    fc.assert(
      fc.property(anyBrief([4, 6], [3, 2], [7, 9]), fc.integer({ min: 1, max: 4 }), (asked, wanted) => {
        const { told, outcome } = run(asked, { wanted, explains: false });
        const { candidates, state, bound } = outcome;
        const best = exhaustive(asked);
        expect(state).toBe(best === null ? 'impossible' : 'best');
        expect(bound).toBe(best);
        expect(candidates.map(({ cost }) => cost)).toEqual(
          candidates.map(({ cost }) => cost).toSorted((a, b) => a - b),
        );
        expect(candidates.length).toBeLessThanOrEqual(wanted);
        const lines = candidatesIn(told).map(lineOf);
        expect(candidates.map(lineOf).filter((line) => !lines.includes(line))).toEqual([]);
        for (const [at, one] of candidates.entries())
          for (const other of candidates.slice(0, at)) expect(differs(other, one)).toBe(true);
        const settled = told.filter(({ kind }) => kind === 'settled');
        if (best !== null) expect(settled).toEqual([{ kind: 'settled', isProven: true }]);
      }),
      { numRuns: 12 * THOROUGH },
    );
  });

  it('without a proof claims none, and asks for none', () => {
    const { told, outcome } = run(brief({ notes: 12 }), { wanted: 3, expansions: 0 });
    expect(outcome).toMatchObject({ state: 'best found', bound: null });
    expect(outcome.candidates.length).toBe(3);
    expect(told.map(({ kind }) => kind).filter((kind) => kind !== 'tick' && kind !== 'candidate')).toEqual(
      [],
    );
  });

  it('stops trying as soon as there are as many lines as wanted', () => {
    const { told } = run(brief({ notes: 12 }), { wanted: 2, expansions: 0 });
    expect(candidatesIn(told).length).toBe(2);
    expect(told.at(-1)!.kind).toBe('candidate');
    // A line each way that was tried, or that it goes on.
    expect(run(brief({ notes: 12 }), { wanted: 50, tries: 7, expansions: 0 }).told.length).toBe(7);
  });

  it('by one slant, with and without a rhythm, is settled once, and its strokes are not those of the other slant', () => {
    const one = { kind: 'sweep', strings: null, direction: null, skipped: 1, min: 2, max: null } as const;
    // On the beat with an upstroke first, and swept over a string: neither is what the policy would do by itself.
    for (const more of [
      { changesOn: 'the beat', subdivision: 2, start: 'up', targets: [] },
      { targets: [one] },
    ] as const) {
      const asked = brief({ strings: [3, 2, 1], notes: 8, policy: 'oneSlant', slant: 'downward', ...more });
      const settled = run(asked, { wanted: 1 }).told.filter(({ kind }) => kind === 'settled');
      expect(settled).toEqual([{ kind: 'settled', isProven: true }]);
      const first = run(asked, { wanted: 1, expansions: 0 }).outcome.candidates[0]!;
      expect(first.passage.notes.some(({ lock }) => lock)).toBe(true);
      expect(unmetWishes(asked, first.passage, first.policy, DEFAULT_SETUP)).toEqual([]);
    }
  });

  it('betters each line before it offers it', () => {
    const costs = LESSON_BRIEFS.map(
      ({ brief: one }) => run(one, { wanted: 1, expansions: 0 }).outcome.candidates[0]!.cost,
    );
    // As measured: with nothing exchanged along the trails they cost more.
    expect(costs.reduce((sum, cost) => sum + cost, 0)).toBeLessThanOrEqual(463);
  });

  it('finds none where it may try nothing, and says so', () => {
    const { told, outcome } = run(brief({}), { tries: 0, expansions: 0 });
    expect([told, outcome.state, outcome.candidates]).toEqual([[], 'none found', []]);
  });

  it('proves the best where no line was known before, and looks for others near it: none repeated, none better', () => {
    const asked = brief({ strings: [4, 3, 2], notes: 8 });
    const { told, outcome } = run(asked, { tries: 0, wanted: 4 });
    const kinds = told.map(({ kind }) => kind).filter((kind) => kind !== 'tick');
    expect(kinds.slice(0, 3)).toEqual(['proving', 'candidate', 'settled']);
    expect(kinds.slice(3).length).toBeGreaterThanOrEqual(3);
    expect(outcome.state).toBe('best');
    expect(outcome.candidates.length).toBe(4);
    const [best, ...others] = outcome.candidates;
    expect(best!.cost).toBe(outcome.bound);
    for (const { cost, passage, policy } of others) {
      expect(cost).toBeGreaterThanOrEqual(best!.cost);
      // As near as that: a line is offered because it is nearly as good.
      expect(cost).toBeLessThan(2 * best!.cost + 40);
      expect(unmetWishes(asked, passage, policy, DEFAULT_SETUP)).toEqual([]);
    }
  });

  it('says what it came to where the budget of the proof ends first', () => {
    const wide = brief({ strings: [6, 5, 4, 3, 2, 1], frets: [2, 12], notes: 32 });
    const { told, outcome } = run(wide, { wanted: 1, expansions: 1, looks: 1 });
    expect(told.some(({ kind }) => kind === 'proving')).toBe(true);
    expect(told.some(({ kind }) => kind === 'settled')).toBe(false);
    expect(outcome.state).toBe('best found');
    if (outcome.bound !== null) expect(outcome.bound).toBeLessThanOrEqual(outcome.candidates[0]!.cost);
  });
});

describe('a round that comes home in two ways', () => {
  // Of an odd number of notes: in one pass with a sweep, or in two with strokes that swap.
  const odd = brief({ policy: 'economy', loop: true, notes: 5, strings: [3, 2, 1] });

  it('is searched in both, settled once, with the last, and the best of both is the best', () => {
    const { told, outcome } = run(odd, { wanted: 3 });
    expect(told.filter(({ kind }) => kind === 'settled')).toEqual([{ kind: 'settled', isProven: true }]);
    expect(told.filter(({ kind }) => kind === 'proving').length).toBe(2);
    expect(outcome.bound).toBe(Math.min(...candidatesIn(told).map(({ cost }) => cost)));
    expect(outcome.candidates[0]!.cost).toBe(outcome.bound);
  });
});
