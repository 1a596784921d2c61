/** A set in words: every figure in a sentence is one of the exposure's, and nothing is left out. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Exposure } from './exposure';
import { exposureText, setAfterText, setMendingText, setVerdictText } from './setWords';

const pair = fc.record({
  stringFrom: fc.integer({ min: 1, max: 6 }),
  stringTo: fc.integer({ min: 1, max: 6 }),
  outside: fc.nat(20),
  inside: fc.nat(20),
});
const exposures = fc
  .uniqueArray(pair, { maxLength: 8, selector: (one) => `${one.stringFrom}-${one.stringTo}` })
  .map((pairs) => {
    const [outside, inside] = [0, 0].map((_, at) =>
      pairs.reduce((sum, one) => sum + (at === 0 ? one.outside : one.inside), 0),
    ) as [number, number];
    const insideShare = outside + inside === 0 ? null : inside / (outside + inside);
    return { pairs, kinds: { outside, inside, sweep: 0, backtrack: 0 }, insideShare } as unknown as Exposure;
  });
const numbersIn = (text: string) => [...text.matchAll(/\d+/g)].map(([one]) => Number(one));

describe('an exposure', () => {
  it('is said with its own counts and its share', () => {
    fc.assert(
      fc.property(exposures, (exposure) => {
        const { outside, inside } = exposure.kinds;
        const [out, within, share] = numbersIn(exposureText(exposure));
        expect([out, within]).toEqual([outside, inside]);
        if (outside + inside === 0) expect(share).toBeUndefined();
        else expect(Math.abs(share! - (100 * inside) / (outside + inside))).toBeLessThanOrEqual(0.5 + 1e-9);
      }),
    );
  });

  /** On target: 40 to 60 % inside, common practice, no source. Counted here by whole numbers, without the share. */
  it('is called balanced where it is, and each one-sided direction is named with its only kind', () => {
    fc.assert(
      fc.property(exposures, (exposure) => {
        const text = setVerdictText(exposure);
        const { outside, inside } = exposure.kinds;
        const all = outside + inside;
        if (all === 0) {
          expect(text).toBe('There are no inside or outside changes to weigh.');
          return;
        }
        const balances = inside * 10 >= all * 4 && inside * 10 <= all * 6;
        expect(text.startsWith(balances ? 'In all it balances' : 'In all it is lopsided')).toBe(true);
        const lone = exposure.pairs.filter(
          (one) => one.outside + one.inside > 0 && one.outside * one.inside === 0,
        );
        const named = [...text.matchAll(/(\d) to (\d) only (\w+)/g)].map(
          ([, from, to, kind]) => `${from}${to}${kind}`,
        );
        expect(named).toEqual(
          lone.map((one) => `${one.stringFrom}${one.stringTo}${one.outside > 0 ? 'outside' : 'inside'}`),
        );
        const after = setAfterText({ kind: 'drop', id: 'a', passes: {}, after: exposure });
        expect(after).toContain(exposureText(exposure));
        expect(after).toMatch(
          lone.length === 0
            ? /no direction one-sided$/
            : new RegExp(`, ${lone.length} directions? one-sided$`),
        );
      }),
    );
  });
});

it('a change of a set names the exercise and the passes that it gets', () => {
  const after = {} as Exposure;
  const titleOf = (id: string) => ({ a: 'Gate', b: 'Ford' })[id]!;
  const text = (kind: 'drop' | 'add' | 'reverse' | 'passes', id: string | null) =>
    setMendingText({ kind, id, passes: { a: 3, b: 1 }, after }, ['b', 'a'], titleOf);
  expect(text('drop', 'a')).toBe('Leave “Gate” out');
  expect(text('add', 'a')).toBe('Add “Gate”, 3 passes');
  expect(text('add', 'b')).toBe('Add “Ford”, 1 pass');
  expect(text('reverse', 'b')).toBe('Play “Ford” backwards instead, as a copy');
  expect(text('passes', null)).toBe('Play each in another number of passes: Ford 1 ×, Gate 3 ×');
});
