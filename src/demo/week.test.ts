/** Weeks out of the database: drafted, planned by the real solver, half played, planned again, taken over into the next. */
import '@/storage/testing';
import loadHighs from 'highs';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { bpmText, ME, type PlayerRecord } from '@/core';
import { dayAfter } from '@/core/record';
import {
  dayLoads,
  greedyWeek,
  planningWeek,
  solveWith,
  totalsOf,
  weighed,
  type WeekBlocks,
  type Visit,
  type WeekItem,
  type Wish,
} from '@/core/routine';
import {
  changeWeek,
  database,
  importProject,
  openSession,
  readRuns,
  readWeek,
  recordScope,
  undoOrRedo,
} from '@/storage';
import { tables } from '@/storage/database';
import { judgedOn } from '@/work/book';
import { weeksAhead } from '@/work/week/ahead';
import { calendarOf } from '@/work/week/calendar';
import { addVisit, addWish, moveVisit, setVisit } from '@/work/week/acts';
import { costOfChange } from '@/work/week/cost';
import { usualWish } from '@/work/week/draft';
import { beginDay, takeAdvice, writeWeek } from '@/work/week/planning';
import {
  blocksOf,
  playedIn,
  playedPairs,
  problemOf,
  sessionsBy,
  todayIn,
  type OpenWeek,
} from '@/work/week/problem';
import { openWeek } from '@/work/week/opening';
import { demoProject } from './library';

const db = database();
const MONDAY = '2025-12-29';
const project = demoProject();
let solve: ReturnType<typeof solveWith>;
let orrin: PlayerRecord;

beforeAll(async () => {
  solve = solveWith(await loadHighs());
});
beforeEach(async () => {
  const kept = tables(db);
  await Promise.all([
    ...[kept.exercises, kept.ladders, kept.runs, kept.signs, kept.lessons, kept.weeks].map((table) =>
      table.clear(),
    ),
    ...[kept.days, kept.tombstones, kept.log, kept.shelf, kept.meta].map((table) => table.clear()),
    kept.players.where('id').notEqual(ME).delete(),
  ]);
  await importProject(db, project, 'Demo');
  orrin = project.players.find(({ name }) => name === 'Orrin')!;
});

const opened = (monday = MONDAY, today = '2026-01-01', player = orrin): Promise<OpenWeek> =>
  openWeek(db, player, monday, today);

function planned(
  open: OpenWeek,
  today: number,
): { blocks: WeekBlocks; sessions: OpenWeek['content']['sessions'] } {
  const problem = problemOf(open, today);
  const planning = planningWeek(problem, solve, greedyWeek(problem), blocksOf(problem, open), 50);
  for (;;) {
    const next = planning.next();
    if (next.done) {
      const { blocks } = next.value;
      return { blocks, sessions: sessionsBy(problem, blocks, open, today) };
    }
  }
}

describe('what was played this week', () => {
  it('has the changes that the runner counted, for every student', async () => {
    let some = 0;
    for (const player of project.players) {
      const open = await opened(MONDAY, '2026-01-04', player);
      const runs = await readRuns(db, player.id, { from: MONDAY, to: '2026-01-04' });
      const counted = runs.reduce(
        (sum, { exposure }) => ({
          inside: sum.inside + exposure.inside,
          outside: sum.outside + exposure.outside,
        }),
        { inside: 0, outside: 0 },
      );
      expect(totalsOf(playedPairs(open.read, open.facts)), player.name).toEqual(counted);
      some += runs.length;
    }
    expect(some).toBeGreaterThan(20);
  });
});

it('is fast where it begins at the clean tempo or above it, and unknown tempos are not', async () => {
  const seen = new Set<string>();
  for (const player of project.players) {
    const open = await opened(MONDAY, '2026-01-01', player);
    for (const [id, { bpm, isFast }] of open.facts) {
      const { tempo } = judgedOn(open.book, id);
      const side = tempo === null ? 'unknown' : bpm < tempo.bpm ? 'below' : 'not below';
      seen.add(side);
      expect([id, side, isFast]).toEqual([id, side, side === 'not below']);
    }
  }
  expect(seen.size).toBeGreaterThan(1);
});

