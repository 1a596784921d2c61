/** For tests of the record: runs of a hand whose clean tempo is known. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RunRecord } from '../model/records';
import { NO_KINDS, type SpeedGroup } from './day';

/** Chance from 0 to below 1, the same for a seed. */
export function chanceOf(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  return () => (random.next() >>> 0) / 2 ** 32;
}

/** Eight runs at tempos round a clean tempo (four passes in five are clean there), one slot a beat. */
export const judgedRuns = (clean: number, chance: () => number): SpeedGroup[] =>
  Array.from({ length: 8 }, () => {
    const bpm = clean * 2 ** (0.5 * (chance() - 0.5));
    const p = 1 / (1 + Math.exp(-(Math.log(4) - 12 * Math.log2(bpm / clean))));
    return {
      ...{ notesPerSecond: bpm / 60, passes: 1, clean: chance() < p, stoppedIn: null, runs: 1, seconds: 60 },
    };
  });

/** A clean run of four passes as somebody said it, but for what is given. */
export const saidRun = <Change extends Partial<RunRecord>>(change: Change) => ({
  ...{
    playerId: 'me',
    exerciseId: 'a',
    sessionId: null,
    passageHash: '0'.repeat(64),
    bpm: 80,
    subdivision: 4,
  },
  ...{ passes: 4, verdict: 'clean' as const, stoppedIn: null, reason: null, place: null, seconds: 12 },
  ...{ strokes: 64, exposure: { ...NO_KINDS, outside: 6, inside: 2 }, wideStretches: 1, sound: null },
  ...{ seen: '', part: null, byHand: false, judgedBy: 'ear' as const, corrects: null, replaces: [] },
  ...change,
});
