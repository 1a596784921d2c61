/** Takes of the demo: the simulated player's, late at inside changes and less so each time. Told from a file, since hearing them takes seconds. */
import type { Take, TakeRecord } from '@/core';
import told from './takes.json' with { type: 'json' };

/** Whose takes they are, and of what. */
export const DEMO_TAKES = {
  player: 'Orrin',
  exercise: 'Millrace: three a string to the middle and on',
} as const;

/** A take as the file tells it. */
export type ToldTake = { readonly ago: number } & Omit<Take, 'at' | 'day' | 'playerId' | 'exerciseId'>;

/** The takes as records. @param dayBefore the day so many days before the last. */
export const demoTakes = (
  ids: { readonly playerId: string; readonly exerciseId: string },
  dayBefore: (days: number) => string,
  stamp: () => Omit<TakeRecord, keyof Take>,
): TakeRecord[] =>
  (told as unknown as ToldTake[]).map(({ ago, ...take }) => {
    const day = dayBefore(ago);
    const at = `${day}T17:50:00+00:00`;
    return { ...stamp(), ...take, ...ids, day, at, createdAt: at, updatedAt: at };
  });
