/** Practice tracks: every click on its exact frame, notes where they belong, and nothing lost between two blocks. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildLadder } from '../tempo/ladder';
import { emptyPassage } from '../passage/empty';
import { putNote } from '../passage/edits';
import { PLAIN_CLICK } from '../sound/clicks';
import { hertzOf } from '../sound/pluck';
import {
  chaptersOf,
  layTrack,
  numberWords,
  renderTrack,
  TRACK_WORDS,
  type TrackPiece,
  type TrackSound,
} from '.';

const RATE = 48_000;
const THOROUGH = process.env.THOROUGH !== undefined;
const BAR = putNote(putNote(emptyPassage(), 0, 2, 5), 6720, 3, 7);
const CLICKS: TrackSound = { sampleRate: RATE, notes: 'never', spoken: null };
const pieceOf = (bpm: number, more: Partial<TrackPiece> = {}): TrackPiece => ({
  ...{ title: `at ${bpm}`, passage: BAR, loop: true, passes: 2, bpm, course: null },
  ...{ clicks: PLAIN_CLICK, countInBeats: 4, restSeconds: 0, ...more },
});

/** A track in one array. */
function whole(pieces: readonly TrackPiece[], sound: TrackSound, blockFrames: number): Float32Array {
  const blocks = [...renderTrack(layTrack(pieces, sound.sampleRate), sound, blockFrames)];
  const samples = new Float32Array(blocks.reduce((sum, block) => sum + block.length, 0));
  let at = 0;
  for (const block of blocks) {
    samples.set(block, at);
    at += block.length;
  }
  return samples;
}

/** The nearest whole number to a fraction, a half going up, in whole numbers of any size. */
const nearest = (numerator: bigint, denominator: bigint) =>
  Number((2n * numerator + denominator) / (2n * denominator));

