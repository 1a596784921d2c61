/** Hears takes, and plays as the simulated player, off the main thread. */
import { expose, transfer } from 'comlink';
import { checkTake, type TakeOptions } from '@/core';
import {
  loopbackOf,
  simulateTake,
  type Loopback,
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
    start: Omit<TakeOptions, 'report'>,
    report: (done: number) => void,
  ): TakeReport => checkTake(samples, sampleRate, plan, { ...start, report }),

  loopback: (samples: Float32Array, sampleRate: number, startFrame: number): Loopback =>
    loopbackOf(samples, sampleRate, startFrame),

  simulate: (plan: TakePlan, simulation: Simulation): SimulatedTake => {
    const made = simulateTake(plan, simulation);
    return transfer(made, [made.samples.buffer]);
  },
};

export type TakeWorker = typeof take;

expose(take);