describe('planning the rest', () => {
  it('leaves what is past, played or locked, plans nothing that was played today, and keeps the limits', async () => {
    const open = await opened();
    const today = todayIn(open.read, '2026-01-01');
    expect(today).toBe(3);
    const locked = open.content.wishes[3]!.exerciseId;
    await writeWeek(open, 'Lock', (week) => setVisit(week, 3, locked, { isLocked: true }), null, db);
    const again = await opened();
    const { sessions, blocks } = planned(again, today);
    expect(sessions.slice(0, 3)).toEqual(again.content.sessions.slice(0, 3));
    expect(sessions[3]!.visits.find(({ exerciseId }) => exerciseId === locked)).toMatchObject({
      minutes: 4,
      isLocked: true,
    });
    const played = playedIn(again.book, MONDAY);
    const problem = problemOf(again, today);
    const at = problem.days.findIndex(({ day }) => day === 3);
    expect(played[3]!.length, 'something was played on that day').toBeGreaterThan(0);
    for (const { exerciseId } of played[3]!)
      expect(blocks[problem.items.findIndex(({ id }) => id === exerciseId)]?.[at] ?? 0).toBe(0);
    // What was played of today's plan stays in it; what was neither played nor locked may go.
    const isPlayed = ({ exerciseId }: { exerciseId: string }) =>
      played[3]!.some((one) => one.exerciseId === exerciseId);
    const before = again.content.sessions[3]!.visits;
    expect(sessions[3]!.visits).toEqual(expect.arrayContaining(before.filter(isPlayed)));
    const kept = before.filter((visit) => !isPlayed(visit) && !visit.isLocked);
    const blocksToday = (id: string) => blocks[problem.items.findIndex((item) => item.id === id)]?.[at] ?? 0;
    for (const { exerciseId } of kept)
      expect(sessions[3]!.visits.some((visit) => visit.exerciseId === exerciseId)).toBe(
        blocksToday(exerciseId) > 0,
      );
    for (const { over } of dayLoads(problem, blocks)) expect(over).toEqual([]);
    const must = problem.items[0]!;
    expect(must.playedDays.length + blocks[0]!.filter((one) => one > 0).length).toBeLessThanOrEqual(
      Math.max(must.days, must.playedDays.length),
    );
  });

  it('writes what it planned, and that is what is read back; undo brings back what there was', async () => {
    const open = await opened(dayAfter(MONDAY, 7), '2026-01-05');
    expect(open.read.kept).toBeUndefined();
    const { blocks, sessions } = planned(open, 0);
    await writeWeek(open, 'Plan the week', () => ({ sessions }), null, db);
    const next = await opened(dayAfter(MONDAY, 7), '2026-01-05');
    expect(next.content.sessions).toEqual(sessions);
    // The draft became the week: its wishes are written too.
    expect(next.content.wishes).toEqual(open.content.wishes);
    expect(blocksOf(problemOf(next, 0), next)).toEqual(blocks);
    await undoOrRedo(db, recordScope(orrin.id), 'undo');
    expect(await readWeek(db, orrin.id, dayAfter(MONDAY, 7))).toBeUndefined();
  });
});

describe('a week that nothing was said about', () => {
  it('has the wishes of the week before and what was set since; without one, what was set and is worked on', async () => {
    const after = await opened(dayAfter(MONDAY, 7), '2026-01-05');
    const before = (await readWeek(db, orrin.id, MONDAY))!;
    expect(after.content.wishes.slice(0, 5)).toEqual(before.wishes);
    expect(after.content.sessions.map(({ minutes }) => minutes)).toEqual(orrin.weekMinutes);
    expect(after.content.sessions.every(({ visits }) => visits.length === 0)).toBe(true);
    await tables(db).weeks.clear();
    const fresh = await opened();
    const titles = fresh.content.wishes.map(({ title, importance }) => [title, importance]);
    expect(titles[0]).toEqual(['Millrace: three a string to the middle and on', 'more']);
    expect(titles[1]).toEqual(['Inside knot on four and three', 'more']);
  });
});

