/** Load and what is stated of a clean tempo, at the very edges of the limits, and their words. */
import { formatISO } from 'date-fns/formatISO';
import { fromUnixTime } from 'date-fns/fromUnixTime';
import { parseISO } from 'date-fns/parseISO';
import { describe, expect, it } from 'vitest';
import { DEFAULT_LIMITS } from '../model/limits';
import { isNoOnePlace, rateOf } from './book';
import { loadOf, loadWarnings, longestPicking, restNeeded, stretchesOf } from './load';
import {
  bearsEstimate,
  NO_EVIDENCE,
  rangeText,
  statedShort,
  statedTempo,
  statedText,
  withDay,
} from './stated';
import { nextStart } from './start';

/** Limits from the player's record: 10 minutes on one exercise, and of picking so long without a break. */
describe('load', () => {
  const limits = { ...DEFAULT_LIMITS, exerciseMinutes: 10, pickingMinutes: 30, breakMinutes: 5 };
  const start = 1_773_133_200;
  /** Runs one after the other: seconds played, seconds of rest before, exercise. */
  const row = (...parts: [number, number, string][]) => {
    let at = start;
    return parts.map(([seconds, rest, exerciseId]) => {
      at += rest + seconds;
      const moment = formatISO(fromUnixTime(at));
      return { at: moment, seconds, exerciseId, strokes: 4, wideStretches: 1, byHand: false };
    });
  };

  it('a minute’s rest, or another exercise, begins a new stretch; runs logged by hand are none', () => {
    const seconds = (...parts: [number, number, string][]) =>
      stretchesOf(row(...parts)).map((one) => one.seconds);
    expect(seconds([100, 0, 'a'], [100, 59, 'a'])).toEqual([200]);
    expect(seconds([100, 0, 'a'], [100, 60, 'a'])).toEqual([100, 100]);
    expect(seconds([100, 0, 'a'], [100, 0, 'b'], [50, 0, 'a'])).toEqual([100, 100, 50]);
    const byHand = row([100, 0, 'a'], [100, 0, 'a']).map((run) => ({ ...run, byHand: true }));
    expect(stretchesOf(byHand)).toEqual([]);
    expect(loadOf(byHand, limits)).toEqual({
      ...{ minutes: 200 / 60, strokes: 8, wideStretches: 2, longestOnOne: 0, longestPicking: 0 },
    });
  });

  it('picking goes on over a rest that is shorter than a break', () => {
    const picking = (...parts: [number, number, string][]) =>
      longestPicking(stretchesOf(row(...parts)), limits);
    expect(picking([100, 0, 'a'], [100, 299, 'b'])).toBe(200);
    expect(picking([100, 0, 'a'], [100, 300, 'b'])).toBe(100);
    expect(picking()).toBe(0);
  });

  it('asks for the rest that is left, from the limit on, and only of the exercise that was played last', () => {
    const need = (parts: [number, number, string][], of: string, later: number) => {
      const some = row(...parts);
      const end = parseISO(some.at(-1)!.at).getTime();
      return restNeeded(some, limits, of, end + later * 1000);
    };
    expect(need([[599, 0, 'a']], 'a', 0)).toBeNull();
    expect(need([[600, 0, 'a']], 'a', 0)).toEqual({ of: 'exercise', minutes: 10, restSeconds: 60 });
    expect(need([[600, 0, 'a']], 'a', 20)).toEqual({ of: 'exercise', minutes: 10, restSeconds: 40 });
    expect(need([[600, 0, 'a']], 'a', 60)).toBeNull();
    expect(need([[600, 0, 'a']], 'b', 0)).toBeNull();
    const long: [number, number, string][] = [
      [900, 0, 'a'],
      [900, 0, 'b'],
    ];
    expect(need(long, 'c', 100)).toEqual({ of: 'picking', minutes: 30, restSeconds: 200 });
    expect(need(long, 'c', 300)).toBeNull();
    expect(restNeeded([], limits, 'a', 0)).toBeNull();
  });

  it('warns only beyond a limit, with its figures', () => {
    const load = (longestOnOne: number, picking: number) =>
      loadWarnings({ ...loadOf([], limits), longestOnOne, longestPicking: picking }, limits);
    expect(load(10, 30)).toEqual([]);
    expect(load(11, 30)).toEqual(['11 min on one exercise without a rest (limit 10)']);
    expect(load(10, 41.6)).toEqual(['42 min of picking without 5 minutes off (limit 30)']);
    expect(load(11, 31)).toHaveLength(2);
    const short = { ...limits, breakMinutes: 1 };
    expect(loadWarnings({ ...loadOf([], short), longestPicking: 31 }, short)).toEqual([
      '31 min of picking without 1 minute off (limit 30)',
    ]);
  });
});

