/** Ladders by the arithmetic of the practice model, and the tempo map against exact fractions. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildLadder, DEFAULT_LADDER, equalSpeeds, ladderTimes, tappedBpm } from './ladder';
import { bpmAt, changeTempo, frameAt, steadyTempo, ticksAtFrame, type TempoMap } from './tempoMap';

const tempo = fc.integer({ min: 20, max: 400 });

describe('even steps', () => {
  it('rise from the start to the goal itself, the last one shorter where it does not divide', () => {
    fc.assert(
      fc.property(tempo, tempo, fc.integer({ min: 1, max: 60 }), (startBpm, goalBpm, stepBpm) => {
        const steps = buildLadder({ ...DEFAULT_LADDER, startBpm, goalBpm, stepBpm }).map((step) => step.bpm);
        expect(steps[0]).toBe(startBpm);
        expect(steps.at(-1)).toBe(Math.max(startBpm, goalBpm));
        steps.slice(1).forEach((bpm, at) => {
          const rise = bpm - steps[at]!;
          if (at < steps.length - 2) expect(rise).toBe(stepBpm);
          else expect(rise > 0 && rise <= stepBpm).toBe(true);
        });
      }),
    );
  });

  it('take count-in, passes and rests: 4 beats and 4 passes of 8 beats at 60 are 36 s, and the next waits 10 s', () => {
    const steps = buildLadder({ ...DEFAULT_LADDER, startBpm: 60, goalBpm: 72, stepBpm: 12 });
    const times = ladderTimes(steps, 8, 4);
    expect(times).toEqual([
      { passSeconds: 8, seconds: 36, untilSeconds: 36 },
      { passSeconds: 8 / 1.2, seconds: 36 / 1.2, untilSeconds: 36 + 10 + 30 },
    ]);
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

describe('the tempo map', () => {
  const changes = fc.array(fc.tuple(fc.integer({ min: 1, max: 40 }), tempo), { maxLength: 30 });

  /** Nearest whole frame of ticks at a tempo, a half up, in exact fractions. */
  const exactFrames = (ticks: number, bpm: number, sampleRate: number, beatTicks: number): number => {
    const [over, under] = [BigInt(ticks) * BigInt(sampleRate) * 60n, BigInt(beatTicks) * BigInt(bpm)];
    return Number((2n * over + under) / (2n * under));
  };

  it('puts every moment on the nearest whole frame of its stretch, however many changes and hours', () => {
    const rate = fc.constantFrom(22_050, 44_100, 48_000, 96_000);
    const meter = fc.constantFrom(6720, 10_080, 3360);
    fc.assert(
      fc.property(changes, rate, meter, tempo, (some, sampleRate, beatTicks, firstBpm) => {
        let map: TempoMap = steadyTempo(sampleRate, beatTicks, firstBpm, { ticks: 0, frame: 0 });
        let [ticks, frame, bpm] = [0, 0, firstBpm];
        for (const [beats, nextBpm] of some) {
          const length = beats * 10 * beatTicks;
          for (const part of [1, beatTicks / 7, beatTicks / 3, length])
            expect(frameAt(map, ticks + part)).toBe(frame + exactFrames(part, bpm, sampleRate, beatTicks));
          frame += exactFrames(length, bpm, sampleRate, beatTicks);
          ticks += length;
          map = changeTempo(map, ticks, nextBpm);
          bpm = nextBpm;
          expect([frameAt(map, ticks), bpmAt(map, ticks)]).toEqual([frame, bpm]);
          expect(Math.abs(ticksAtFrame(map, frame) - ticks)).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });
});
