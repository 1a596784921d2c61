/** How loud sounds are beside each other, and how they end; the same when they are played and on a track. */
export const LEVELS = {
  note: 0.5,
  /** Taps, voices, and what is spoken. */
  voice: 0.8,
  /** The time constant of a note that is released. */
  releaseSeconds: 0.012,
  /** After this many time constants nothing is left to be heard. */
  releaseConstants: 8,
  slideSeconds: 0.07,
} as const;
