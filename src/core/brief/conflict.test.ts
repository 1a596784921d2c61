/**
 * Why a brief is impossible, against trying every line: the brute force knows nothing of flows and proofs. What is named is in conflict, each
 * of it is needed, what is advised works, and nothing nearer would.
 */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import type { Brief } from '../model/brief';
import { wishesOf, type Wish } from './brief';
import { composeToBrief } from './search';
import { anyBrief, exhaustive, otherWay } from './testing';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

/** The briefs that are left when only some wishes stay, the length among them: with either start where that is free. */
function only(brief: Brief, wishes: readonly Wish[]): Brief[] {
  const has = (kind: Wish['kind'], at = 0) =>
    wishes.some((wish) => wish.kind === kind && (!('at' in wish) || wish.at === at));
  const { noSkips, ...others } = brief;
  const left: Brief = {
    ...others,
    ...(noSkips && has('noSkips') ? { noSkips } : {}),
    loop: brief.loop && has('loop'),
    rhythm: has('rhythm') ? (brief.rhythm ?? '') : '',
    changesOn: has('changesOn') ? (brief.changesOn ?? null) : null,
    turns: has('turns') ? (brief.turns ?? null) : null,
    startsOn: has('startsOn') ? brief.startsOn : null,
    endsOn: has('endsOn') ? brief.endsOn : null,
    largestLeap: has('largestLeap') ? brief.largestLeap : null,
    mayRepeat: has('noRepeats') ? brief.mayRepeat : true,
    fingerChanges: brief.fingerChanges.filter((change, _, all) =>
      has(
        'fingerChange',
        all.findIndex((one) => one.join() === change.join()),
      ),
    ),
    targets: brief.targets.filter((_, at) => has('target', at)),
    ...(has('slant')
      ? {}
      : { slant: null, policy: brief.policy === 'oneSlant' ? 'alternateByNote' : brief.policy }),
  };
  // A pattern has its own start.
  return has('start') || brief.strokes ? [left] : [left, { ...left, start: otherWay(left.start) }];
}
const canBe = (briefs: readonly Brief[]) => briefs.some((one) => exhaustive(one) !== null);

/** The briefs that are nearer to what was asked than an advice, by the figure that it changes. */
function nearer(brief: Brief, wish: Wish, advised: Brief): Brief[] {
  if (wish.kind === 'target') {
    const by = advised.targets[wish.at]!.min - brief.targets[wish.at]!.min;
    const moved = (more: number): Brief[] => {
      const { min, max } = brief.targets[wish.at]!;
      if (min + more < 0) return [];
      const target = { ...brief.targets[wish.at]!, min: min + more, max: max === null ? null : max + more };
      return [{ ...brief, targets: brief.targets.map((one, at) => (at === wish.at ? target : one)) }];
    };
    const less = Array.from({ length: Math.abs(by) - 1 }, (_, at) => at + 1);
    return [...less.flatMap((one) => [...moved(one), ...moved(-one)]), ...(by < 0 ? moved(-by) : [])];
  }
  if (wish.kind === 'largestLeap') {
    const [from, to] = [brief.largestLeap!, advised.largestLeap!];
    return Array.from({ length: to - from - 1 }, (_, at) => ({ ...brief, largestLeap: from + 1 + at }));
  }
  if (wish.kind !== 'notes') return [];
  const by = Math.abs(advised.notes - brief.notes);
  const less = Array.from({ length: by - 1 }, (_, at) => at + 1);
  const lengths = less.flatMap((one) => [brief.notes + one, brief.notes - one]);
  return lengths.filter((notes) => notes >= 2).map((notes) => ({ ...brief, notes }));
}

it(
  'names wishes in conflict of which each is needed, and advises what works, and the nearest of it',
  () => {
    const seen = { conflicts: 0, needed: 0, advised: 0, nearer: 0 };
    // Longer ones have too many lines to try them all.
    const canTry = ({ notes, strings, frets }: Brief) =>
      notes <= 5 && strings.length === 2 && frets[1] - frets[0] < 3;
    fc.assert(
      fc.property(anyBrief([2, 4], [3, 2], [7, 8]), (brief) => {
        const { conflict } = composeToBrief(brief, DEFAULT_SETUP, { wanted: 1 });
        expect(conflict === null).toBe(exhaustive(brief) !== null);
        if (!conflict) return;
        const { wishes } = conflict;
        expect(wishesOf(brief)).toEqual(expect.arrayContaining([...wishes]));
        for (const { wish, brief: changed, isSure } of conflict.advice) {
          if (!canTry(changed) || !isSure) continue;
          expect(exhaustive(changed)).not.toBeNull();
          seen.advised++;
          if (!('kind' in wish) || !wishes.includes(wish as Wish)) continue;
          for (const one of nearer(brief, wish as Wish, changed)) {
            if (!canTry(one)) continue;
            expect(exhaustive(one)).toBeNull();
            seen.nearer++;
          }
        }
        // Of any length: that no trying can tell.
        if (!wishes.some(({ kind }) => kind === 'notes')) return;
        expect(canBe(only(brief, wishes))).toBe(false);
        seen.conflicts++;
        if (!conflict.isSure) return;
        for (const wish of wishes.filter(({ kind }) => kind !== 'notes')) {
          const others = wishes.filter((one) => one !== wish);
          expect([wish, canBe(only(brief, others))]).toEqual([wish, true]);
          seen.needed++;
        }
      }),
      // Seeded where it is short: by chance hardly any might be in conflict.
      { numRuns: 40 * THOROUGH, ...(THOROUGH === 1 ? { seed: 7 } : {}) },
    );
    expect(seen.advised).toBeGreaterThan(15);
    expect(seen.conflicts).toBeGreaterThan(5);
    expect(seen.needed).toBeGreaterThan(8);
    expect(seen.nearer).toBeGreaterThan(3);
  },
  60_000 * THOROUGH,
);
