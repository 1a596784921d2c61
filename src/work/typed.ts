/** A record that is typed into: shown at once, kept a moment later, and what others wrote taken in without losing what was typed. Pure. */

/** What is typed of a record and not yet to be read from it. */
export interface Typing<T> {
  readonly typed: Partial<T>;
  /** Writes that have not landed. */
  readonly onTheWay: number;
  /** The revision that is shown beneath. */
  readonly seen: number;
  /** The revision that the last write made: an older one, which still comes by, lacks it. */
  readonly needed: number;
}

/** Nothing was typed yet. */
export const untyped = <T>(revision: number): Typing<T> => ({
  typed: {},
  onTheWay: 0,
  seen: revision,
  needed: revision,
});

/** Fields are typed, and their write begins. */
export const typing = <T>(state: Typing<T>, fields: Partial<T>): Typing<T> => ({
  ...state,
  typed: { ...state.typed, ...fields },
  onTheWay: state.onTheWay + 1,
});

/** A write is over. @param revision that it made; null: it failed. */
export const landed = <T>(state: Typing<T>, revision: number | null): Typing<T> => ({
  ...state,
  onTheWay: state.onTheWay - 1,
  needed: Math.max(state.needed, revision ?? 0),
});

/** The record was read. What is typed gives way once nothing is on its way and all that was written is in it. */
export const reading = <T>(state: Typing<T>, revision: number): Typing<T> =>
  revision === state.seen || state.onTheWay > 0 || revision < state.needed
    ? state
    : { ...state, typed: {}, seen: revision };
