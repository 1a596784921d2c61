/** Days and weeks of the record against adding up run by run. */
import { addSeconds } from 'date-fns/addSeconds';
import { formatISO } from 'date-fns/formatISO';
import { fromUnixTime } from 'date-fns/fromUnixTime';
import { parseISO } from 'date-fns/parseISO';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RunRecord } from '../model/records';
import { REASONS, VERDICTS } from '../model/run';
import { exercisesIn, weeksOf } from './book';
import {
  alikeRuns,
  dayAfter,
  dayNumber,
  dayOf,
  inOrder,
  judgedRuns,
  NO_KINDS,
  weekOf,
  type DayRecord,
} from './day';
import { agoText, nextExercise } from './next';

const DAY = '2026-03-10';
const place = fc.record({
  fromNote: fc.constantFrom('n1', 'n3'),
  toNote: fc.constantFrom('n2', 'n4'),
  kind: fc.constantFrom('inside' as const, 'outside' as const),
  stringFrom: fc.constant(3),
  stringTo: fc.constant(2),
});
const fields = fc.record({
  second: fc.nat(40_000),
  bpm: fc.constantFrom(60, 80, 80.5),
  subdivision: fc.constantFrom(2, 4),
  passes: fc.integer({ min: 1, max: 3 }),
  verdict: fc.constantFrom(...VERDICTS),
  stoppedIn: fc.constantFrom(null, 1),
  reason: fc.constantFrom(null, ...REASONS),
  place: fc.option(place, { nil: null }),
  passageHash: fc.constantFrom('h1', 'h2'),
  part: fc.constantFrom(null, null, 'pair' as const),
  seconds: fc.integer({ min: 1, max: 900 }),
  strokes: fc.nat(90),
  wideStretches: fc.nat(9),
  exposure: fc.record({ outside: fc.nat(9), inside: fc.nat(9), sweep: fc.nat(9), backtrack: fc.nat(9) }),
  byHand: fc.boolean(),
  judgedBy: fc.constant('ear' as const),
});
type Fields = typeof fields extends fc.Arbitrary<infer One> ? One : never;
const runOf = ({ second, ...rest }: Fields, at: number): RunRecord => ({
  ...rest,
  ...{
    id: `r${String(at).padStart(3, '0')}`,
    exerciseId: 'e',
    playerId: 'p',
    sessionId: null,
    day: DAY,
    sound: null,
  },
  at: formatISO(addSeconds(parseISO(DAY), second)),
  ...{ seen: '', corrects: null, replaces: [], revision: 1, createdAt: '', updatedAt: '', deviceId: '' },
});
const runs = fc.array(fields, { minLength: 1, maxLength: 14 }).map((some) => some.map(runOf));
const sum = (some: readonly RunRecord[], of: (run: RunRecord) => number) =>
  some.reduce((all, run) => all + of(run), 0);

describe('a day', () => {
  it('is its runs added up, whatever their order; those that were put right do not count', () => {
    fc.assert(
      fc.property(runs, fc.nat(20), (some, corrects) => {
        const all = [...some];
        const [old] = some.length > 1 ? [some[corrects % (some.length - 1)]!] : [];
        if (old) all[all.length - 1] = { ...all.at(-1)!, corrects: old.id };
        const kept = all.filter(({ id }) => id !== old?.id);
        const day = dayOf(all)!;
        expect(day).toEqual(dayOf([...all].reverse()));
        expect(day).toMatchObject({
          ...{ runs: kept.length, clean: kept.filter(({ verdict }) => verdict === 'clean').length },
          ...{ passes: sum(kept, (one) => one.passes), seconds: sum(kept, (one) => one.seconds) },
          ...{
            strokes: sum(kept, (one) => one.strokes),
            wideStretches: sum(kept, (one) => one.wideStretches),
          },
          lastAt: kept
            .map(({ at }) => at)
            .sort()
            .at(-1),
        });
        for (const kind of Object.keys(NO_KINDS) as (keyof typeof NO_KINDS)[])
          expect(day.exposure[kind]).toBe(sum(kept, (one) => one.exposure[kind]));
        const whole = kept.filter(({ part }) => part === null);
        expect(day.speeds.reduce((count, group) => count + group.runs, 0)).toBe(whole.length);
        for (const group of day.speeds) {
          const mine = whole.filter(
            (one) =>
              Math.abs((one.bpm * one.subdivision) / 60 - group.notesPerSecond) < 0.001 &&
              one.passes === group.passes &&
              (one.verdict === 'clean') === group.clean &&
              one.stoppedIn === group.stoppedIn,
          );
          expect([group.runs, group.seconds]).toEqual([mine.length, sum(mine, (one) => one.seconds)]);
        }
        for (const reason of REASONS)
          expect(day.reasons[reason] ?? 0).toBe(kept.filter((one) => one.reason === reason).length);
        for (const fail of day.fails) {
          const mine = kept.filter(
            (one) =>
              one.passageHash === fail.passageHash &&
              one.place?.fromNote === fail.fromNote &&
              one.place.toNote === fail.toNote &&
              one.place.kind === fail.kind,
          );
          expect(fail.runs).toBe(mine.length);
          for (const reason of REASONS)
            expect(fail.reasons[reason] ?? 0).toBe(mine.filter((one) => one.reason === reason).length);
        }
        expect(day.fails.reduce((count, fail) => count + fail.runs, 0)).toBe(
          kept.filter((one) => one.place).length,
        );
      }),
    );
    expect(dayOf([])).toBeNull();
  });

  it('weighs half as much each half-life, a later one as much as today’s, and nothing once it is ten old', () => {
    const day = (ago: number): DayRecord =>
      ({
        day: dayAfter(DAY, -ago),
        speeds: [{ notesPerSecond: 5, passes: 4, clean: true, stoppedIn: null, runs: 2, seconds: 9 }],
      }) as unknown as DayRecord;
    const weight = (agos: readonly number[], upTo = agos.length) =>
      judgedRuns(alikeRuns(agos.map(day)), upTo, dayNumber(DAY), 10)[0]?.weight;
    expect(weight([0])).toBe(2);
    expect(weight([10])).toBe(1);
    expect(weight([20, 10, 0])).toBe(0.5 + 1 + 2);
    expect(weight([20, 10, 0], 1)).toBe(0.5);
    expect(weight([-5])).toBe(2);
    expect(weight([100])).toBeCloseTo(2 ** -9, 12);
    expect(weight([101])).toBeUndefined();
    expect(judgedRuns(alikeRuns([day(0)]), 1, dayNumber(DAY), 10)[0]).toEqual({
      bpm: 300,
      clean: true,
      passes: 4,
      weight: 2,
    });
  });
});

