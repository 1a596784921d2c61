/** The logbook's figures against adding up run by run. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RunRecord } from '../model/records';
import { VERDICTS, REASONS } from '../model/run';
import { exercisesIn, failingChanges, isNoOnePlace, weeksOf, weeksTogether } from './book';
import { dayAfter, dayOf, NO_KINDS, weekOf, type DayRecord } from './day';
import { agoText, nextExercise } from './next';
import { buildLadder } from '../tempo/ladder';
import { bearsEstimate, NO_EVIDENCE, statedTempo, withDay } from './stated';
import { atOnce } from '../tempo/testing';
import { nextStart } from './start';
import { cleanTempoOn, tempoOverDays } from './tempo';

const change = fc.constantFrom(
  { fromNote: 'n1', toNote: 'n2', kind: 'inside', stringFrom: 5, stringTo: 4 } as const,
  { fromNote: 'n3', toNote: 'n4', kind: 'outside', stringFrom: 4, stringTo: 5 } as const,
);
const run = fc
  .record({
    id: fc.uuid(),
    exerciseId: fc.constantFrom('a', 'b', 'c'),
    days: fc.nat(120),
    bpm: fc.integer({ min: 60, max: 140 }),
    passes: fc.integer({ min: 1, max: 8 }),
    verdict: fc.constantFrom(...VERDICTS),
    reason: fc.constantFrom(null, ...REASONS),
    place: fc.option(change, { nil: null }),
    passageHash: fc.constantFrom('h1', 'h2'),
    part: fc.constantFrom(null, null, 'cell' as const, 'pair' as const),
    seconds: fc.integer({ min: 1, max: 100 }),
  })
  .map(({ days, ...fields }): RunRecord => {
    const day = dayAfter('2026-01-05', days);
    return {
      ...fields,
      day,
      at: `${day}T10:00:00+00:00`,
      playerId: 'p',
      sessionId: null,
      subdivision: 4,
      stoppedIn: null,
      strokes: fields.passes * 16,
      exposure: { ...NO_KINDS, inside: fields.passes },
      wideStretches: 0,
      sound: null,
      seen: '',
      byHand: false,
      judgedBy: 'ear',
      corrects: null,
      replaces: [],
      revision: 1,
      createdAt: '',
      updatedAt: '',
      deviceId: '',
    };
  });
const runs = fc.uniqueArray(run, { selector: ({ id }) => id, minLength: 1, maxLength: 60 });

function daysOf(some: readonly RunRecord[]) {
  const keys = [...new Set(some.map(({ day, exerciseId }) => `${day} ${exerciseId}`))].sort();
  return keys.map((key) => dayOf(some.filter(({ day, exerciseId }) => `${day} ${exerciseId}` === key))!);
}

const sum = (some: readonly number[]) => some.reduce((total, one) => total + one, 0);

describe('the book', () => {
  it('adds up weeks, exercises and failing changes as a recount of the runs does', () => {
    fc.assert(
      fc.property(runs, (some) => {
        const days = daysOf(some);
        const weeks = weeksOf(days);
        weeks.slice(1).forEach((week, at) => expect(week.monday).toBe(dayAfter(weeks[at]!.monday, 7)));
        for (const week of weeks) {
          const mine = some.filter(({ day }) => weekOf(day) === week.monday);
          expect(week.runs).toBe(mine.length);
          expect(week.seconds).toBe(sum(mine.map(({ seconds }) => seconds)));
          expect(week.exposure.inside).toBe(sum(mine.map(({ passes }) => passes)));
          expect(week.days).toBe(new Set(mine.map(({ day }) => day)).size);
        }
        expect(sum(weeks.map((week) => week.runs))).toBe(some.length);
        const months = weeksTogether(weeks, 4);
        expect(months).toHaveLength(Math.ceil(weeks.length / 4));
        expect(sum(months.map((month) => month.passes))).toBe(sum(some.map(({ passes }) => passes)));
        for (const one of exercisesIn(days)) {
          const evidence = one.days.reduce(withDay, NO_EVIDENCE);
          for (const halfLife of [null, 21]) {
            const points = atOnce(tempoOverDays(one.days, 4, halfLife));
            if (!bearsEstimate(evidence)) expect(points).toEqual([]);
            for (const { day, bpm, high, minutes } of points) {
              const upTo = one.days.filter((before) => before.day <= day);
              const then = cleanTempoOn(upTo, day, 4, halfLife)!;
              expect(bpm).toBeCloseTo(then.bpm, 6);
              expect(high).toBeCloseTo(then.high, 6);
              expect(minutes).toBeCloseTo(sum(upTo.map(({ seconds }) => seconds)) / 60, 9);
            }
          }
          const mine = some.filter(({ exerciseId }) => exerciseId === one.exerciseId);
          expect([one.runs, one.clean]).toEqual([
            mine.length,
            mine.filter(({ verdict }) => verdict === 'clean').length,
          ]);
        }
        // A part is practice, but says nothing of the clean tempo of the whole.
        const counted = days.flatMap(({ speeds }) => speeds);
        const whole = some.filter(({ part }) => part === null);
        expect(sum(counted.map((group) => group.runs))).toBe(whole.length);
        expect(sum(counted.map((group) => group.seconds))).toBe(sum(whole.map(({ seconds }) => seconds)));
        const failing = failingChanges(days);
        expect(sum(failing.map((one) => one.runs))).toBe(some.filter(({ place }) => place).length);
        for (const one of failing) {
          const mine = some.filter(
            ({ exerciseId, place }) => exerciseId === one.exerciseId && place?.fromNote === one.fromNote,
          );
          expect(sum(Object.values(one.reasons))).toBe(mine.filter(({ reason }) => reason).length);
          expect(one.lastDay).toBe(
            mine
              .map(({ day }) => day)
              .sort()
              .at(-1),
          );
        }
      }),
      { numRuns: 60 },
    );
  });

  it('weighs an older run less where that is wished, and tells a clean tempo after every day', () => {
    const at = (day: string, bpm: number, verdict: RunRecord['verdict']) => ({
      ...fc.sample(run, { numRuns: 1, seed: 7 })[0]!,
      id: day + bpm + verdict,
      exerciseId: 'a',
      day,
      bpm,
      verdict,
      passes: 1,
      part: null,
    });
    const slow = [1, 2, 3, 4].map((date) => at(`2026-01-0${date}`, 90 + date, 'not clean'));
    const fast = [1, 2, 3, 4].map((date) => at(`2026-04-0${date}`, 90 + date, 'clean'));
    const days = daysOf([...slow, ...fast]);
    const now = cleanTempoOn(days, '2026-04-04', 4, 21)!;
    const later = cleanTempoOn(days, '2026-04-04', 4, 10_000)!;
    expect(now.bpm).toBeGreaterThan(later.bpm);
    // A point for each day from which an estimate is borne: the fifth is the first with one of each.
    expect(atOnce(tempoOverDays(days, 4, 21))).toHaveLength(4);
    expect(cleanTempoOn(days, '2029-01-01', 4, 21)).toBeNull();
    expect(cleanTempoOn(days, '2029-01-01', 4)).not.toBeNull();
    for (const halfLife of [null, 21]) expect(cleanTempoOn([], '2026-01-01', 4, halfLife)).toBeNull();
  });

  // rulings.md, Where to start: the highest step at or under a tenth below the lower end of the interval, in notes a second.
  it('starts where it begins clean, counted in notes a second, and else has it probed', () => {
    const steps = buildLadder({ startBpm: 60, goalBpm: 110, stepBpm: 10 });
    const tempo = { bpm: 110, low: 90, high: 120 };
    const stated = { says: 'estimate', ...tempo } as const;
    expect(nextStart(tempo, stated, steps, 4)).toMatchObject({ step: 2, bpm: 80, needsProbe: false });
    const doubled = [...steps, { ...steps[0]!, bpm: 60, subdivision: 8 }];
    expect(nextStart(tempo, stated, doubled, 4).step).toBe(2);
    const fast = buildLadder({ startBpm: 100, goalBpm: 160, stepBpm: 10 });
    expect(nextStart(tempo, stated, fast, 4)).toMatchObject({ step: 0, needsProbe: true });
    expect(nextStart(null, null, fast, 4)).toMatchObject({ step: 0, needsProbe: false });
  });

  // rulings.md, Clean tempo of today: what is stated.
  it('states no more than the record holds', () => {
    const group = (speed: number, clean: boolean, count = 1) =>
      ({ notesPerSecond: speed, passes: 1, clean, stoppedIn: null, runs: count, seconds: 1 }) as const;
    const tempo = { bpm: 73, low: 60, high: 90 };
    const says = (...days: ReturnType<typeof group>[][]) =>
      statedTempo(
        days.map((speeds) => ({ day: '2026-01-05', speeds })),
        tempo,
        4,
        '2026-01-05',
      );
    expect(says()).toBeNull();
    expect(says([group(4.4, true)])).toEqual({ says: 'at least', bpm: 66 });
    expect(says([group(100 / 15, false)])).toMatchObject({ says: 'not yet clean' });
    expect(says([group(4, true, 3), group(5, false, 2)])?.says).toBe('too early');
    expect(says([group(4.8, true, 3), group(5, false, 3)])?.says).toBe('estimate');
    // drift.md, what is stated: never above 1.08 times the fastest clean, here 60; never below 0.92 of the slowest tried.
    expect(says([group(4, true, 3), group(5, false, 3)])).toEqual({ says: 'at least', bpm: 60 });
    expect(says([group(5.4, true, 3), group(5.4, false, 9)])).toMatchObject({
      says: 'not yet clean',
      bpm: 81,
    });
    expect(says([group(4.8, true)], [group(4.8, true)], [group(5, false)])?.says).toBe('estimate');
  });

  it('ranks places by how often they fail when they are played, and says where none stands out', () => {
    const fail = (note: string, count: number) => ({
      ...{ fromNote: note, toNote: 'x', kind: 'inside', stringFrom: 2, stringTo: 1, passageHash: 'h' },
      ...{ runs: count, reasons: {} },
    });
    const day = (exerciseId: string, passes: number, fails: object[]) =>
      ({ exerciseId, day: '2026-01-05', passes, fails }) as unknown as DayRecord;
    const ranked = failingChanges([day('often', 500, [fail('a', 8)]), day('seldom', 20, [fail('b', 6)])]);
    expect(ranked.map(({ fromNote }) => fromNote)).toEqual(['b', 'a']);
    // Wilson 1927, 90 %: 6 of 20, from the formula by hand (and by another program).
    expect(ranked[0]!.rate.low).toBeCloseTo(16.386, 2);
    expect(ranked[0]!.rate.high).toBeCloseTo(48.38, 2);
    expect(isNoOnePlace(ranked)).toBe(false);
    const alike = failingChanges([
      day(
        'e',
        40,
        ['a', 'b', 'c', 'd', 'e'].map((note) => fail(note, 2)),
      ),
    ]);
    expect(isNoOnePlace(alike)).toBe(true);
  });

  it('goes on with what rested longest of what is worked on', () => {
    const book = (exerciseId: string, lastDay: string, clean = 5) => ({
      exerciseId,
      lastDay,
      clean,
      runs: 10,
      seconds: 1,
      days: [],
    });
    const some = [
      book('new', '2026-03-30'),
      book('rested', '2026-03-20'),
      book('hard', '2026-03-20', 2),
      book('old', '2025-12-01'),
    ];
    expect(nextExercise(some, '2026-03-31')?.exerciseId).toBe('hard');
    expect(nextExercise([book('old', '2025-12-01')], '2026-03-31')?.exerciseId).toBe('old');
    expect(nextExercise([], '2026-03-31')).toBeNull();
    expect(
      ['2026-03-31', '2026-03-30', '2026-03-24', '2026-03-01'].map((day) => agoText(day, '2026-03-31')),
    ).toEqual(['today', 'yesterday', '7 days ago', '4 weeks ago']);
  });
});
