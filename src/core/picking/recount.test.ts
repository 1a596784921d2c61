/**
 * Figures, ranking and coverage of alternate picking counted anew from strings alone, by the definitions of the picking model (follow from
 * the geometry): string s lies at N − s, a downstroke goes toward the floor; no code of the engine takes part.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '../instrument/instrument';
import { analyseStrokes, tightestChanges } from './analysis';
import { contactOf, slantOf } from './changes';
import { coverageOf } from './coverage';
import { placesInBeat } from './places';
import type { PickingPolicy } from './policy';
import { assignStrokes } from './strokes';
import { passageOn } from './testing';
import { loneTurns } from './turns';

const strings = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 14 });
const SLOTS_A_BEAT = 4;

interface Change {
  /** Number of the pick it leaves, through all passes. */
  readonly from: number;
  readonly isDown: boolean;
  readonly kind: 'outside' | 'inside' | 'same string';
  readonly skipped: number;
  readonly crossings: number;
}

/** Every change of so many passes by alternation, the seam of a loop included. */
function changesOf(row: readonly number[], passes: number, loop: boolean, startsDown: boolean): Change[] {
  const count = row.length * passes;
  return Array.from({ length: loop ? count : count - 1 }, (_, from): Change => {
    const isDown = (from % 2 === 0) === startsDown;
    const away = row[from % row.length]! - row[(from + 1) % row.length]!;
    if (away === 0) return { from, isDown, kind: 'same string', skipped: 0, crossings: 0 };
    const isFloorward = away > 0;
    return {
      from,
      isDown,
      kind: isFloorward === isDown ? 'outside' : 'inside',
      skipped: Math.abs(away) - 1,
      crossings: Math.abs(away),
    };
  });
}
const sum = (some: readonly number[]) => some.reduce((total, one) => total + one, 0);

