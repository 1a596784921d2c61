/** Hears takes, and plays as the simulated player, off the main thread. */
import { expose, transfer } from 'comlink';
import { checkTake } from '@/core';
import {
  simulateTake,
  type SimulatedTake,
  type Simulation,
  type TakePlan,
  type TakeReport,
} from '@/core/take';

const take = {
  check: (
    samples: Float32Array<ArrayBuffer>,
    sampleRate: number,
    plan: TakePlan,
    startSeconds: number | null,
    report: (done: number) => void,
  ): TakeReport =>
    checkTake(samples, sampleRate, plan, { ...(startSeconds === null ? {} : { startSeconds }), report }),

  simulate: (plan: TakePlan, simulation: Simulation): SimulatedTake => {
    const made = simulateTake(plan, simulation);
    return transfer(made, [made.samples.buffer]);
  },
};

export type TakeWorker = typeof take;

expose(take);