describe('changes by hand', () => {
  it('say what they cost: a crowded day, a worse balance, days close to each other', async () => {
    const open = await opened(MONDAY, '2025-12-28');
    const [stile] = open.content.sessions[1]!.visits.slice(-1);
    const crowded = costOfChange(open, moveVisit(open.content, stile!.exerciseId, 1, 0)!, -1);
    expect(crowded).toMatch(/^Monday takes 24 min of the 23 there are\.$/);
    expect(costOfChange(open, setVisit(open.content, 5, stile!.exerciseId, { minutes: 2 })!, -1)).toMatch(
      /4 min less of practice/,
    );
    expect(costOfChange(open, { warmUpMinutes: 3 }, -1)).toBe('');
    // Wednesday has no minutes: what is put there is over its limit at once.
    expect(costOfChange(open, moveVisit(open.content, stile!.exerciseId, 1, 2)!, -1)).toMatch(
      /Wednesday takes 12 min of the 0 there are/,
    );
  });

  it('an advice is written where it belongs', async () => {
    const open = await opened();
    const id = open.content.wishes[0]!.exerciseId;
    for (const [advice, sees] of [
      [
        { kind: 'days', itemId: id, to: 2 },
        { wishes: expect.arrayContaining([expect.objectContaining({ exerciseId: id, days: 2 })]) },
      ],
      [
        { kind: 'least', itemId: id, to: 2 },
        { wishes: expect.arrayContaining([expect.objectContaining({ exerciseId: id, leastMinutes: 4 })]) },
      ],
      [{ kind: 'exercises', to: 7 }, { mostExercises: 7 }],
    ] as const) {
      await takeAdvice(open, advice, () => 0, db);
      expect(await readWeek(db, orrin.id, MONDAY)).toMatchObject(sees);
    }
    await takeAdvice(open, { kind: 'minutes', day: 3, to: 20 }, () => 6.5, db);
    expect((await readWeek(db, orrin.id, MONDAY))!.sessions[3]!.minutes).toBe(27);
    await takeAdvice(open, { kind: 'fast', to: 14 }, () => 0, db);
    expect((await tables(db).players.get(orrin.id))!.limits.fastMinutes).toBe(14);
  });
});

describe('the session of a day', () => {
  it('has what is left of it, each with its minutes, and begins with the first', async () => {
    const open = await opened(MONDAY, '2026-01-03');
    const ids = open.content.sessions[5]!.visits.map(({ exerciseId }) => exerciseId);
    expect(await beginDay(open, 5, new Set([ids[0]!]), db)).toBe(ids[1]);
    const session = (await openSession(db, orrin.id))!;
    expect(session.items.map(({ exerciseId, box }) => [exerciseId, box])).toEqual([
      [ids[1], { minutes: 6 }],
      [ids[2], { minutes: 4 }],
    ]);
    expect(session.items.every(({ isDue }) => !isDue)).toBe(true);
    expect(await beginDay(open, 5, new Set(ids), db)).toBeNull();
  });
});

it('exercises that were deleted are not planned, and stay in sight', async () => {
  const open = await opened();
  const gone = open.content.wishes[1]!.exerciseId;
  await tables(db).exercises.delete(gone);
  const after = await opened();
  expect(after.content.wishes.map(({ exerciseId }) => exerciseId)).toContain(gone);
  expect(problemOf(after, 3).items.map(({ id }) => id)).not.toContain(gone);
});

it('looks ahead as far as the ladder goes, and nowhere where nothing is planned', async () => {
  const open = await opened();
  await changeWeek(db, orrin.id, MONDAY, 'Nothing of the last', (week) => ({
    sessions: week!.sessions.map((session) => ({
      ...session,
      visits: session.visits.filter(({ exerciseId }) => exerciseId !== open.content.wishes[4]!.exerciseId),
    })),
  }));
  const { rows, mondays } = weeksAhead(await opened());
  expect(mondays).toEqual([MONDAY, '2026-01-05', '2026-01-12', '2026-01-19']);
  for (const { bpms, fromBpm } of rows.slice(0, 4)) {
    expect(bpms.every((bpm, at) => bpm! >= (at === 0 ? fromBpm : bpms[at - 1]!))).toBe(true);
  }
  expect(rows[4]!.bpms).toEqual([null, null, null, null]);
  // Of an exercise that is not there nothing is known.
  const { facts, ...rest } = await opened();
  const [gone] = facts.keys();
  const fewer = new Map([...facts].filter(([id]) => id !== gone));
  expect(weeksAhead({ ...rest, facts: fewer }).rows.map(({ exerciseId }) => exerciseId)).toEqual(
    rows.map(({ exerciseId }) => exerciseId).filter((id) => id !== gone),
  );
});

