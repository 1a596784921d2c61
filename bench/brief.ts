/** How long composing to the ten published briefs takes: first line, ten different ones, the proof. */
import { DEFAULT_SETUP } from '@/core';
import { PUBLISHED_BRIEFS, searching } from '@/core/brief';
import { report } from './report';

/** Goals of the issue, in milliseconds: by the number of the brief, from 0. */
const PROOF_GOALS: Readonly<Record<number, number>> = { 0: 1000, 1: 3000, 4: 100, 9: 100 };
const FIRST_GOAL = 300;
const TEN_GOAL = 5000;

/** Prints the composer's figures. */
export function benchBriefs(): void {
  // One run to warm up, as in a worker that has composed before.
  const warm = searching(PUBLISHED_BRIEFS[4]!.brief, DEFAULT_SETUP);
  while (!warm.next().done);
  PUBLISHED_BRIEFS.forEach(({ name, brief }, number) => {
    const start = performance.now();
    const search = searching(brief, DEFAULT_SETUP);
    const found: number[] = [];
    let settled: number | null = null;
    for (;;) {
      const next = search.next();
      const ms = performance.now() - start;
      if (!next.done) {
        if (next.value.kind === 'candidate') found.push(ms);
        if (next.value.kind === 'settled') settled = ms;
        continue;
      }
      const { state, candidates, bound } = next.value;
      const costs = candidates.map(({ cost }) => cost).join(' ');
      const gap =
        state === 'best found' && bound !== null ? `, at most ${candidates[0]!.cost - bound} above` : '';
      console.log(`${number + 1}. ${name}: ${state}${gap}${costs ? ` (costs ${costs})` : ''}`);
      if (found[0] !== undefined) report('   first line', found[0], 'ms', FIRST_GOAL);
      if (found[9] !== undefined) report('   ten different lines', found[9], 'ms', TEN_GOAL);
      report('   proven', settled ?? ms, 'ms', PROOF_GOALS[number] ?? null);
      if (settled !== null) report('   with further lines near the best', ms, 'ms', null);
      break;
    }
  });
}
