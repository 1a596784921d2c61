/** When a sitting is over. */
import type { PracticeSitting } from '@/storage';

/** A sitting is over after so long without a word: common practice, no source. */
const OVER_AFTER_MS = 4 * 3_600_000;

/** A moment: in milliseconds since 1970, and ISO 8601 with the local offset. */
export interface Now {
  readonly ms: number;
  readonly at: string;
}

/** The local day of a moment. */
export const dayOf = ({ at }: Now) => at.slice(0, 10);

/** Whether a sitting ended with its local day, or by a long silence. */
export const isOver = ({ day, lastMs }: PracticeSitting, now: Now): boolean =>
  day !== dayOf(now) || now.ms - lastMs > OVER_AFTER_MS;
