/** The delay of the sound: measured from chirps that a fake world plays late, kept for its devices, told where it cannot be. */
import { expect, it } from 'vitest';
import { chirp, CHIRPS_AT, loopbackOf } from '@/core/take';
import type { MeasuredDelay } from '@/storage';
import { DelayDesk, delayNow } from './delay';
import { done, fakeMicrophone } from './testing';
import { delayText } from './words';

const RATE = 16_000;
const FIRST = 9_000;

/** A desk in a world where the sound takes so many frames, chirp by chirp. */
function desk(
  late: readonly number[],
  level = 0.1,
  step = () => undefined as void,
  openMicrophone?: () => Promise<never>,
) {
  const samples = new Float32Array(4 * RATE);
  CHIRPS_AT.forEach((at, index) =>
    chirp(RATE).forEach((value, offset) => {
      samples[FIRST - 500 + Math.round(at * RATE) + late[index]! + offset] = level * value;
    }),
  );
  const { world, tools } = fakeMicrophone(() => samples, { sampleRate: RATE, startFrame: 500 });
  const kept: MeasuredDelay[] = [];
  const one = new DelayDesk({
    ...tools,
    ...(openMicrophone ? { openMicrophone } : {}),
    playChirps: async () => {
      step();
      return FIRST;
    },
    wait: async () => step(),
    seek: (...of) => {
      step();
      return done(loopbackOf(...of));
    },
    outputSeconds: async () => {
      step();
      return 0.012;
    },
    keep: async (measured) => {
      kept.push(measured);
    },
  });
  return { one, world, kept, state: () => one.getSnapshot() };
}

it('is measured, kept for these devices, and taken with them alone', async () => {
  const { one, world, kept, state } = desk([800, 800, 800, 800]);
  await one.measure();
  expect(state()).toMatchObject({ phase: 'measured' });
  expect(kept).toEqual([{ seconds: expect.closeTo(0.05, 4), outputSeconds: 0.012, device: 'this one' }]);
  expect(delayText(state(), null)).toMatch(/^The sound takes 50\.0 ms/);
  expect(world.isOpen).toBe(0);
  const [measured] = kept;
  expect(delayNow(measured!, 'this one', 0.014)).toEqual({ seconds: measured!.seconds, isMeasured: true });
  expect(delayNow(measured!, 'this one', 0.15)).toEqual({
    seconds: expect.closeTo(0.17, 9),
    isMeasured: false,
  });
  expect(delayNow(measured!, 'another', 0.012).isMeasured).toBe(false);
  expect(delayNow(null, 'this one', 0.012)).toEqual({ seconds: 0.032, isMeasured: false });
});

it('that was not heard, or moved, is not kept and is told; stopped, it closes the microphone', async () => {
  for (const [late, level, why] of [
    [[800, 800, 800, 800], 0, /not heard/],
    [[800, 1100, 800, 950], 0.1, /different distances/],
  ] as const) {
    const { one, world, kept, state } = desk(late, level);
    await one.measure();
    expect(delayText(state(), null)).toMatch(why);
    expect([kept, world.isOpen]).toEqual([[], 0]);
  }
  const stoppedIn = async (at: number) => {
    let [step, stop] = [0, () => undefined as void];
    const count = () => {
      if (step++ === at) stop();
    };
    const { one, world, kept, state } = desk([800, 800, 800, 800], 0.1, count);
    stop = () => one.cancel();
    const measuring = one.measure();
    if (at < 0) one.cancel();
    await measuring;
    return [state(), kept, world.isOpen];
  };
  // While the microphone opens, while the chirps play, while it waits, while the sound is taken, while it is sought in.
  for (const at of [-1, 0, 1, 2, 3]) expect(await stoppedIn(at)).toEqual([{ phase: 'idle' }, [], 0]);
  const [last] = await stoppedIn(9);
  expect(last).toMatchObject({ phase: 'measured' });
  // What does not open is told as it is known, or in its own words.
  for (const [problem, why] of [
    ['refused', /Allow it/],
    [undefined, /the cable is out/],
  ] as const) {
    const failing = desk([0, 0, 0, 0], 0.1, undefined, () =>
      Promise.reject(Object.assign(new Error('the cable is out'), { problem })),
    );
    await failing.one.measure();
    expect(delayText(failing.state(), null)).toMatch(why);
  }
  const { state } = desk([0, 0, 0, 0]);
  const before = { seconds: 0.0512, outputSeconds: 0, device: '' };
  expect(delayText(state(), before)).toMatch(/^Measured before: 51\.2 ms/);
});
