/** What needs attention, of students whose state is known because it was made so. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_LIMITS } from '../model/limits';
import { ATTENTIONS, attentionOf, onePlace, type Attended } from './attention';
import { exercisesIn } from './book';
import { dayAfter, NO_KINDS, type DayRecord, type FailingChange } from './day';
import { chanceOf, judgedRuns } from './testing';

const TODAY = '2026-06-01';
/** Days of practice of one exercise, so many days ago, of a hand that is clean at `clean` in four passes of five (one slot a beat). */
function days(
  ago: readonly number[],
  clean: (ago: number) => number,
  part: Partial<DayRecord> = {},
): DayRecord[] {
  const chance = chanceOf(3);
  return ago.map((before) => ({
    ...{
      playerId: 'p',
      exerciseId: 'e',
      day: dayAfter(TODAY, -before),
      runs: 8,
      clean: 5,
      passes: 8,
      seconds: 480,
    },
    ...{ strokes: 100, exposure: NO_KINDS, wideStretches: 0, longestSeconds: 60, stretches: [], reasons: {} },
    speeds: judgedRuns(clean(before), chance),
    ...{ fails: [], cold: null, lastAt: `${TODAY}T10:00:00+00:00` },
    ...part,
  }));
}

const often = Array.from({ length: 40 }, (_, at) => 2 * (39 - at) + 1);
const none: Attended = {
  exercises: [],
  isThere: () => true,
  signs: [],
  limits: DEFAULT_LIMITS,
  lessonEvery: 7,
  since: TODAY,
  today: TODAY,
  halfLifeDays: null,
  measureOf: () => ({ subdivision: 1, goalBpm: 200 }),
  dated: (day) => day,
};
const kinds = (known: Partial<Attended>) => attentionOf({ ...none, ...known }).map(({ kind }) => kind);
const practised = (some: readonly DayRecord[]) => ({ exercises: exercisesIn(some) });

describe('attention', () => {
  it('is asked for by a hand that stands still, and by none that rises', () => {
    expect(kinds(practised(days(often, () => 90)))).toEqual(['stuck']);
    expect(kinds(practised(days(often, (ago) => 90 - 0.6 * ago)))).toEqual([]);
    // What was not touched for four weeks is not being worked on.
    expect(
      kinds({
        ...practised(
          days(
            often.map((ago) => ago + 30),
            () => 90,
          ),
        ),
        lessonEvery: 30,
      }),
    ).toEqual([]);
  });

  it('is asked for where the goal lies in the interval, or under it', () => {
    const rising = practised(days(often, (ago) => 90 - 0.6 * ago));
    const goal = (goalBpm: number) => kinds({ ...rising, measureOf: () => ({ subdivision: 1, goalBpm }) });
    expect([goal(120), goal(89), goal(70)]).toEqual([[], ['ready'], ['too easy']]);
    // Four slots a beat are a quarter of the tempo.
    expect(kinds({ ...rising, measureOf: () => ({ subdivision: 4, goalBpm: 89 / 4 }) })).toEqual(['ready']);
    expect(kinds({ ...rising, measureOf: () => undefined })).toEqual([]);
    // Clean up to the goal, on three days: nothing was ever tried that did not go.
    const easy = (count: number) =>
      days(often.slice(-count), () => 90).map((day) => ({
        ...day,
        speeds: day.speeds.map((group) => ({ ...group, notesPerSecond: 2, clean: true })),
      }));
    const reached = (count: number, goalBpm: number) =>
      kinds({ ...practised(easy(count)), measureOf: () => ({ subdivision: 1, goalBpm }) });
    expect([reached(3, 120), reached(2, 120), reached(3, 121)]).toEqual([['too easy'], [], []]);
  });

  it('is asked for by silence of more than two lesson intervals', () => {
    const silent = (ago: number, lessonEvery: number | null) =>
      kinds({ ...practised(days([ago], () => 90)), lessonEvery });
    expect([silent(14, 7), silent(15, 7), silent(15, null), silent(15, 14)]).toEqual([
      [],
      ['nothing heard'],
      ['nothing heard'],
      [],
    ]);
    expect(kinds({ since: dayAfter(TODAY, -15) })).toEqual(['nothing heard']);
    expect(kinds({})).toEqual([]);
  });

  it('counts what was deleted since as practice, and asks for nothing in it', () => {
    const gone = { isThere: () => false };
    expect(kinds({ ...practised(days([3], () => 90)), ...gone, since: dayAfter(TODAY, -60) })).toEqual([]);
    expect(kinds({ ...practised(days(often, () => 90)), ...gone, lessonEvery: 30 })).toEqual([]);
    const long = days([0, 1, 2], () => 90, { longestSeconds: 11 * 60 });
    expect(kinds({ ...practised(long), ...gone })).toEqual(['overdoing']);
  });

  it('comes first for pain, then for a tight hand and for long days', () => {
    const sign = (kind: 'pain' | 'tight', ago: number) => ({
      ...{ kind, day: dayAfter(TODAY, -ago), exerciseId: 'e', bpm: 84 },
    });
    const why = (known: Partial<Attended>) => attentionOf({ ...none, ...known }).map((one) => one.why);
    expect(why({ signs: [sign('pain', 9), sign('pain', 3), sign('pain', 20)] })).toEqual([
      `It hurt on ${dayAfter(TODAY, -3)}, at 84.`,
    ]);
    expect(why({ signs: [sign('tight', 1), sign('pain', 14)] })).toEqual([]);
    expect(why({ signs: [sign('tight', 1), sign('tight', 6)] })).toEqual([
      'The hand was tight 2 times in seven days.',
    ]);
    const long = days([0, 1, 2, 9], (ago) => 90 - ago, { longestSeconds: 11 * 60 });
    expect(why(practised(long))[0]).toBe(
      'On 3 days of the last seven, more than 10 minutes on one exercise without a rest.',
    );
    const all = attentionOf({
      ...none,
      ...practised(days(often, () => 90, { longestSeconds: 700 })),
      signs: [sign('pain', 1)],
      measureOf: () => ({ subdivision: 1, goalBpm: 90 }),
    });
    const order = all.map(({ kind }) => ATTENTIONS.indexOf(kind));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(all[0]!.why).toContain('hurt');
  });
});

describe('one place', () => {
  const fail = (fromNote: string, runs: number): FailingChange => ({
    ...{
      fromNote,
      toNote: 'x',
      kind: 'inside',
      stringFrom: 3,
      stringTo: 2,
      passageHash: '',
      runs,
      reasons: {},
    },
  });
  const failing = (...fails: FailingChange[]) => days([3], () => 90, { passes: 100, fails })[0]!;

  it('is a change whose interval lies above those of all others', () => {
    expect(onePlace([failing(fail('a', 30), fail('b', 5))])?.fromNote).toBe('a');
    expect(onePlace([failing(fail('a', 30), fail('b', 25))])).toBeNull();
    expect(onePlace([failing(fail('a', 2))])).toBeNull();
    expect(onePlace([])).toBeNull();
    // Of a change that never failed in 100 passes the upper end is 2.6 % (Wilson 1927, z = 1.645): 5 in 100 lie above from 2.5 %, 6 from 3.2 %.
    expect([onePlace([failing(fail('a', 5))]), onePlace([failing(fail('a', 6))])?.runs]).toEqual([null, 6]);
  });
});
