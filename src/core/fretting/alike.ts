/** Alike places: stretches of a passage with the same strings, relative frets, rhythm and slurs, which a hand takes alike. */
import type { Finger } from '../passage/passage';
import type { Moment, Stopped } from './moments';

/** Stretches that are alike: their length in moments, and the moments they begin with. No two share a moment. */
export interface Alike {
  readonly length: number;
  readonly starts: readonly number[];
}

/** Shorter stretches than this are alike by chance; longer ones than the other are not looked for. */
const FEWEST = 3;
const MOST = 32;

/** Numbers values that are equal alike. */
function numbering(): (key: string) => number {
  const numbers = new Map<string, number>();
  return (key) => {
    const number = numbers.get(key) ?? numbers.size;
    numbers.set(key, number);
    return number;
  };
}

/** What a moment is apart from where on the neck it lies, and from the moment before it. */
function shapeOf({ stopped, open, technique }: Moment): string {
  const base = stopped[0]!.note.fret;
  const places = stopped.map(
    ({ note, carried }) => `${note.string}.${note.fret - base}${carried ? 'c' : ''}`,
  );
  return `${places.join()}/${open.join()}/${technique}`;
}

function stepOf(before: Moment, moment: Moment): string {
  const fret = moment.stopped[0]!.note.fret - before.stopped[0]!.note.fret;
  return `${shapeOf(moment)}/${fret}/${moment.onsetTicks - before.onsetTicks}/${moment.freed}`;
}

/** The most moments that stretches of one length cover, none of them alone of its kind; null where there are none. */
function tiled(kinds: readonly number[], length: number): { starts: number[]; covered: number } | null {
  const seen = new Map<number, { first: number; last: number }>();
  kinds.forEach((kind, at) => {
    const there = seen.get(kind);
    seen.set(kind, { first: there?.first ?? at, last: at });
  });
  const hasOther = (at: number) => {
    const { first, last } = seen.get(kinds[at]!)!;
    return at - first >= length || last - at >= length;
  };
  const n = kinds.length + length - 1;
  const best = new Int32Array(n + 1);
  for (let at = n - 1; at >= 0; at--) {
    const taken = at < kinds.length && hasOther(at) ? length + best[at + length]! : -1;
    best[at] = Math.max(best[at + 1]!, taken);
  }
  const starts: number[] = [];
  for (let at = 0; at < n;)
    if (at < kinds.length && hasOther(at) && best[at] === length + best[at + length]!) {
      starts.push(at);
      at += length;
    } else at++;
  const counts = new Map<number, number>();
  for (const at of starts) counts.set(kinds[at]!, (counts.get(kinds[at]!) ?? 0) + 1);
  const paired = starts.filter((at) => counts.get(kinds[at]!)! > 1);
  return paired.length > 0 ? { starts: paired, covered: paired.length * length } : null;
}

interface Found {
  readonly starts: readonly number[];
  readonly covered: number;
  /** The share of the stretches that begin on a beat. */
  readonly onBeat: number;
  readonly kinds: readonly number[];
  readonly length: number;
}

/** Of two that cover as much, a multiple of the shorter says nothing new. */
const better = (a: Found, b: Found) =>
  a.covered > b.covered || (a.covered === b.covered && a.length % b.length !== 0 && a.onBeat > b.onBeat);

/**
 * The alike places of a passage: stretches of one length that cover the most of it; of lengths that cover as much the shortest, or one that begins
 * on beats more often and is no multiple of it. Those that cover most come first.
 */
export function alikePlaces(moments: readonly Moment[], beatTicks: number): Alike[] {
  const number = numbering();
  const shapes = moments.map((moment) => number(shapeOf(moment)));
  const steps = moments.map((moment, at) => (at > 0 ? number(stepOf(moments[at - 1]!, moment)) : -1));
  let best: Found | null = null;
  let kinds: number[] = shapes;
  for (let length = 2; length <= Math.min(MOST, Math.floor(moments.length / 2)); length++) {
    const pair = numbering();
    kinds = kinds
      .slice(0, moments.length - length + 1)
      .map((kind, at) => pair(`${kind}.${steps[at + length - 1]}`));
    const tiles = length < FEWEST ? null : tiled(kinds, length);
    if (!tiles) continue;
    const onBeat = tiles.starts.filter((at) => moments[at]!.onsetTicks % beatTicks === 0).length;
    const found: Found = { ...tiles, onBeat: onBeat / tiles.starts.length, kinds, length };
    // The first of equals is the shortest.
    if (best === null || better(found, best)) best = found;
  }
  if (!best) return [];
  const { starts, length } = best;
  const byKind = new Map<number, number[]>();
  for (const at of starts) byKind.set(best.kinds[at]!, [...(byKind.get(best.kinds[at]!) ?? []), at]);
  return [...byKind.values()]
    .sort((a, b) => b.length - a.length || a[0]! - b[0]!)
    .map((of) => ({ length, starts: of }));
}

/** The one finger that is set at a place of alike stretches; null where none is, undefined where they differ. */
function setIn(stopped: readonly Stopped[]): Finger | null | undefined {
  const set = new Set(stopped.flatMap((one) => one.set ?? []));
  return set.size > 1 ? undefined : ([...set][0] ?? null);
}

/**
 * Moments in which a finger that is set in one of the alike places is set in all of them, and the alike places whose fingers do not
 * contradict each other.
 */
export function alikeSet(
  moments: readonly Moment[],
  places: readonly Alike[],
): { moments: readonly Moment[]; places: readonly Alike[] } {
  const next = [...moments];
  const agreeing = places.filter(({ length, starts }) => {
    const set = Array.from({ length }, (_, step) =>
      moments[starts[0]! + step]!.stopped.map((_one, at) =>
        setIn(starts.map((start) => moments[start + step]!.stopped[at]!)),
      ),
    );
    if (set.flat().includes(undefined)) return false;
    for (const start of starts)
      set.forEach((fingers, step) => {
        if (fingers.every((finger) => finger === null)) return;
        const moment = moments[start + step]!;
        const stopped = moment.stopped.map((one, at) => ({ ...one, set: fingers[at] ?? null }));
        next[start + step] = { ...moment, stopped };
      });
    return true;
  });
  return { moments: next, places: agreeing };
}
