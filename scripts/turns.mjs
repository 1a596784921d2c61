/**
 * Browser tests that take turns. Those that hold what people would lose or could not do without run always (`@always`); of the others each
 * commit runs its tenth, so that `npm test` ends while somebody waits for it. `ALL=1 npm test` and `npx playwright test` run every one.
 */
import { createHash } from 'node:crypto';
import { run } from './tools.mjs';

export const TURNS = 10;

const numberOf = (text) => createHash('sha256').update(text).digest().readUInt32BE(0);

/** The turn of a test, by its file and title: so chosen that all take about as long. */
export const turnOf = (name) => numberOf(`cedar 980 ${name}`) % TURNS;

/** The turn of this commit, the same for each of its runs; without a history the first. */
export function turnOfCommit() {
  const { code, output } = run('git', ['rev-parse', 'HEAD']);
  return code === 0 ? numberOf(output.trim()) % TURNS : 0;
}
