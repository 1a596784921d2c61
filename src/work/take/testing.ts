/** What tests of takes and listening share: an exercise to be played, and a microphone in the test's hands. */
import type { Capture, Level } from '@/audio';
import { DEFAULT_SETUP, emptyPassage, newExercise, PLAIN_CLICK, planOf, putNote } from '@/core';
import type { TakeAsk } from './desk';
import type { MicrophoneTools } from './microphone';

/** Eight notes over two strings, changing outside and inside by turns. */
export function askFor(bpm: number, passes: number): TakeAsk {
  let passage = { ...emptyPassage(), subdivision: 4 };
  const step = passage.meter.beatTicks / 4;
  [3, 3, 3, 2, 2, 2, 2, 3].forEach((string, at) => {
    passage = { ...putNote(passage, at * step, string, 5 + (at % 3)) };
  });
  passage = { ...passage, lengthTicks: 8 * step };
  const policy = { kind: 'alternateByNote', start: 'down', loop: true } as const;
  const exercise = { ...newExercise('Over the brook', passage), policy };
  return {
    ...{ exerciseId: 'e', playerId: 'p', exercise, plan: planOf(passage, policy, DEFAULT_SETUP) },
    ...{ bpm, passes, countInBeats: 4, clicks: PLAIN_CLICK },
  };
}

/** A microphone that gives what it is told to, and how it is treated. */
export function fakeMicrophone(
  samples: () => Float32Array<ArrayBuffer>,
  {
    sampleRate,
    startFrame,
    processed = [] as string[],
    gaps = [] as { at: number; seconds: number }[],
  }: {
    sampleRate: number;
    startFrame: number;
    processed?: string[];
    gaps?: { at: number; seconds: number }[];
  },
) {
  const world = {
    isOpen: 0,
    dropped: 0,
    restarts: 0,
    lost: () => undefined as void,
    hear: (_: Level) => undefined as void,
  };
  const recorded = () => Promise.resolve({ samples: samples(), sampleRate, startFrame, gaps });
  const capture: Capture = {
    ...{ sampleRate, processed, device: 'this one' },
    onLost: (tell) => (world.lost = tell),
    stop: () => {
      world.isOpen--;
      return recorded();
    },
    restart: () => {
      world.restarts++;
    },
    cut: recorded,
    drop: () => {
      world.isOpen--;
      world.dropped++;
    },
  };
  const tools: MicrophoneTools = {
    openMicrophone: (hear) => {
      world.hear = hear;
      world.isOpen++;
      return Promise.resolve(capture);
    },
    delay: () => Promise.resolve({ seconds: 0, isMeasured: false }),
    wait: () => Promise.resolve(),
  };
  return { world, tools };
}

/** What a worker would have found by now. */
export const done = <Result>(result: Result) => ({ result: Promise.resolve(result), stop: () => undefined });
