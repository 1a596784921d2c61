/** A take as it is kept, and held against an earlier one. */
import { passageHash, type Exercise, type Take, type TakeRecord, type TakeSource } from '@/core';
import type { TakeReport } from '@/core/take';

/** What a take was of. */
export interface TakeOf {
  readonly playerId: string;
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly bpm: number;
  readonly passes: number;
  readonly source: TakeSource;
  readonly runId: string | null;
  readonly sessionId: string | null;
}

const millionths = (value: number) => Math.round(value * 1e6) / 1e6;
const hundredths = (value: number) => Math.round(value * 100) / 100;
const lateness = <One extends { meanMs: number; low: number; high: number; p: number }>(one: One) => ({
  ...one,
  meanMs: hundredths(one.meanMs),
  low: hundredths(one.low),
  high: hundredths(one.high),
  p: millionths(one.p),
});

/** What is kept of a report: to hundredths of a millisecond, without what only the recording explains. */
export function takeOf(report: TakeReport, of: TakeOf): Omit<Take, 'at' | 'day'> {
  const { spreadMs, behindClicksMs } = report;
  return {
    playerId: of.playerId,
    exerciseId: of.exerciseId,
    sessionId: of.sessionId,
    bpm: of.bpm,
    subdivision: of.exercise.passage.subdivision,
    passageHash: passageHash(of.exercise.passage),
    passes: of.passes,
    source: of.source,
    notJudged: report.why ?? null,
    notes: report.notes.map(({ id, deviationMs, state, bunched }) => ({
      id,
      lateMs: deviationMs === null ? null : hundredths(deviationMs),
      state: bunched && state === 'played' ? 'bunched' : state,
    })),
    extras: report.extras.length,
    breaks: report.breaks.length,
    kinds: report.kinds.map(lateness),
    groups: report.groups.map(lateness),
    spreadMs: spreadMs && {
      all: hundredths(spreadMs.all),
      down: spreadMs.down === null ? null : hundredths(spreadMs.down),
      up: spreadMs.up === null ? null : hundredths(spreadMs.up),
    },
    slower: millionths(Math.max(-1, Math.min(10, report.slower))),
    driven: report.driven,
    behindClicksMs: behindClicksMs === null ? null : hundredths(behindClicksMs),
    ringing: report.ringing,
    verdict: report.verdict,
    runId: of.runId,
  };
}

/** How a kind of change moved from one take to another, with the 95 % interval of the difference. */
export interface Movement {
  readonly change: Take['kinds'][number]['change'];
  readonly fromMs: number;
  readonly toMs: number;
  readonly low: number;
  readonly high: number;
}

/** What moved between two takes: kinds of change that both tell of. The errors of both add up as squares. */
export function movements(earlier: Pick<TakeRecord, 'kinds'>, later: Pick<TakeRecord, 'kinds'>): Movement[] {
  return later.kinds.flatMap((to) => {
    const from = earlier.kinds.find(({ change }) => change === to.change);
    if (!from) return [];
    const half = Math.hypot(from.high - from.low, to.high - to.low) / 2;
    const moved = to.meanMs - from.meanMs;
    return [
      { change: to.change, fromMs: from.meanMs, toMs: to.meanMs, low: moved - half, high: moved + half },
    ];
  });
}
