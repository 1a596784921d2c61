/** The tempo map against exact fractions and a numerical integral. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bpmAt, changeTempo, frameAt, rampTempo, steadyTempo, ticksAtFrame, type TempoMap } from './tempoMap';

const tempo = fc.integer({ min: 20, max: 400 });

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

  it('rises evenly within a pass: every moment on the frame that adding up tiny steady steps gives', () => {
    const ends = fc.tuple(tempo, tempo, fc.integer({ min: 1, max: 16 }));
    fc.assert(
      fc.property(ends, ([from, to, beats]) => {
        const [sampleRate, beatTicks] = [48_000, 6720];
        const map = rampTempo(
          steadyTempo(sampleRate, beatTicks, from, { ticks: 0, frame: 100 }),
          beatTicks,
          (1 + beats) * beatTicks,
          to,
        );
        // Simpson's rule, an independent integral of 60 / tempo.
        const STEPS = 400;
        const base = frameAt(map, beatTicks);
        let seconds = 0;
        for (let step = 0; step < STEPS; step++) {
          const rate = (part: number) => 60 / (from + ((to - from) * (step + part)) / STEPS);
          seconds += ((rate(0) + 4 * rate(0.5) + rate(1)) / 6) * (beats / STEPS);
          if ((step + 1) % 100 !== 0) continue;
          const ticks = beatTicks * (1 + (beats * (step + 1)) / STEPS);
          const frame = base + seconds * sampleRate;
          expect(Math.abs(frameAt(map, ticks) - frame)).toBeLessThan(0.51);
          // At the end of the ramp the next stretch begins on a whole frame: half a frame, 0.93 ticks a frame at most.
          expect(Math.abs(ticksAtFrame(map, frame) - ticks)).toBeLessThan(0.5);
          expect(bpmAt(map, ticks)).toBeCloseTo(from + ((to - from) * (step + 1)) / STEPS, 6);
        }
        const after = (1 + beats) * beatTicks;
        const more = frameAt(map, after + beatTicks) - frameAt(map, after);
        expect(Math.abs(more - (sampleRate * 60) / to)).toBeLessThan(1);
      }),
      { numRuns: 40 },
    );
  });
});