describe('a track', () => {
  it('has the clicks of every step of a ladder on their exact frames, over half an hour', () => {
    // Tempos of a ladder with three decimals; a bar of count-in, passes of one bar, a rest of odd length.
    const bpms = buildLadder({ startBpm: 40, goalBpm: 132.875, kind: 'ratio', rises: 24 }).map(
      ({ bpm }) => bpm,
    );
    const passes = 19;
    const pieces = bpms.map((bpm) => pieceOf(bpm, { passes, restSeconds: 7.3 }));
    const [planned, clickFrames] = [new Set<number>(), [] as number[]];
    let start = 0n;
    for (const bpm of bpms) {
      const milli = BigInt(Math.round(bpm * 1000));
      const beats = 4 * (1 + passes);
      for (let beat = 0; beat < beats; beat++) {
        const frame = Number(start) + nearest(BigInt(beat) * 60_000n * BigInt(RATE), milli);
        planned.add(frame);
        clickFrames.push(frame);
      }
      start += BigInt(nearest(BigInt(beats) * 60_000n * BigInt(RATE), milli) + Math.round(7.3 * RATE));
    }
    expect(Number(start) / RATE).toBeGreaterThan(1800);
    // Found block by block: a click is the first sound after a silence longer than it lasts.
    const found: number[] = [];
    let [offset, silent] = [0, RATE];
    for (const block of renderTrack(layTrack(pieces, RATE), CLICKS, 30 * RATE)) {
      for (let frame = 0; frame < block.length; frame++) {
        if (block[frame] === 0) {
          silent++;
          continue;
        }
        if (silent >= 1000) found.push(offset + frame);
        silent = 0;
      }
      offset += block.length;
    }
    expect(offset).toBe(Number(start));
    expect(found).toEqual(clickFrames);
    expect(planned.size).toBe(found.length);
  }, 120_000);

  it('is the same in blocks of any length', () => {
    const slid = {
      ...BAR,
      notes: BAR.notes.map((note, at) => (at === 1 ? { ...note, technique: 'slide' as const } : note)),
    };
    const bent = {
      ...BAR,
      notes: BAR.notes.map((note) => ({ ...note, bend: { semitones: 2, released: true } })),
    };
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ bpm: fc.integer({ min: 60, max: 300 }), kind: fc.constantFrom(BAR, slid, bent) }),
          {
            minLength: 1,
            maxLength: 3,
          },
        ),
        fc.integer({ min: 500, max: 30_000 }),
        (some, blockFrames) => {
          const rate = 8000;
          const pieces = some.map(({ bpm, kind }) =>
            pieceOf(bpm, { passage: kind, passes: 1, restSeconds: 0.2 }),
          );
          const sound = { sampleRate: rate, notes: 'always', spoken: null } as const;
          const [one, other] = [whole(pieces, sound, blockFrames), whole(pieces, sound, 10_000_000)];
          expect(one.length).toBe(other.length);
          const most = one.reduce((worst, value, at) => Math.max(worst, Math.abs(value - other[at]!)), 0);
          expect(most).toBeLessThan(1e-5);
        },
      ),
      { numRuns: THOROUGH ? 200 : 20 },
    );
  });

  it('plays notes always, in the first pass, or never, at their pitch', () => {
    const piece = pieceOf(60, { passage: putNote(emptyPassage(), 0, 3, 2), passes: 2, countInBeats: 0 });
    // Between the clicks of the second beat: the note still rings, if there is one.
    const energy = (samples: Float32Array, seconds: number) => {
      const part = samples.slice(seconds * RATE + 3000, seconds * RATE + 5400);
      return part.reduce((sum, value) => sum + value * value, 0);
    };
    const heard = (notes: TrackSound['notes']) => {
      const samples = whole([piece], { ...CLICKS, notes }, RATE);
      return [0, 4].map((seconds) => energy(samples, seconds) > 0.1);
    };
    expect([heard('always'), heard('first pass'), heard('never')]).toEqual([
      [true, true],
      [true, false],
      [false, false],
    ]);
    // Its period by autocorrelation (Rabiner 1977): the lag at which it is most like itself.
    const samples = whole([piece], { ...CLICKS, notes: 'always' }, RATE).slice(3000, 9000);
    const likeness = (lag: number) =>
      samples.slice(0, 4000).reduce((sum, value, at) => sum + value * samples[at + lag]!, 0);
    const wanted = RATE / hertzOf(57);
    const lags = Array.from({ length: 200 }, (_, at) => Math.round(wanted) - 100 + at);
    const best = lags.reduce((one, lag) => (likeness(lag) > likeness(one) ? lag : one));
    expect(Math.abs(best - wanted)).toBeLessThan(2);
  });

  it('speaks before a piece, and goes with the tempo where it rises', () => {
    const word = new Float32Array(4800).fill(0.5);
    const sound: TrackSound = { ...CLICKS, spoken: () => [word, word] };
    const pieces = [pieceOf(60), pieceOf(90, { course: { toBpm: 120, course: 'even', seed: 1 } })];
    const laid = layTrack(pieces, RATE, () => 24_000);
    const samples = [...renderTrack(laid, sound, RATE)].flatMap((block) => [...block]);
    expect(samples[0]).toBeCloseTo(0.5 * 0.8 * 0.8, 5);
    expect([samples[9599], samples[9600]]).toEqual([samples[0], 0]);
    expect(samples[24_000]).not.toBe(0);
    // Rising evenly, a piece takes the logarithmic mean of its tempos: n / s · ln(b₁ / b₀) minutes.
    const [, rising] = laid;
    const beats = 8;
    const minutes = (beats / (120 - 90)) * Math.log(120 / 90) + 4 / 90;
    expect((rising!.restFrame - rising!.countInFrame) / RATE / 60).toBeCloseTo(minutes, 6);
    expect(chaptersOf(laid, RATE)).toBe('0:00:00  at 60\n0:00:12  at 90\n');
  });
});

it('numbers are said as they are said', () => {
  const said = (number: number) => numberWords(number).join(' ');
  expect([1, 12, 19, 20, 21, 45, 100, 113, 240].map(said)).toEqual([
    ...['one', 'twelve', 'nineteen', 'twenty', 'twenty one', 'forty five', 'one hundred'],
    ...['one hundred thirteen', 'two hundred forty'],
  ]);
  // Each number in its own words, all of which ship.
  const all = Array.from({ length: 999 }, (_, at) => said(at + 1));
  expect(new Set(all).size).toBe(999);
  expect(all.every((words) => words.split(' ').every((word) => TRACK_WORDS.includes(word as never)))).toBe(
    true,
  );
});
