/** The tempo map against exact fractions. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bpmAt, changeTempo, frameAt, steadyTempo, ticksAtFrame, type TempoMap } from './tempoMap';

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
});
