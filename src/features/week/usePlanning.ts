'use client';
import { useEffect, useRef, useState } from 'react';
import type { WeekConflict, WeekPlanned, WeekProblem } from '@/core/routine';
import { startWeek, type Running } from '@/workers';
import { say } from '@/ui/controls/say';
import { attempt } from '@/work/perform';
import { asKept } from '@/work/week/opening';
import { writeWeek } from '@/work/week/planning';
import { blocksOf, problemOf, sessionsBy, type OpenWeek } from '@/work/week/problem';
import { undoOf } from '@/work/undoing';

/** A plan of the week on its way, or as it came. */
export interface Planning {
  /** While it is worked out: the best so far, shown but not kept yet. */
  readonly shown: { readonly problem: WeekProblem; readonly planned: WeekPlanned } | null;
  /** What the last plan came to; null: none was made, or it was changed since. */
  readonly ended: { readonly planned: WeekPlanned; readonly conflict: WeekConflict | null } | null;
  readonly plan: () => void;
  /** Takes the best so far. */
  readonly stop: () => void;
}

/** All that a plan depends on and is, to see whether it still stands. */
const askedIn = ({ content, book }: OpenWeek): string => {
  const { sessions, wishes, mostExercises, warmUpMinutes, balance } = content;
  return JSON.stringify([sessions, wishes, mostExercises, warmUpMinutes, balance, book.player.limits]);
};

/** Plans the week of a student in a worker. @param today the day of the week. */
export function usePlanning(open: OpenWeek | null, today: number): Planning {
  const [shown, setShown] = useState<Planning['shown']>(null);
  const [ended, setEnded] = useState<(Planning['ended'] & { of: string }) | null>(null);
  const running = useRef<Running<unknown> | null>(null);
  const stopped = useRef<(() => void) | null>(null);
  useEffect(() => () => running.current?.stop(), []);
  const plan = () => {
    if (!open) return;
    attempt('Planning the week', async () => {
      const fresh = await asKept(open);
      const problem = problemOf(fresh, today);
      const before = blocksOf(problem, fresh);
      const hasBefore = before.some((row) => row.some((one) => one > 0));
      const closed = [0, 1, 2, 3, 4, 5, 6].filter(
        (day) => day >= today && problem.days.every((one) => one.day !== day),
      );
      let last: WeekPlanned | null = null;
      const search = startWeek(problem, hasBefore ? before : null, closed, (planned) => {
        last = planned;
        setShown({ problem, planned });
      });
      running.current = search;
      const early = new Promise<null>((resolve) => {
        stopped.current = () => resolve(null);
      });
      try {
        const done = await Promise.race([search.result, early]);
        search.stop();
        const planned = done?.planned ?? last;
        if (!planned) return;
        const sessions = sessionsBy(problem, planned.blocks, fresh, today);
        const entry = await writeWeek(fresh, 'Plan the week', () => ({ sessions }));
        setEnded({
          planned,
          conflict: done?.conflict ?? null,
          of: askedIn({ ...fresh, content: { ...fresh.content, sessions } }),
        });
        say(done ? 'The week is planned.' : 'Stopped: the best plan so far is kept.', undoOf(entry));
      } finally {
        running.current = null;
        setShown(null);
      }
    });
  };
  const stands = ended !== null && open !== null && ended.of === askedIn(open);
  return { shown, ended: stands ? ended : null, plan, stop: () => stopped.current?.() };
}
