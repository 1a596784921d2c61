/** Where time and chance come from. Seeded, so that demo, tests and screenshots repeat exactly; else those of the browser. */

export interface Sources {
  now(): Date;
  newId(): string;
  /** How time goes by; left out: as the browser's clock says, also where `now` is seeded. */
  nowMs?(): number;
}

/** Mulberry32: a small well-known generator of 32-bit numbers (public domain), good enough for ids that must repeat. */
function generator(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return (mixed ^ (mixed >>> 14)) >>> 0;
  };
}

/** Ids and times that repeat: the clock starts at `startMs` and goes on a second with each look. */
export function seededSources(seed: number, startMs: number): Sources {
  const next = generator(seed);
  let looks = 0;
  return {
    now: () => new Date(startMs + 1000 * looks++),
    newId: () => {
      const hex = Array.from({ length: 4 }, () => next().toString(16).padStart(8, '0')).join('');
      return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
    },
  };
}

const browserSources: Sources = { now: () => new Date(), newId: () => crypto.randomUUID() };

let current: Sources = browserSources;

/** Replaces the sources, for a seeded run. */
export function setSources(sources: Sources): void {
  current = sources;
}

/** A new UUID. */
export function newId(): string {
  return current.newId();
}

/** The moment now in milliseconds since 1970. */
export function nowMs(): number {
  return current.nowMs?.() ?? Date.now();
}

/** The moment now in ISO 8601 with the local offset, so that the local day is kept with it. */
export function timestamp(): string {
  const now = current.now();
  const offset = -now.getTimezoneOffset();
  const local = new Date(now.getTime() + offset * 60_000).toISOString().slice(0, 19);
  const pad = (value: number) => String(Math.floor(Math.abs(value))).padStart(2, '0');
  return `${local}${offset < 0 ? '-' : '+'}${pad(offset / 60)}:${pad(offset % 60)}`;
}