describe('alternate picking, counted anew', () => {
  it('has the figures of its strings: kinds, skips, crossings, travel, motions', () => {
    fc.assert(
      fc.property(strings, fc.boolean(), fc.boolean(), (row, loop, startsDown) => {
        const passage = passageOn(row);
        const policy: PickingPolicy = { kind: 'alternateByNote', start: startsDown ? 'down' : 'up', loop };
        const analysis = analyseStrokes(passage, assignStrokes(passage, policy), loop, DEFAULT_SETUP);
        const passes = loop && row.length % 2 === 1 ? 2 : 1;
        const changes = changesOf(row, passes, loop, startsDown);
        const per = (pick: (change: Change) => number) => sum(changes.map(pick)) / passes;
        const { figures } = analysis;
        expect(analysis.passes).toBe(passes);
        expect(figures.kinds.outside).toBe(per(({ kind }) => Number(kind === 'outside')));
        expect(figures.kinds.inside).toBe(per(({ kind }) => Number(kind === 'inside')));
        const [out, inside] = [per(({ kind }) => Number(kind === 'outside')), figures.kinds.inside];
        expect(figures.insideShare).toBe(out + inside === 0 ? null : inside / (out + inside));
        expect(figures.skips).toBe(per(({ skipped }) => Number(skipped > 0)));
        expect(figures.crossings).toBe(per(({ crossings }) => crossings));
        expect(figures.travelMm).toBeCloseTo(10.5 * per(({ crossings }) => crossings), 9);
        // Every change turns the hand: so it is called.
        expect(figures.reversals).toBe(changes.length / passes);
        expect([figures.picks, figures.motions]).toEqual([row.length, row.length]);
        const down = row
          .flatMap((_, at) => [at, at + row.length].slice(0, passes))
          .filter((at) => (at % 2 === 0) === startsDown);
        expect(figures.strokes).toEqual({
          down: down.length / passes,
          up: row.length - down.length / passes,
        });
        // By pair, the thicker string of it first, and of the same two from the thicker to the thinner.
        const onPair = (from: number, to: number, kind: Change['kind']) =>
          changes.filter(
            (one) =>
              one.kind === kind &&
              row[one.from % row.length] === from &&
              row[(one.from + 1) % row.length] === to,
          ).length / passes;
        const expected = [6, 5, 4, 3, 2].flatMap((thick) =>
          [5, 4, 3, 2, 1]
            .filter((thin) => thin < thick)
            .map((thin) => [thick, thin] as const)
            .concat(
              [1, 2, 3, 4, 5]
                .filter((thin) => thin < thick)
                .toReversed()
                .map((thin) => [thin, thick] as const),
            ),
        );
        expect(
          figures.pairs.map(({ stringFrom, stringTo, outside, inside, sweep, backtrack }) =>
            [stringFrom, stringTo, outside, inside, sweep, backtrack].join(' '),
          ),
        ).toEqual(
          expected.flatMap(([from, to]) => {
            const [outside, inside] = [onPair(from, to, 'outside'), onPair(from, to, 'inside')];
            return outside + inside > 0 ? [[from, to, outside, inside, 0, 0].join(' ')] : [];
          }),
        );
      }),
    );
  });

  it('ranks the tightest change by bits a second, inside before outside, then as they come', () => {
    fc.assert(
      fc.property(strings, fc.boolean(), fc.integer({ min: 40, max: 240 }), (row, startsDown, bpm) => {
        const passage = passageOn(row);
        const policy: PickingPolicy = { kind: 'alternateByNote', start: startsDown ? 'down' : 'up' };
        const analysis = analyseStrokes(passage, assignStrokes(passage, policy), false, DEFAULT_SETUP);
        const ranked = tightestChanges(passage, analysis, bpm, DEFAULT_SETUP);
        const expected = changesOf(row, 1, false, startsDown)
          .filter(({ kind }) => kind !== 'same string')
          .toSorted((a, b) => b.crossings - a.crossings || a.kind.localeCompare(b.kind) || a.from - b.from);
        expect(ranked.map(({ change }) => [change.from, change.kind])).toEqual(
          expected.map(({ from, kind }) => [from, kind]),
        );
        const seconds = 60 / bpm / SLOTS_A_BEAT;
        ranked.forEach((one, at) => {
          const bits = Math.log2(expected[at]!.crossings + 1);
          expect([one.seconds, one.bits, one.bitsPerSecond]).toEqual([
            expect.closeTo(seconds, 9),
            expect.closeTo(bits, 9),
            expect.closeTo(bits / seconds, 9),
          ]);
        });
      }),
    );
  });

  it('covers place, stroke and kind as often as they meet, with either start', () => {
    fc.assert(
      fc.property(strings, fc.boolean(), fc.boolean(), (row, loop, startsDown) => {
        const passage = passageOn(row);
        const policy: PickingPolicy = { kind: 'alternateByNote', start: startsDown ? 'down' : 'up', loop };
        const assignment = assignStrokes(passage, policy);
        const { passes, cells } = coverageOf(passage, policy, assignment, DEFAULT_SETUP);
        const counted = (down: boolean) => {
          const counts = new Map<string, number>();
          for (const { from, isDown, kind } of changesOf(row, passes, loop, down)) {
            const key = `${from % SLOTS_A_BEAT} ${isDown ? 'down' : 'up'} ${kind}`;
            counts.set(key, (counts.get(key) ?? 0) + 1);
          }
          return counts;
        };
        const [own, other] = [counted(startsDown), counted(!startsDown)];
        for (const { place, stroke, kind, count, otherStart } of cells) {
          const key = `${place} ${stroke} ${kind}`;
          expect([key, count, otherStart]).toEqual([key, own.get(key) ?? 0, other.get(key) ?? 0]);
        }
        const kinds = new Set(cells.map(({ kind }) => kind));
        for (const kind of kinds)
          expect(cells.some((one) => one.kind === kind && one.count + one.otherStart > 0)).toBe(true);
        for (const key of [...own.keys(), ...other.keys()])
          expect([...kinds].some((kind) => key.endsWith(` ${kind}`))).toBe(true);
        // All of them come round together: whole pairs of passes where the round is odd, whole beats.
        if (loop) expect([(row.length * passes) % SLOTS_A_BEAT, (row.length * passes) % 2]).toEqual([0, 0]);
        const places = placesInBeat(passage, assignment, loop);
        expect(places.counts.map(({ down, up }) => down + up)).toEqual(
          [0, 1, 2, 3].map(
            (place) =>
              Array.from({ length: row.length * places.passes }).filter(
                (_, at) => at % SLOTS_A_BEAT === place,
              ).length,
          ),
        );
        expect(sum(places.counts.map(({ down }) => down))).toBe(
          Math.ceil((row.length * places.passes - (startsDown ? 0 : 1)) / 2),
        );
      }),
    );
  });

  it('asks for contact and slant as the model says', () => {
    expect([
      contactOf('alternate', 0),
      contactOf('repeat', 0),
      contactOf('sweep', 0),
      contactOf('sweep', 1),
    ]).toEqual([null, 'clear', 'rest', 'clear']);
    expect(slantOf(null, 'down')).toBeNull();
    const ways = [
      slantOf('clear', 'down'),
      slantOf('clear', 'up'),
      slantOf('rest', 'down'),
      slantOf('rest', 'up'),
    ];
    expect(ways).toEqual(['upward', 'downward', 'downward', 'upward']);
  });
});

it('a lone turn is the one note on the string where a sweep turns; none where it is slurred on from, or by other policies', () => {
  const passage = passageOn([3, 2, 1, 2, 3]);
  const turns = (of: typeof passage, policy: PickingPolicy) => loneTurns(of, policy);
  expect(turns(passage, { kind: 'sweep', start: 'down' })).toEqual(['n2']);
  expect(turns(passage, { kind: 'economy', start: 'down' })).toEqual([]);
  expect(turns(passageOn([3, 2, 1, 1, 2, 3]), { kind: 'sweep', start: 'down' })).toEqual([]);
  // Over a skip a sweep does not travel: there it does not turn.
  expect(turns(passageOn([3, 2, 1, 3]), { kind: 'sweep', start: 'down' })).toEqual([]);
  expect(turns(passageOn([1, 3, 2, 3]), { kind: 'sweep', start: 'down' })).toEqual(['n2']);
  // Round: turns at both ends.
  expect(turns(passageOn([3, 2, 1, 2]), { kind: 'sweep', start: 'down', loop: true })).toEqual(['n0', 'n2']);
});