const TODAY = '2026-05-04';

describe('what is stated', () => {
  const group = (clean: boolean, count: number, notesPerSecond: number) => ({
    day: TODAY,
    speeds: [{ notesPerSecond, clean, runs: count, passes: 1, stoppedIn: null, seconds: 1 }],
  });
  it('is no more than runs of the whole bear', () => {
    expect(withDay(NO_EVIDENCE, { speeds: [] })).toBe(NO_EVIDENCE);
    const tempo = { bpm: 90, low: 84, high: 97 };
    expect(statedTempo([{ day: TODAY, speeds: [] }], tempo, 4, TODAY)).toBeNull();
    expect(statedTempo([group(true, 9, 6)], tempo, 4, TODAY)).toEqual({ says: 'at least', bpm: 90 });
    expect(statedTempo([group(false, 9, 6), group(false, 1, 5)], tempo, 4, TODAY)).toEqual({
      says: 'not yet clean',
      bpm: 75,
    });
    expect(statedTempo([group(true, 1, 6), group(false, 1, 7)], tempo, 4, TODAY)).toEqual({
      says: 'too early',
    });
    const enough = [group(true, 20, 6), group(false, 20, 7)];
    expect(statedTempo(enough, tempo, 4, TODAY)).toEqual({ says: 'estimate', ...tempo });
    expect(statedTempo(enough, null, 4, TODAY)).toEqual({ says: 'too early' });
    expect(bearsEstimate(NO_EVIDENCE)).toBe(false);
  });

  it('is said in words and in the fewest', () => {
    const estimate = { says: 'estimate', bpm: 78.4, low: 73, high: 84.46 } as const;
    expect(statedText(estimate)).toBe('78 bpm, somewhere from 73 to 85');
    expect(rangeText(estimate)).toBe('73 to 85');
    expect(statedText({ says: 'at least', bpm: 80 })).toBe('at least 80, the fastest that came out clean');
    expect(statedText({ says: 'not yet clean', bpm: 100 })).toBe('not yet clean at 100, the slowest tried');
    expect(statedText({ says: 'too early' })).toBe('too early to say');
    expect(
      [estimate, { says: 'at least', bpm: 80 } as const, { says: 'not yet clean', bpm: 100 } as const].map(
        statedShort,
      ),
    ).toEqual([...['78', '≥ 80', '< 100']]);
    expect([statedShort({ says: 'too early' }), statedShort(null)]).toEqual(['', '']);
  });

  it('a session starts at the fastest step a tenth below what is clean, never in a burst, and says why', () => {
    const steps = [60, 72, 66, 90, 81].map((bpm, at) => ({
      bpm,
      toBpm: null,
      subdivision: null,
      part: null,
      isBurst: at === 4,
    })) as never;
    const at = (low: number, says: 'estimate' | 'at least' = 'estimate') =>
      nextStart(
        { bpm: low + 4, low, high: low + 8 },
        { says, bpm: low + 4, low, high: low + 8 } as never,
        steps,
        4,
      );
    expect([at(80), at(79.9), at(100), at(90)].map(({ step }) => step)).toEqual([1, 2, 3, 1]);
    expect(at(80).why).toMatch(/^Clean tempo 84 bpm.*begins a tenth below/);
    expect(at(80, 'at least').why).toMatch(/^Little is on record yet, so it starts carefully/);
    expect(at(50)).toMatchObject({
      step: 0,
      needsProbe: true,
      why: expect.stringMatching(/no step lies a tenth below/) as string,
    });
    expect(nextStart(null, null, steps, 4)).toMatchObject({ step: 0, needsProbe: false });
    expect(nextStart(null, { says: 'too early' }, steps, 4)).toMatchObject({ step: 0, needsProbe: true });
  });

  it('no one place stands out where five fail as often as the first', () => {
    const alike = (count: number) => Array.from({ length: count }, () => ({ rate: rateOf(3, 20) }));
    expect([isNoOnePlace([]), isNoOnePlace(alike(4)), isNoOnePlace(alike(5))]).toEqual([false, false, true]);
    expect(isNoOnePlace([{ rate: rateOf(19, 20) }, ...alike(6)])).toBe(false);
  });
});
