/** Searches for what would mend an exercise off the main thread. */
import { expose } from 'comlink';
import { mendings, type Exercise, type Mending, type Setup } from '@/core';

const search = {
  run: (exercise: Exercise, setup: Setup, report: (done: number) => void): Mending[] =>
    mendings(exercise, setup, { report }),
};

export type MendingWorker = typeof search;

expose(search);
