/** When a sitting is over. */
import { SITTING_OVER_MS, type PracticeSitting } from '@/storage';

/** A moment: in milliseconds since 1970, and ISO 8601 with the local offset. */
export interface Now {
  readonly ms: number;
  readonly at: string;
}

/** The local day of a moment. */
export const dayOf = ({ at }: Now) => at.slice(0, 10);

/** Whether a sitting ended with its local day, or by a long silence. */
export const isOver = ({ day, lastMs }: PracticeSitting, now: Now): boolean =>
  day !== dayOf(now) || now.ms - lastMs > SITTING_OVER_MS;
