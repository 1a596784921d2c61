/** Rests: asked for at the limit, not while it plays, and not where one that is long enough is under way. */
import { describe, expect, it } from 'vitest';
import type { RunRecord } from '@/core';
import { restFor, restText } from './resting';

const END_MS = Date.UTC(2026, 2, 10, 10);
const limits = { exerciseMinutes: 10, pickingMinutes: 30, breakMinutes: 5 } as never;
const run = (minutes: number) =>
  ({
    at: new Date(END_MS).toISOString(),
    seconds: minutes * 60,
    exerciseId: 'e',
    strokes: 0,
    wideStretches: 0,
    byHand: false,
    judgedBy: 'ear',
  }) as unknown as RunRecord;
const at = (seconds: number) => ({ recordMs: END_MS + seconds * 1000, nowMs: 7_000 + seconds * 1000 });
const ready = { phase: 'ready', restUntilMs: 0 } as const;

describe('a rest', () => {
  it('is asked for from the limit on, until it was taken', () => {
    expect(restFor([run(9.9)], limits, 'e', ready, at(0))).toBeNull();
    expect(restFor([run(10)], limits, 'e', ready, at(0))).toEqual({
      of: 'exercise',
      minutes: 10,
      restSeconds: 60,
    });
    expect(restFor([run(10)], limits, 'e', ready, at(61))).toBeNull();
    expect(restFor([run(10)], limits, 'e', { ...ready, phase: 'playing' }, at(0))).toBeNull();
  });

  it('that is under way is enough where it is as long as it must be, and not where it is shorter', () => {
    const resting = (seconds: number) => ({ phase: 'rest', restUntilMs: 7_000 + seconds * 1000 }) as const;
    expect(restFor([run(10)], limits, 'e', resting(60), at(0))).toBeNull();
    expect(restFor([run(10)], limits, 'e', resting(58), at(0))).toBeNull();
    expect(restFor([run(10)], limits, 'e', resting(30), at(0))).not.toBeNull();
    // Left over from an earlier rest.
    expect(restFor([run(10)], limits, 'e', { ...resting(60), phase: 'ready' }, at(0))).not.toBeNull();
    // Twenty seconds of it are over.
    expect(restFor([run(10)], limits, 'e', resting(60), at(20))).toBeNull();
  });

  it('is said with its limit and how long it lasts', () => {
    expect(restText({ of: 'exercise', minutes: 10.2, restSeconds: 60 }, limits)).toMatch(
      /^10 minutes on this exercise without a rest: the limit is 10\. Rest .+ first, or go to another exercise\.$/,
    );
    expect(restText({ of: 'picking', minutes: 31, restSeconds: 300 }, limits)).toMatch(
      /^31 minutes of picking without 5 minutes off: the limit is 30\. Rest .+ first\.$/,
    );
  });
});
