/** Which way the clean tempo goes, of hands whose way is known, and its words. */
import { describe, expect, it } from 'vitest';
import { dayAfter } from './day';
import { progressOf, trendFrom, trendText } from './progress';
import { forecastOf, tempoOverDays } from './tempo';
import { atOnce } from '../tempo/testing';
import { chanceOf, judgedRuns } from './testing';

const FIRST = '2026-03-02';

/** Eight runs a day of practice at tempos round a clean tempo that is known, one slot a beat. */
function record(days: readonly number[], clean: (day: number) => number, seed = 3) {
  const chance = chanceOf(seed);
  return days.map((day) => ({
    ...{ day: dayAfter(FIRST, day), seconds: 600, speeds: judgedRuns(clean(day), chance) },
  }));
}

const often = Array.from({ length: 40 }, (_, at) => 2 * at);

describe('the way a clean tempo goes', () => {
  it.each([
    ['up', (day: number) => 70 + 0.6 * day],
    ['down', (day: number) => 110 - 0.6 * day],
    ['stuck', () => 90],
  ] as const)('is %s, from the last three weeks of practice at the least', (goes, clean) => {
    const said = progressOf(record(often, clean))!;
    expect(said.goes).toBe(goes);
    // Six days of practice are in twelve days here, three weeks ask for more: 22 days before the last, the next day of practice.
    expect(said.since).toBe(dayAfter(FIRST, 78 - 22));
    expect(said.trend.low).toBeLessThanOrEqual(said.trend.octaves);
    expect(said.trend.octaves).toBeLessThanOrEqual(said.trend.high);
  });

  it('is open where too little was practised to call it stuck', () => {
    const short = record([0, 2, 4, 6, 8, 10, 12], () => 90);
    expect(progressOf(short)!.goes).toBe('open');
    expect(progressOf(record([0, 10, 20, 30, 40], () => 90))!.goes).toBe('open');
    expect(progressOf(record([0], () => 90))).toBeNull();
    expect(progressOf([])).toBeNull();
    // Days on which only parts were played are none.
    expect(progressOf([...record([0], () => 90), { day: FIRST, speeds: [] }])).toBeNull();
  });

  it('says when only the last session was weaker', () => {
    const steady = record(often, () => 90, 8);
    expect(progressOf(steady)!.isLastWeaker).toBe(false);
    const last = {
      ...steady.at(-1)!,
      speeds: steady.at(-1)!.speeds.map((one) => ({ ...one, clean: false })),
    };
    expect(progressOf([...steady.slice(0, -1), last])!.isLastWeaker).toBe(true);
  });

  it('is said in words with its interval, or not to be seen', () => {
    const now = { bpm: 80, low: 74, high: 86 };
    const dated = (day: string) => `<${day}>`;
    const since = FIRST;
    // From 92 and 86 down to 80: by hand, 80 (2^0.2 − 1) = 11.9 and 80 (2^0.1 − 1) = 5.7.
    expect(trendText({ octaves: -0.15, low: -0.2, high: -0.1, since }, now, dated)).toBe(
      'down 6 to 12 bpm since <2026-03-02>',
    );
    expect(trendText({ octaves: 0.15, low: 0.1, high: 0.2, since }, now, dated)).toBe(
      'up 5 to 10 bpm since <2026-03-02>',
    );
    expect(trendText({ octaves: 0.01, low: -0.1, high: 0.1, since }, now, dated)).toBe(
      'no change to be seen since <2026-03-02>',
    );
    const days = record(often, (day) => 70 + 0.6 * day);
    expect(trendFrom(days, dayAfter(FIRST, 41))!.since).toBe(dayAfter(FIRST, 42));
    expect(trendFrom(days, dayAfter(FIRST, 77))).toBeNull();
  });

  it('a date is forecast of a hand that gets faster, and withheld of one that is stuck or falls back', () => {
    const said = (clean: (day: number) => number) => {
      const days = record(often, clean) as unknown as Parameters<typeof tempoOverDays>[0];
      return forecastOf(atOnce(tempoOverDays(days, 1)), 140, progressOf(days)).state;
    };
    expect(said((day) => 60 * (1 + day) ** 0.12)).toBe('band');
    expect(said(() => 90)).toBe('stuck');
    expect(said((day) => 110 - 0.6 * day)).toBe('down');
  });
});
