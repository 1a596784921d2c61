/** A session of several exercises against a plain recount: time, runs, turns, what comes next; and as it is kept. */
import '@/storage/testing';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { PracticeSession } from '@/storage';
import {
  doneText,
  goingTo,
  isDone,
  isOverAll,
  isTurnOver,
  leaving,
  minutesText,
  newSession,
  nextAt,
  running,
  whyNext,
  withRun,
} from './session';

const MINUTE_MS = 60_000;
const minutes = (exerciseId: string, count: number) => ({
  exerciseId,
  box: { minutes: count },
  isDue: false,
});
const runs = (exerciseId: string, count: number) => ({ exerciseId, box: { runs: count }, isDue: false });

/** So many runs of a minute each. */
function played(session: PracticeSession, count: number, fromMs = 0): PracticeSession {
  let [next, ms] = [running(session, fromMs), fromMs];
  for (let at = 0; at < count; at++) next = withRun(next, (ms += MINUTE_MS));
  return next;
}

it('one after the other, each goes on until its box is full, by the clock at the end of a run, and the last ends it', () => {
  let session = newSession('p', [minutes('a', 2), runs('b', 3)], 'blocked');
  session = played(session, 1);
  expect([isTurnOver(session), nextAt(session), doneText(session.items[0]!)]).toEqual([
    false,
    1,
    '1 of 2 min',
  ]);
  session = withRun(session, 2 * MINUTE_MS);
  expect([isTurnOver(session), whyNext(session)]).toEqual([true, 'its box is full']);
  session = played(goingTo(session, nextAt(session)!), 2, 10 * MINUTE_MS);
  expect([session.at, isTurnOver(session), doneText(session.items[1]!)]).toEqual([1, false, '2 of 3 runs']);
  session = withRun(session, 13 * MINUTE_MS);
  expect([nextAt(session), isOverAll(session), minutesText(session.items)]).toEqual([
    null,
    true,
    '2 min and 3 runs',
  ]);
});

it('by turns each comes three times, and every box is full at the end', () => {
  let session = newSession('p', [runs('a', 6), runs('b', 3), minutes('c', 6)], 'by turns');
  const order: string[] = [];
  for (let ms = 0; !isOverAll(session) && order.length < 40;) {
    order.push(session.items[session.at]!.exerciseId);
    session = running(session, ms);
    while (!isTurnOver(session)) session = withRun(session, (ms += MINUTE_MS));
    const at = nextAt(session);
    if (at !== null) session = goingTo(session, at);
    else break;
  }
  expect(order.join('')).toBe('abcabcabc');
  expect(session.items.map(({ doneRuns }) => doneRuns)).toEqual([6, 3, 6]);
});

it('a long silence is no practice; what is left, is passed over; a verdict taken back is a run less', () => {
  const session = newSession('p', [minutes('a', 5), minutes('b', 5), minutes('c', 5)], 'blocked');
  const late = withRun(running(session, 0), 20 * MINUTE_MS);
  expect([late.items[0]!.doneMs, late.items[0]!.doneRuns]).toEqual([0, 1]);
  expect(withRun(late, 20 * MINUTE_MS, -1).items[0]!.doneRuns).toBe(0);
  const left = leaving(session);
  expect([left.at, isDone(left.items[0]!)]).toEqual([1, true]);
  const twice = leaving(left);
  expect([nextAt(twice), isOverAll(twice), isOverAll(leaving(twice))]).toEqual([null, false, true]);
});

it('whatever is done in it, no run and no minute is lost or counted twice, and it never stands on what is done where there is other', () => {
  const act = fc.oneof(
    fc.record({ is: fc.constant('run' as const), ms: fc.integer({ min: 1, max: 4 * MINUTE_MS }) }),
    fc.record({ is: fc.constant('next' as const), ms: fc.integer({ min: 1, max: 60 * MINUTE_MS }) }),
    fc.record({ is: fc.constant('leave' as const), ms: fc.integer({ min: 1, max: 60 * MINUTE_MS }) }),
  );
  const items = fc.array(
    fc.oneof(
      fc.integer({ min: 1, max: 9 }).map((n) => minutes('m', n)),
      fc.integer({ min: 1, max: 9 }).map((n) => runs('r', n)),
    ),
    { minLength: 1, maxLength: 5 },
  );
  fc.assert(
    fc.property(
      items,
      fc.constantFrom('blocked' as const, 'by turns' as const),
      fc.array(act),
      (wanted, order, acts) => {
        let session = newSession('p', wanted, order);
        let [ms, ran, spent] = [0, 0, 0];
        session = running(session, ms);
        for (const { is, ms: more } of acts) {
          ms += more;
          if (is === 'run') {
            session = withRun(session, ms);
            ran++;
            spent += more;
          } else {
            const before = session;
            const at = nextAt(session);
            session = is === 'leave' ? leaving(session) : at === null ? session : goingTo(session, at);
            if (nextAt(before) !== null) expect(isDone(session.items[session.at]!)).toBe(false);
            session = running({ ...session, sinceMs: null }, ms);
          }
        }
        expect(session.items.reduce((sum, { doneRuns }) => sum + doneRuns, 0)).toBe(ran);
        expect(session.items.reduce((sum, { doneMs }) => sum + doneMs, 0)).toBe(spent);
      },
    ),
  );
});
