/** A session of several exercises: which is on, when its turn is over, what comes next and why; pure. */
import { counted } from '@/core';
import type { PracticeSession, SessionBox, SessionItem } from '@/storage';

/** By turns each exercise comes so often: common practice, no source. */
const TURNS = 3;

/** Longer without a word is no practice: the hand was elsewhere. */
const IDLE_MS = 5 * 60_000;

/** What is wanted of an exercise before a session begins. */
export type WantedItem = Pick<SessionItem, 'exerciseId' | 'box' | 'isDue'>;

/** A session that begins with its first exercise. */
export const newSession = (
  playerId: string,
  items: readonly WantedItem[],
  order: PracticeSession['order'],
): PracticeSession => ({
  playerId,
  items: items.map((item) => ({ ...item, doneMs: 0, doneRuns: 0, isLeft: false })),
  order,
  at: 0,
  ...FRESH_TURN,
});

const FRESH_TURN = { turnMs: 0, turnRuns: 0, sinceMs: null } as const;

/** How much of a box is done, from 0 on; 1 is full. */
const share = (box: SessionBox, ms: number, runs: number): number =>
  'minutes' in box ? ms / (box.minutes * 60_000) : runs / box.runs;

/** Whether an exercise of a session is done. */
export const isDone = ({ box, doneMs, doneRuns, isLeft }: SessionItem): boolean =>
  isLeft || share(box, doneMs, doneRuns) >= 1;

/** Whether nothing is left of a session. */
export const isOverAll = ({ items }: PracticeSession): boolean => items.every(isDone);

/** How much of a box one turn is: a third, of runs at least one. */
function turnOf(box: SessionBox): SessionBox {
  return 'minutes' in box
    ? { minutes: box.minutes / TURNS }
    : { runs: Math.max(1, Math.ceil(box.runs / TURNS)) };
}

/** Whether the turn that is on is over, so that the next exercise follows. */
export function isTurnOver({ items, order, at, turnMs, turnRuns }: PracticeSession): boolean {
  const item = items[at]!;
  if (isDone(item)) return true;
  return order === 'by turns' && share(turnOf(item.box), turnMs, turnRuns) >= 1;
}

/** The place of the exercise that comes next: the next in the list that is not done, round and round; null: none but the one that is on. */
export function nextAt({ items, at }: PracticeSession): number | null {
  for (let step = 1; step < items.length; step++) {
    const place = (at + step) % items.length;
    if (!isDone(items[place]!)) return place;
  }
  return null;
}

/** With the time since it was last counted; a long silence does not count. */
function counting(session: PracticeSession, nowMs: number, runs: number): PracticeSession {
  const { items, at, sinceMs, turnMs, turnRuns } = session;
  const passed = sinceMs === null ? 0 : Math.max(0, nowMs - sinceMs);
  const ms = passed > IDLE_MS ? 0 : passed;
  return {
    ...session,
    items: items.map((item, place) =>
      place === at
        ? { ...item, doneMs: item.doneMs + ms, doneRuns: Math.max(0, item.doneRuns + runs) }
        : item,
    ),
    turnMs: turnMs + ms,
    turnRuns: Math.max(0, turnRuns + runs),
    sinceMs: nowMs,
  };
}

/** The exercise that is on is opened, or a run of it begins: its time runs. */
export const running = (session: PracticeSession, nowMs: number): PracticeSession =>
  counting(session, nowMs, 0);

/** A run of the exercise that is on was judged, or its verdict was taken back. */
export const withRun = (session: PracticeSession, nowMs: number, by: 1 | -1 = 1): PracticeSession =>
  counting(session, nowMs, by);

/** On to another exercise; what is done of each stays. */
export const goingTo = (session: PracticeSession, at: number): PracticeSession => ({
  ...session,
  at,
  ...FRESH_TURN,
});

/** Leaves the exercise that is on for good, full or not, and goes on to the next; where there is none it stays, and all is done. */
export function leaving(session: PracticeSession): PracticeSession {
  const left = {
    ...session,
    items: session.items.map((item, place) => (place === session.at ? { ...item, isLeft: true } : item)),
  };
  const next = nextAt(left);
  return next === null ? left : goingTo(left, next);
}

/** How much of an item is done: “4 of 10 min”, “2 of 6 runs”. */
export function doneText({ box, doneMs, doneRuns }: SessionItem): string {
  return 'minutes' in box
    ? `${Math.min(box.minutes, Math.floor(doneMs / 60_000))} of ${box.minutes} min`
    : `${Math.min(box.runs, doneRuns)} of ${counted(box.runs, 'run')}`;
}

/** Why the next exercise follows now. */
export function whyNext(session: PracticeSession): string {
  const item = session.items[session.at]!;
  if (isDone(item)) return item.isLeft ? 'it was left' : 'its box is full';
  return `a third of its box is done: by turns keeps better`;
}

/** How long a session takes by its boxes; of runs nothing is known. */
export function minutesText(items: readonly Pick<SessionItem, 'box'>[]): string {
  let [minutes, runs] = [0, 0];
  for (const { box } of items)
    if ('minutes' in box) minutes += box.minutes;
    else runs += box.runs;
  return [minutes > 0 ? `${minutes} min` : '', runs > 0 ? counted(runs, 'run') : '']
    .filter(Boolean)
    .join(' and ');
}
