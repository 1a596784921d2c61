/** The worklet's processor and the joining of its blocks: the same samples come out at the same frames, gaps are seen. */
import { readFileSync } from 'node:fs';
import { runInNewContext } from 'node:vm';
import { expect, it } from 'vitest';
import { joinBlocks, type Block } from './joining';

interface Processor {
  port: { postMessage: (block: Block) => void; onmessage: () => void };
  process: (inputs: Float32Array[][]) => boolean;
}

/** The processor as the browser runs it, with a clock that is set by hand. */
function processor(blocks: Block[]) {
  let made: (new () => Processor) | undefined;
  const scope = {
    AudioWorkletProcessor: class {
      port = { postMessage: (block: Block) => void blocks.push(block), onmessage: () => undefined };
    },
    registerProcessor: (_: string, type: new () => Processor) => (made = type),
    currentFrame: 0,
    Float32Array,
  };
  runInNewContext(readFileSync('public/worklets/capture.js', 'utf8'), scope);
  return { one: new made!(), scope };
}

const QUANTUM = 128;

it('hands on every sample at its frame; a gap is silence and is told', () => {
  const blocks: Block[] = [];
  const { one, scope } = processor(blocks);
  const sound = Float32Array.from({ length: 100 * QUANTUM }, (_, at) => Math.sin(at));
  // Nothing before the device is open; then two channels that are mixed.
  expect(one.process([[]])).toBe(true);
  for (let block = 0; block < 100; block++) {
    // At block 60 the browser fell behind by three quanta.
    scope.currentFrame = 5000 + (block + (block >= 60 ? 3 : 0)) * QUANTUM;
    const part = sound.slice(block * QUANTUM, (block + 1) * QUANTUM);
    one.process([[part.map((value) => 2 * value), new Float32Array(QUANTUM)]]);
  }
  one.port.onmessage();
  expect(one.process([[new Float32Array(QUANTUM)]])).toBe(false);
  const { samples, startFrame, gaps } = joinBlocks(blocks, 48_000);
  expect(startFrame).toBe(5000);
  expect(samples).toHaveLength(103 * QUANTUM);
  expect(samples.subarray(0, 60 * QUANTUM)).toEqual(sound.subarray(0, 60 * QUANTUM));
  expect(samples.subarray(63 * QUANTUM)).toEqual(sound.subarray(60 * QUANTUM));
  expect(gaps).toEqual([{ at: (60 * QUANTUM) / 48_000, seconds: (3 * QUANTUM) / 48_000 }]);
});

it('leaves out what came before the clock jumped, and is empty without blocks', () => {
  const block = (frame: number, value: number): Block => ({
    frame,
    samples: new Float32Array(100).fill(value),
  });
  const joined = joinBlocks([block(0, 0), block(9000, 2), block(9100, 3)], 48_000);
  expect([joined.startFrame, joined.samples.length, joined.gaps]).toEqual([9000, 200, []]);
  expect(joinBlocks([], 48_000).samples).toHaveLength(0);
});
