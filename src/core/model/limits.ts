/** How long a hand may go on. */
export interface Limits {
  /** On one exercise without a rest. */
  readonly exerciseMinutes: number;
  /** Of picking without a real break. */
  readonly pickingMinutes: number;
  /** What counts as such a break. */
  readonly breakMinutes: number;
}

/** Common practice, no source: ten minutes on one exercise, thirty of picking without five off. */
export const DEFAULT_LIMITS: Limits = { exerciseMinutes: 10, pickingMinutes: 30, breakMinutes: 5 };

/** Older runs weigh half as much after so many days: common practice, no source; can be set. */
export const DEFAULT_HALF_LIFE_DAYS = 21;
