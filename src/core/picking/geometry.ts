/**
 * Where the pick is. Gap g lies on the floor side of string g + 1 and on the ceiling side of string g, so gap 0 is
 * beyond string 1 and gap N beyond string N. A downstroke takes the pick floorward, to smaller gaps.
 */
import type { Stroke } from '../passage/passage';

/** The strings that one stroke sounds, as the range from the thinnest to the thickest string number. */
export interface Span {
  readonly thinnest: number;
  readonly thickest: number;
}

/** The first string that a stroke over a span meets. */
export function entryString(span: Span, stroke: Stroke): number {
  return stroke === 'down' ? span.thickest : span.thinnest;
}

/** The last string that a stroke over a span sounds. */
export function exitString(span: Span, stroke: Stroke): number {
  return stroke === 'down' ? span.thinnest : span.thickest;
}

/** The gap from which a stroke starts. */
export function gapBefore(span: Span, stroke: Stroke): number {
  return stroke === 'down' ? span.thickest : span.thinnest - 1;
}

/** The gap in which a stroke ends. */
export function gapAfter(span: Span, stroke: Stroke): number {
  return stroke === 'down' ? span.thinnest - 1 : span.thickest;
}

/** How many string lines the pick passes silently between two strokes. */
export function crossingsBetween(from: Span, fromStroke: Stroke, to: Span, toStroke: Stroke): number {
  return Math.abs(gapAfter(from, fromStroke) - gapBefore(to, toStroke));
}

/** Strings from the exit of one pick to the entry of the next; positive is floorward, 0 the same string. */
export function stringsFloorward(from: Span, fromStroke: Stroke, to: Span, toStroke: Stroke): number {
  return exitString(from, fromStroke) - entryString(to, toStroke);
}
