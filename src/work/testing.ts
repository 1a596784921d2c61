/** For tests of this room. */
import { vi } from 'vitest';
import { setTell, type Offer } from './perform';

/** Where a room's code is changed to see whether its tests notice, what never comes is not waited for. */
const PATIENCE_MS = process.env.STRYKER_MUTATOR_WORKER === undefined ? 30_000 : 3_000;

/** Waits until a check holds: on a machine that is four times slower a late module takes seconds. */
export function soon<Result>(check: () => Result | Promise<Result>): Promise<Result> {
  return vi.waitFor(check, { timeout: PATIENCE_MS });
}

/** What is told from now on, and which messages were taken down. */
export function listening(): { readonly told: { text: string; offer?: Offer }[]; readonly down: string[] } {
  const heard = { told: [] as { text: string; offer?: Offer }[], down: [] as string[] };
  setTell(
    (text, offer) => {
      heard.told.push(offer ? { text, offer } : { text });
    },
    (about) => {
      heard.down.push(about);
    },
  );
  return heard;
}
