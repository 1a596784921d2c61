/** Ladders by the arithmetic of the practice model. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildLadder, ladderTimes, withHandMade } from './ladder';
import { LADDER_KINDS, type LadderStep, ROUNDINGS } from '../model/ladder';
import { METRONOME_MARKS } from './marks';
import { equalSpeeds, tappedBpm } from './speeds';

const tempo = fc.integer({ min: 20, max: 400 });
const bpms = (steps: readonly LadderStep[]) => steps.map(({ bpm }) => bpm);

describe('ladders', () => {
  const ask = fc.record({
    kind: fc.constantFrom(...LADDER_KINDS),
    startBpm: tempo,
    goalBpm: tempo,
    stepBpm: fc.integer({ min: 1, max: 60 }),
    rises: fc.integer({ min: 1, max: 30 }),
    rounding: fc.constantFrom(...ROUNDINGS),
    burstBpm: fc.integer({ min: 1, max: 60 }),
  });

  it('begin at the start, end on the goal, never pass it but in a burst, and have no equal neighbours', () => {
    fc.assert(
      fc.property(ask, (spec) => {
        const steps = buildLadder(spec);
        if (spec.kind === 'density') return;
        const top = Math.max(spec.goalBpm, spec.startBpm);
        const plain = steps.filter(({ isBurst }) => !isBurst);
        expect(plain.at(-1)!.bpm).toBe(top);
        if (spec.rounding === 'none') expect(steps[0]!.bpm).toBe(spec.startBpm);
        for (const { bpm } of plain) expect(bpm).toBeLessThanOrEqual(top);
        steps.slice(1).forEach((step, at) => {
          if (spec.kind !== 'overshoot') expect(step.bpm).not.toBe(steps[at]!.bpm);
        });
        if (spec.rounding === 'marks')
          for (const { bpm } of plain.slice(0, -1))
            expect(bpm === top || METRONOME_MARKS.includes(bpm) || bpm < 40 || bpm > 208).toBe(true);
      }),
    );
  });

  it('by even steps rise by the step, the last one shorter; by even ratio each rise is the same effort', () => {
    expect(bpms(buildLadder({ startBpm: 60, goalBpm: 70, stepBpm: 4 }))).toEqual([60, 64, 68, 70]);
    fc.assert(
      fc.property(
        tempo,
        fc.integer({ min: 2, max: 200 }),
        fc.integer({ min: 1, max: 30 }),
        (startBpm, more, rises) => {
          const steps = bpms(buildLadder({ kind: 'ratio', startBpm, goalBpm: startBpm + more, rises }));
          const ratio = (1 + more / startBpm) ** (1 / rises);
          if (steps.length !== rises + 1) return;
          steps
            .slice(1)
            .forEach((bpm, at) => expect(Math.abs(bpm / steps[at]! / ratio - 1)).toBeLessThan(1e-4));
        },
      ),
    );
  });

  it('two up, one back, overshoot, marks and adaptive: worked by hand', () => {
    const at = { startBpm: 60, goalBpm: 72, stepBpm: 4 };
    expect(bpms(buildLadder({ ...at, kind: 'twoUpOneBack' }))).toEqual([60, 64, 68, 64, 68, 72]);
    expect(bpms(buildLadder({ ...at, goalBpm: 76, kind: 'twoUpOneBack' }))).toEqual([
      60, 64, 68, 64, 68, 72, 68, 72, 76,
    ]);
    const over = buildLadder({ ...at, goalBpm: 64, kind: 'overshoot', burstBpm: 10 });
    expect(over.map(({ bpm, isBurst }) => (isBurst ? -bpm : bpm))).toEqual([60, -70, 60, 64, -74, 64]);
    // 60, 64, 68, 72, 76 on the marks 60, 63, 66, 69, 72, 76: of two marks as near the slower.
    expect(bpms(buildLadder({ ...at, goalBpm: 76, rounding: 'marks' }))).toEqual([60, 63, 69, 72, 76]);
    expect(bpms(buildLadder({ ...at, goalBpm: 65, stepBpm: 1, rounding: 'marks' }))).toEqual([60, 63, 65]);
    const adaptive = buildLadder({ ...at, kind: 'adaptive', upAfter: 3 });
    expect(adaptive.every(({ upAfter, backAfter }) => upAfter === 3 && backAfter === 1)).toBe(true);
    const dense = buildLadder({ ...at, kind: 'density' });
    expect(dense.map(({ bpm, part }) => [bpm, part])).toEqual([
      [60, 'cell'],
      [60, 'pair'],
      [60, 'two pairs'],
      [60, null],
    ]);
  });

  it('the marks are those of the classic mechanical metronome', () => {
    // Common practice, no source: the row as such metronomes bear it.
    expect(METRONOME_MARKS).toEqual([
      40, 42, 44, 46, 48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 100, 104, 108, 112,
      116, 120, 126, 132, 138, 144, 152, 160, 168, 176, 184, 192, 200, 208,
    ]);
  });

  it('take count-in, passes and rests: 4 beats and 4 passes of 8 beats at 60 are 36 s a run', () => {
    const steps = buildLadder({ startBpm: 60, goalBpm: 72, stepBpm: 12, upAfter: 2, restSeconds: 10 });
    const [first, second] = ladderTimes(steps, 8, 4);
    expect(first).toEqual({ passSeconds: 8, runSeconds: 36, runs: 2, seconds: 82, untilSeconds: 82 });
    expect(second).toMatchObject({ runSeconds: 30, seconds: 70, untilSeconds: 82 + 10 + 70 });
  });

  it('keep what was made by hand when the rest is computed anew, in its place in the climb', () => {
    fc.assert(
      fc.property(ask, ask, fc.array(fc.nat(200), { maxLength: 5 }), (spec, other, picked) => {
        const before = buildLadder(spec).map((step, at) =>
          picked.includes(at) ? { ...step, byHand: true, sound: 'driven' as const } : step,
        );
        const after = withHandMade(buildLadder(other), before);
        const mine = before.filter(({ byHand }) => byHand);
        expect(after.filter(({ byHand }) => byHand)).toHaveLength(mine.length);
        for (const step of mine) expect(after).toContain(step);
        expect(withHandMade(buildLadder(spec), before)).toHaveLength(before.length);
      }),
    );
    const before = buildLadder({ startBpm: 60, goalBpm: 72, stepBpm: 4 });
    const mine = { ...before[2]!, bpm: 70, byHand: true };
    const after = withHandMade(buildLadder({ startBpm: 60, goalBpm: 72, stepBpm: 6 }), [
      ...before.slice(0, 2),
      mine,
      before[3]!,
    ]);
    expect(bpms(after)).toEqual([60, 66, 70, 72]);
  });
});

it('equal speeds: 100 in triplets is 75 in sixteenths, 80 in sextuplets is 8 notes a second (practice model)', () => {
  expect(equalSpeeds(100, 3)).toContainEqual({ subdivision: 4, bpm: 75 });
  for (const { subdivision, bpm } of equalSpeeds(80, 6)) expect((subdivision * bpm) / 60).toBeCloseTo(8, 9);
});

it('taps on the beat give the tempo of their last few gaps; a pause begins anew', () => {
  fc.assert(
    fc.property(tempo, fc.integer({ min: 2, max: 20 }), (bpm, taps) => {
      const some = Array.from({ length: taps }, (_, at) => (at * 60) / bpm);
      expect(tappedBpm(some)).toBe(bpm);
      expect(tappedBpm([-10, ...some])).toBe(bpm);
      expect(tappedBpm([...some, some.at(-1)! + 10])).toBeNull();
    }),
  );
});
