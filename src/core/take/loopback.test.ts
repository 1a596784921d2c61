/** The way of the sound is found to a hundredth of a millisecond, in noise, upside down, in a room; what is not it, is not. */
import { expect, it } from 'vitest';
import { chirp, CHIRPS_AT, loopbackOf } from './loopback';
import { chanceOf } from './simulated/chance';
import { addRoom } from './simulated/room';

const RATE = 48_000;
const START = 9_000;

/** A recording in which chirps come so late, each moved by some more frames, amid noise. */
function recorded(
  lateFrames: number,
  { level = 0.1, noise = 0.03, moved = [0, 0, 0, 0], room = 0 } = {},
): Float32Array {
  const samples = new Float32Array(2 * RATE);
  CHIRPS_AT.forEach((at, index) =>
    chirp(RATE).forEach((value, offset) => {
      const place = START + Math.round(at * RATE) + lateFrames + moved[index]! + offset;
      samples[place] = level * value;
    }),
  );
  if (room > 0) addRoom(samples, room, RATE);
  const { normal } = chanceOf(3);
  return samples.map((value) => value + noise * normal());
}

it.each([
  ['nearly still', {}],
  ['noise louder than the chirps', { noise: 0.3 }],
  ['upside down', { level: -0.1 }],
  ['in a room', { room: 0.4 }],
] as const)('is found: %s', (_, how) => {
  for (const frames of [0, 517, 4_800, 12_345]) {
    const loopback = loopbackOf(recorded(frames, how), RATE, START);
    expect(loopback).toMatchObject({ found: true });
    expect(Math.abs((loopback as { seconds: number }).seconds - frames / RATE)).toBeLessThan(1e-5);
  }
});

it('says that nothing was heard, or nothing steady', () => {
  expect(loopbackOf(recorded(0, { level: 0 }), RATE, START)).toEqual({ found: false, why: 'not heard' });
  expect(loopbackOf(new Float32Array(RATE), RATE, START)).toEqual({ found: false, why: 'not heard' });
  const moved = [0, 300, 900, 40];
  expect(loopbackOf(recorded(700, { moved }), RATE, START)).toEqual({ found: false, why: 'not steady' });
});
