/** Which part of which hand damps, where a player has the choice. Common practice, no source. */

/** What damps first, where more than one part of the hands could. */
export const DAMPERS = ['edge of the palm', 'picking thumb', 'underside of the first finger'] as const;
/** What a finger does on the string that a sweep has left. */
export const AFTER_SWEPT = ['flattened', 'lifted'] as const;

/** One of them. */
export type PreferredDamper = (typeof DAMPERS)[number];

/** What a player prefers; absent or null: the edge of the palm, a flattened finger. */
export interface PreferredDampers {
  readonly damper?: PreferredDamper | null;
  readonly afterSwept?: (typeof AFTER_SWEPT)[number] | null;
}