it('a wish more is a wish more: what is asked for is weighed', async () => {
  const open = await opened();
  const another = [...open.book.exercises.values()].find(({ id }) =>
    open.content.wishes.every(({ exerciseId }) => exerciseId !== id),
  )!;
  const wish = usualWish(another.id, another.title, 'usual', orrin);
  await writeWeek(open, 'Add', (week) => addWish(week, wish), null, db);
  const after = await opened();
  const problem = problemOf(after, 3);
  const asked = (one: Partial<Wish>) => {
    const wishes = after.content.wishes.map((had) => ({ ...had, ...one }));
    const [{ least, most, weight }] = problemOf({ ...after, content: { ...after.content, wishes } }, 3)
      .items as never as [WeekItem];
    return [least, most, weight];
  };
  // A day without minutes is a day only where something stands on it already.
  const daysOf = (visits: readonly Visit[]) => {
    const sessions = after.content.sessions.map((one, day) =>
      day === 4 ? { ...one, minutes: 0, visits } : one,
    );
    return problemOf({ ...after, content: { ...after.content, sessions } }, 3).days.map(({ day }) => day);
  };
  const visit = { exerciseId: another.id, title: another.title, minutes: 4, isLocked: false };
  expect([daysOf([]).includes(4), daysOf([visit as never]).includes(4)]).toEqual([false, true]);
  // What stands on a day is known, whether or not it is wished for.
  await writeWeek(
    after,
    'By hand',
    (week) => ({ ...addVisit(week, 5, visit as never), wishes: [] }),
    null,
    db,
  );
  expect((await opened()).read.exercises.has(another.id)).toBe(true);
  // Minutes in blocks of two: what is wanted at least is rounded up, the most down, and never below the least.
  expect(asked({ leastMinutes: 5, mostMinutes: 9, importance: 'more' })).toEqual([3, 4, 3]);
  expect(asked({ leastMinutes: 0, mostMinutes: 1, importance: 'less' })).toEqual([1, 1, 1]);
  expect(weighed(problem, blocksOf(problem, after), null).days).toBeGreaterThanOrEqual(3);
});

describe('a calendar', () => {
  it('given out again moves the sessions of before, calls off what falls away, and brings back what returns', async () => {
    const wanted = { weeks: 1, alarmMinutes: 10 };
    const open = await opened();
    const first = await calendarOf(open, wanted, db);
    expect(first.sessions.map(({ day, isCancelled }) => [day, isCancelled])).toEqual([
      ['2025-12-29', false],
      ['2025-12-30', false],
      ['2026-01-01', false],
      ['2026-01-03', false],
    ]);
    expect(first.sessions[0]).toMatchObject({ begins: '17:30', minutes: 25 });
    expect(first.sessions[0]!.lines[0]).toMatch(/^Millrace.*: 8 min, from \d+ bpm$/);
    // Tuesday falls away, Thursday's session is on Friday.
    await changeWeek(db, orrin.id, MONDAY, 'Otherwise', (week) => ({
      sessions: week!.sessions.map((session, day) =>
        day === 1 || day === 3
          ? { ...session, visits: [] }
          : day === 4
            ? { ...week!.sessions[3]!, begins: '18:00' }
            : session,
      ),
    }));
    const second = await calendarOf(await opened(), wanted, db);
    expect(second.sequence).toBeGreaterThan(first.sequence);
    expect(second.sessions.map(({ uid }) => uid)).toEqual(first.sessions.map(({ uid }) => uid));
    expect(second.sessions.map(({ day, isCancelled }) => [day, isCancelled])).toEqual([
      ['2025-12-29', false],
      ['2026-01-02', false],
      ['2026-01-03', false],
      ['2026-01-04', true],
    ]);
    await undoOrRedo(db, recordScope(orrin.id), 'undo');
    const third = await calendarOf(await opened(), wanted, db);
    expect(third.sessions.map(({ uid, isCancelled }) => [uid, isCancelled])).toEqual(
      first.sessions.map(({ uid }) => [uid, false]),
    );
  });

  it('of the weeks ahead says that it is a guess', async () => {
    const { sessions } = await calendarOf(await opened(), { weeks: 4, alarmMinutes: null }, db);
    expect(sessions).toHaveLength(16);
    expect(new Set(sessions.map(({ uid }) => uid)).size).toBe(16);
    expect(sessions.slice(4).every(({ lines }) => lines[0]!.startsWith('A guess'))).toBe(true);
    // At the tempo that the weeks ahead come to, each of its own exercise.
    const { rows } = weeksAhead(await opened());
    for (const [week, { lines }] of [sessions[4]!, sessions[8]!, sessions[12]!].entries())
      for (const line of lines.slice(1)) {
        const row = rows.find(({ title }) => line.startsWith(`${title}: `))!;
        expect(line).toContain(`perhaps ${bpmText(row.bpms[week]!)} bpm`);
      }
  });
});
