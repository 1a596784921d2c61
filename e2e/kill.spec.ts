/** A browser that is killed while it types and while it imports; `npm run kill -- 300` does it more often. */
import { expect, test } from './fixtures';
import { killAgainAndAgain, killWithHalfARecord } from '../scripts/killing.mjs';

test('three kills: no more than the edit in flight is lost, no import comes in half, nothing is damaged', async () => {
  test.setTimeout(600_000);
  const { most, typing, importing } = await killAgainAndAgain(process.env.YARDFELL_ADDRESS!, 3, 11);
  expect([typing, importing]).toEqual([2, 1]);
  expect(most).toBeLessThanOrEqual(1);
});

test('half a record that a kill leaves in the browser’s log does not take the library with it', async () => {
  test.setTimeout(300_000);
  const { before, after } = await killWithHalfARecord(process.env.YARDFELL_ADDRESS!);
  expect(before).toBeGreaterThan(0);
  expect(after).toBe(before + 1);
});