it('moments come by their letters, whatever is said first', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(4_000_000_000)), (seconds) => {
      const moments = (some: readonly number[]) => some.map((one) => formatISO(fromUnixTime(one)));
      expect(moments(seconds).sort(inOrder)).toEqual(moments([...seconds].sort((a, b) => a - b)));
    }),
  );
});

describe('exercises and weeks', () => {
  const dayOn = (exerciseId: string, ago: number, count: number, clean = 0): DayRecord =>
    ({
      ...{
        playerId: 'p',
        exerciseId,
        day: dayAfter(DAY, -ago),
        runs: count,
        clean,
        passes: count,
        seconds: 60,
      },
      ...{
        strokes: 0,
        exposure: NO_KINDS,
        wideStretches: 1,
        longestSeconds: ago,
        stretches: [],
        cold: null,
        reasons: {},
        speeds: [],
      },
      ...{ fails: [], lastAt: '' },
    }) as DayRecord;
  const some = fc.array(
    fc
      .tuple(fc.constantFrom('a', 'b', 'c'), fc.nat(60), fc.integer({ min: 1, max: 9 }))
      .map(([id, ago, count]) => dayOn(id, ago, count)),
    { minLength: 1, maxLength: 20 },
  );

  it('stand last practised first, of the same day the one with more runs first', () => {
    fc.assert(
      fc.property(some, (days) => {
        const found = exercisesIn(days);
        for (const { exerciseId, lastDay, runs: count, days: mine } of found) {
          const own = days.filter((one) => one.exerciseId === exerciseId);
          expect(mine).toEqual(own);
          expect(count).toBe(own.reduce((all, one) => all + one.runs, 0));
          expect(lastDay).toBe(
            own
              .map(({ day }) => day)
              .sort()
              .at(-1),
          );
        }
        found.slice(1).forEach((one, at) => {
          const before = found[at]!;
          expect(
            before.lastDay > one.lastDay || (before.lastDay === one.lastDay && before.runs >= one.runs),
          ).toBe(true);
        });
        // What is gone on with rested longest of what is worked on (28 days: common practice, no source).
        const current = found.filter(({ lastDay }) => dayNumber(DAY) - dayNumber(lastDay) <= 28);
        const chosen = nextExercise(found, DAY)!;
        if (current.length === 0) expect(chosen).toBe(found[0]);
        else expect(current.every(({ lastDay }) => chosen.lastDay <= lastDay)).toBe(true);
      }),
    );
    const [a, b] = [dayOn('a', 3, 4, 1), dayOn('b', 3, 4, 3)];
    expect(nextExercise(exercisesIn([a, b]), DAY)!.exerciseId).toBe('a');
    expect(nextExercise(exercisesIn([b, a]), DAY)!.exerciseId).toBe('a');
    expect(nextExercise([], DAY)).toBeNull();
  });

  it('weeks follow each other without a gap, each with what its days hold', () => {
    fc.assert(
      fc.property(some, (days) => {
        const weeks = weeksOf(days);
        weeks.slice(1).forEach((week, at) => expect(week.monday).toBe(dayAfter(weeks[at]!.monday, 7)));
        for (const week of weeks) {
          const mine = days.filter(({ day }) => weekOf(day) === week.monday);
          expect(week).toMatchObject({
            days: new Set(mine.map(({ day }) => day)).size,
            runs: mine.reduce((all, one) => all + one.runs, 0),
            wideStretches: mine.length,
            longestSeconds: Math.max(0, ...mine.map(({ longestSeconds }) => longestSeconds)),
          });
        }
        expect(weeks.reduce((all, { runs: count }) => all + count, 0)).toBe(
          days.reduce((all, one) => all + one.runs, 0),
        );
      }),
    );
    expect(weeksOf([])).toEqual([]);
  });

  it('says how long ago a day was', () => {
    const ago = (days: number) => agoText(dayAfter(DAY, -days), DAY);
    expect([-1, 0, 1, 2, 13, 14, 21].map(ago)).toEqual([
      ...['today', 'today', 'yesterday', '2 days ago', '13 days ago', '2 weeks ago', '3 weeks ago'],
    ]);
  });
});
