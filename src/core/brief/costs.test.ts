/** What lines cost, part by part and looked up by way: against weighing every short line plainly, and against comparing all with all. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { raisedBound } from './bound';
import { landed } from './brief';
import { lineEnds } from './ends';
import { proven } from './exact';
import { placesOf, stepCost } from './grid';
import { latticeOf } from './lattice';
import { mannersOf } from './pickRules';
import { LESSON_BRIEFS } from './published/testing';
import { anyBrief, ended, exhaustive } from './testing';
import { directionOf, LeastByWay, turnCost, turns, WAYS } from './ways';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

/** The least cost in any manner; what is against the grain only where nothing else is. */
function leastIn(brief: Brief): number | null {
  const costs: number[] = [];
  for (const manner of mannersOf(brief)) {
    if (manner === 'against the grain' && costs.length > 0) continue;
    const lattice = latticeOf(brief, DEFAULT_SETUP, manner);
    const { proof } = ended(proven(lattice, Infinity, { expansions: 100_000, looks: 30_000_000 }));
    if (proof.state === 'best') costs.push(proof.found.cost);
  }
  return costs.length > 0 ? Math.min(...costs) : null;
}

describe('the cost of a line', () => {
  it.each([
    ['two notes, over a string too', [2, 2], [3, 1], [5, 9], 60],
    ['two notes near the nut', [2, 2], [2, 1], [0, 4], 60],
    ['three or four notes that may stay', [3, 4], [2, 1], [7, 8], 100],
  ] as const)('of %s is that of weighing every one', (_, lengths, strings, frets, numRuns) => {
    let lines = 0;
    fc.assert(
      fc.property(anyBrief([...lengths], [...strings], [...frets]), fc.nat(3), (asked, strict) => {
        // Most briefs by chance are impossible: of most what must be counted is left out, but not that it was named.
        const eased = { fingerChanges: [], turns: null, rhythm: '', changesOn: null, startsOn: null };
        const targets = asked.targets.map((target) => ({ ...target, min: 0 }));
        const brief: Brief = strict === 0 ? asked : { ...asked, ...eased, targets };
        const best = exhaustive(brief);
        if (best !== null) lines++;
        expect(leastIn(brief)).toBe(best);
      }),
      { numRuns: numRuns * THOROUGH },
    );
    expect(lines).toBeGreaterThan(numRuns / 4);
  });

  it('is bound by itself, where nothing is asked for that must be counted', () => {
    let asked = 0;
    fc.assert(
      fc.property(anyBrief([3, 5], [2, 1], [7, 8]), fc.boolean(), (some, mayRepeat) => {
        const nothing = { targets: [], fingerChanges: [], turns: null, loop: false, changesOn: null };
        const brief: Brief = { ...some, ...nothing, mayRepeat };
        const lattice = latticeOf(brief, DEFAULT_SETUP, mannersOf(brief)[0]!);
        const raised = ended(raisedBound(lattice, lineEnds(lattice), Infinity, 1, null));
        const best = exhaustive(brief);
        // One slant goes against the grain only where nothing else is, and then this manner has no line.
        if (brief.policy === 'oneSlant' && raised === null) return;
        asked++;
        expect(raised && raised.bound < Infinity ? raised.bound : null).toBe(best);
      }),
      { numRuns: 60 * THOROUGH },
    );
    expect(asked).toBeGreaterThan(30);
  });
});

describe('the hand', () => {
  it.each([0, 2, 5])('reaches as far as its limit, measured on the neck, behind a capo at %i', (capo) => {
    const brief: Brief = {
      ...landed(LESSON_BRIEFS[0]!.brief),
      ...{ capo, tones: { kind: 'chromatic' }, strings: [3, 2], frets: [1, 12], mayRepeat: true },
      ...{ largestLeap: null },
    };
    // Twelve frets halve the string; common fact, no source.
    const mm = (fret: number) => DEFAULT_SETUP.scaleLengthMm * (1 - 2 ** (-(fret + capo) / 12));
    const isReached = (a: number, b: number) => Math.abs(mm(a) - mm(b)) <= DEFAULT_SETUP.stretchLimitMm;
    const frets = Array.from({ length: 12 }, (_, at) => at + 1);
    const expected = frets
      .slice(0, 9)
      .flatMap((position) =>
        [3, 2].flatMap((string) =>
          frets
            .filter((fret) => fret >= position - 1 && fret <= position + 4 && isReached(fret, position))
            .map((fret) => `${position} ${string} ${fret}`),
        ),
      );
    const places = placesOf(brief, DEFAULT_SETUP);
    expect(places.map(({ position, string, fret }) => `${position} ${string} ${fret}`)).toEqual(expected);
    for (const a of places)
      for (const b of places.filter(({ position }) => position === a.position))
        expect(stepCost(brief, DEFAULT_SETUP, a, b) !== null).toBe(isReached(a.fret, b.fret));
  });
});

describe('a skip', () => {
  it('is paid for by the string, unless the brief wishes for changes over one', () => {
    const one = { kind: null, strings: null, direction: null, skipped: null, min: 1, max: null } as const;
    const paid = (targets: Brief['targets']) => {
      const brief = landed({ ...LESSON_BRIEFS[0]!.brief, targets, largestLeap: null });
      const on = (string: number) =>
        ({ string, fret: 5, pitch: 45 + string, finger: 1, position: 5 }) as const;
      const skips: number[] = [];
      stepCost(brief, DEFAULT_SETUP, on(4), on(1), (what, steps) => {
        if (what === 'skip') skips.push(steps);
      });
      return skips;
    };
    // Two strings are skipped; common practice, no source: a skip is harder than a change to the next string.
    expect([paid([]), paid([one]), paid([{ ...one, skipped: 0 }])]).toEqual([[6], [6], [6]]);
    expect(paid([{ ...one, strings: [2, 1] }])).toEqual([6]);
    expect([paid([{ ...one, skipped: 2 }]), paid([{ ...one, strings: [4, 1] }])]).toEqual([[], []]);
    // That there should be none is no wish for some.
    expect(paid([{ ...one, skipped: 1, min: 0, max: 0 }])).toEqual([6]);
  });
});

describe('the least by way', () => {
  const value = fc.oneof(fc.nat(12), fc.constant(Infinity));

  it('is that of comparing all with all, in every direction, of those that turn and of those that do not', () => {
    fc.assert(
      fc.property(fc.array(value, { minLength: WAYS, maxLength: WAYS }), fc.nat(5), (values, price) => {
        const least = new LeastByWay(price);
        const isAny = least.take(Float64Array.from([7, ...values]), 1);
        expect(isAny).toBe(values.some(Number.isFinite));
        if (!isAny) return;
        const over = (way: number, of: (from: number) => boolean) =>
          Math.min(
            ...values.map((one, from) =>
              of(from) ? one + turnCost(from, way) + (turns(from, way) ? price : 0) : Infinity,
            ),
          );
        for (let way = 0; way < WAYS; way++) {
          least.look(way);
          expect([way, least.least]).toEqual([way, over(way, () => true)]);
          if (way === 0) continue;
          least.lookOnly(way, false);
          expect([way, least.least]).toEqual([way, over(way, (from) => !turns(from, way))]);
          least.lookOnly(way, true);
          expect([way, least.least]).toEqual([way, over(way, (from) => turns(from, way))]);
          if (least.at >= 0) expect(directionOf(least.at)).toBe(3 - directionOf(way));
        }
      }),
      { numRuns: 150 * THOROUGH },
    );
  });
});
