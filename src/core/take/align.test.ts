/** Matching against every way there is, weighed by the costs as they are written in words. */
import { expect, it } from 'vitest';
import { match } from './align';
import { chanceOf } from './simulated/chance';

/** The cheapest of all ways: every choice of onsets in order for every choice of notes. */
function cheapest(
  planned: number[],
  heard: number[],
  strengths: number[],
  evidence: number[][],
  loose: number[],
): { cost: number; onsets: (number | null)[] } {
  const ends = (count: number) =>
    Array.from({ length: count }, (_, at) => (at < 4 ? 4 : 2)).reduce((a, b) => a + b, 0);
  const pass = (from: number, to: number) =>
    strengths.slice(from, to).reduce((sum, strength) => sum + 3 * Math.min(1, strength), 0);
  let best = {
    cost: ends(planned.length) + 0.7 * pass(0, heard.length),
    onsets: planned.map((): number | null => null),
  };
  const go = (note: number, onset: number, pairs: [number, number][], cost: number) => {
    if (pairs.length > 0) {
      const [lastNote, lastOnset] = pairs.at(-1)!;
      const whole = cost + ends(planned.length - 1 - lastNote) + 0.7 * pass(lastOnset + 1, heard.length);
      if (whole < best.cost - 1e-12) {
        const onsets = planned.map((): number | null => null);
        for (const [one, other] of pairs) onsets[one] = other;
        best = { cost: whole, onsets };
      }
    }
    for (let next = note; next < planned.length; next++)
      for (let other = onset; other < heard.length; other++) {
        const own =
          2 * Math.min(2, Math.max(0, -evidence[next]![other]!) / 0.35) +
          1.5 * Math.max(0, 1 - strengths[other]! / 0.2);
        let step: number;
        if (pairs.length === 0) step = ends(next) + 0.7 * pass(0, other);
        else {
          const [lastNote, lastOnset] = pairs.at(-1)!;
          const plan = planned[next]! - planned[lastNote]!;
          const off = heard[other]! - heard[lastOnset]! - plan;
          const interval = Math.min(
            9,
            (0.5 * off * off) / (2 * 0.012 * 0.012 + (0.05 * plan) ** 2 + loose[next]! ** 2),
          );
          step = 4 * (next - lastNote - 1) + pass(lastOnset + 1, other) + interval;
        }
        go(next + 1, other + 1, [...pairs, [next, other]], cost + own + step);
      }
  };
  go(0, 0, [], 0);
  return best;
}

it('finds the cheapest of all ways', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const { part, normal } = chanceOf(seed);
    const notes = 2 + Math.floor(part() * 4);
    const planned = Array.from({ length: notes }, (_, at) => at * 0.12 + 0.02 * part());
    const heard = planned
      .flatMap((at) => {
        const own = part() < 0.8 ? [at + 0.5 + 0.02 * normal()] : [];
        return part() < 0.3 ? [...own, at + 0.5 + 0.1 * part()] : own;
      })
      .sort((a, b) => a - b);
    const strengths = heard.map(() => 1.2 * part());
    const evidence = planned.map(() => heard.map(() => 2 * part() - 1));
    const loose = planned.map(() => (part() < 0.3 ? 0.06 : 0));
    const found = match({
      planned,
      loose,
      heard,
      strengths,
      evidence: (note, onset) => evidence[note]![onset]!,
      expected: null,
      stretch: 1,
      start: null,
    });
    const best = cheapest(planned, heard, strengths, evidence, loose);
    expect([seed, found.cost]).toEqual([seed, expect.closeTo(best.cost, 9)]);
    expect([seed, found.onsets]).toEqual([seed, best.onsets]);
  }
});
