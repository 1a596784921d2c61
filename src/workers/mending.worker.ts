/** Searches for what would mend an exercise off the main thread. */
import { expose } from 'comlink';
import {
  mendings,
  setMendings,
  type Exercise,
  type Mending,
  type SetMember,
  type SetMending,
  type Setup,
} from '@/core';

const search = {
  run: (exercise: Exercise, setup: Setup, report: (done: number, found: Mending | null) => void): Mending[] =>
    mendings(exercise, setup, { report }),
  runSet: (members: readonly SetMember[], others: readonly SetMember[], setup: Setup): SetMending[] =>
    setMendings(members, others, setup),
};

export type MendingWorker = typeof search;

expose(search);
