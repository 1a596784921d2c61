/** What happens between two picks: the kind of change, what is crossed, and which slant helps the pick out. */
import type { Stroke } from '../passage/passage';
import { crossingsBetween, stringsFloorward, type Span } from './geometry';

/** `alternate` and `repeat` stay on a string; `backtrack` is the change against the grain. */
export type ChangeKind = 'alternate' | 'repeat' | 'outside' | 'inside' | 'sweep' | 'backtrack';

/** Named by the pick's grip end: with the grip end up (upward) downstrokes come out of the strings. */
export type Slant = 'upward' | 'downward';

/** The string on which a stroke comes to rest: the next one in its direction, whatever is played next. */
export const restString = (string: number, stroke: Stroke): number => string + (stroke === 'down' ? -1 : 1);

/** Whether the pick leaves the plane of the strings or comes to rest on the next string. */
export type Contact = 'clear' | 'rest';

export type Direction = 'floorward' | 'ceilingward';

export interface StringChange {
  /** Index of the pick before the change. */
  readonly from: number;
  /** Index of the pick after it; in a loop the last change goes to 0. */
  readonly to: number;
  readonly kind: ChangeKind;
  /** Strings passed over between the two that are played. */
  readonly skipped: number;
  /** String lines that the pick passes without sounding them. */
  readonly crossings: number;
  /** Null on one string. */
  readonly travel: Direction | null;
  /** The slant that the exit asks for; null when nothing is asked. */
  readonly slant: Slant | null;
  readonly contact: Contact | null;
}

/** A pick as outside callers give it; one over several strings gives them in `strings`. */
export interface PickInput {
  readonly string: number;
  readonly strings?: readonly number[];
  readonly stroke: Stroke;
}

/** The kind of the change between two picks, from the strokes and the direction of travel. */
export function kindOf(fromStroke: Stroke, toStroke: Stroke, floorward: number): ChangeKind {
  if (floorward === 0) return fromStroke === toStroke ? 'repeat' : 'alternate';
  const withTravel: Stroke = floorward > 0 ? 'down' : 'up';
  if (fromStroke === toStroke) return fromStroke === withTravel ? 'sweep' : 'backtrack';
  return fromStroke === withTravel ? 'outside' : 'inside';
}

/** Whether the pick leaves the strings or rests on the next; null where nothing is asked. */
export function contactOf(kind: ChangeKind, skipped: number): Contact | null {
  return kind === 'alternate' ? null : kind === 'sweep' && skipped === 0 ? 'rest' : 'clear';
}

/** The slant that helps an exit: out of the strings after its stroke, or on to the next string. */
export function slantOf(contact: Contact | null, exitStroke: Stroke): Slant | null {
  if (contact === null) return null;
  return (contact === 'clear') === (exitStroke === 'down') ? 'upward' : 'downward';
}

/** The way of a change from the strings it goes floorward. */
export function travelOf(floorward: number): Direction | null {
  return floorward === 0 ? null : floorward > 0 ? 'floorward' : 'ceilingward';
}

function describeChange(
  from: number,
  a: Span,
  aStroke: Stroke,
  to: number,
  b: Span,
  bStroke: Stroke,
): StringChange {
  const floorward = stringsFloorward(a, aStroke, b, bStroke);
  const kind = kindOf(aStroke, bStroke, floorward);
  const skipped = Math.max(0, Math.abs(floorward) - 1);
  const contact = contactOf(kind, skipped);
  const crossings = crossingsBetween(a, aStroke, b, bStroke);
  return {
    from,
    to,
    kind,
    skipped,
    crossings,
    travel: travelOf(floorward),
    slant: slantOf(contact, aStroke),
    contact,
  };
}

/**
 * The changes between successive picks, in order; with `loop` also the one from the last pick to the first (a loop of
 * one pick connects to itself). For a loop of several passes the caller gives the picks of all of them.
 */
export function describeChanges(
  picks: readonly PickInput[],
  options: { loop?: boolean } = {},
): StringChange[] {
  const spans = picks.map(({ string, strings }): Span => {
    const all = strings?.length ? strings : [string];
    return { thinnest: Math.min(...all), thickest: Math.max(...all) };
  });
  const count = options.loop ? picks.length : picks.length - 1;
  return Array.from({ length: Math.max(0, count) }, (_, from) => {
    const to = (from + 1) % picks.length;
    return describeChange(from, spans[from]!, picks[from]!.stroke, to, spans[to]!, picks[to]!.stroke);
  });
}

/** Whether a change goes from one string to another. */
export function isStringChange(change: { readonly travel: Direction | null }): boolean {
  return change.travel !== null;
}

/** How the slants of a line are called: none asked, one only, or both. */
export type SlantClass = 'free' | 'one slant' | 'both slants';

/** Where the slant turns: right after the crossing (early) or at the last pick before the next one (late). */
export interface SlantSwitch {
  readonly early: number;
  readonly late: number;
  readonly towards: Slant;
}

/** The slants that a line asks for and where they switch, around the seam too when it is looped. */
export function slantsOf(
  changes: readonly StringChange[],
  pickCount: number,
  loop: boolean,
): { class: SlantClass; slants: Slant[]; switches: SlantSwitch[] } {
  const asking = changes.filter((change) => change.slant !== null);
  const slants = [...new Set(asking.map((change) => change.slant!))];
  const switches: SlantSwitch[] = [];
  const last = loop ? asking.length : asking.length - 1;
  for (let at = 0; at < last; at++) {
    const a = asking[at]!;
    const b = asking[(at + 1) % asking.length]!;
    if (a.slant !== b.slant)
      switches.push({ early: (a.from + 1) % pickCount, late: b.from % pickCount, towards: b.slant! });
  }
  const name = slants.length === 0 ? 'free' : slants.length === 1 ? 'one slant' : 'both slants';
  return { class: name, slants, switches };
}
