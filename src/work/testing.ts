/** For tests of this room. */
import { vi } from 'vitest';

const PATIENCE_MS = 30_000;

/** Waits until a check holds: on a machine that is four times slower a late module takes seconds. */
export function soon<Result>(check: () => Result | Promise<Result>): Promise<Result> {
  return vi.waitFor(check, { timeout: PATIENCE_MS });
}
