/** Names of strokes and of kinds of change. */
import type { Stroke } from '../passage/passage';
import type { ChangeKind } from './changes';

/** Strokes in words. */
export const STROKE_NAMES: Readonly<Record<Stroke, string>> = { down: 'downstroke', up: 'upstroke' };

/** "a downstroke", "an upstroke". */
export function withArticle(stroke: Stroke): string {
  return `${stroke === 'up' ? 'an' : 'a'} ${STROKE_NAMES[stroke]}`;
}

/** With a capital first letter. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Kinds of change in words. */
export const KIND_NAMES: Readonly<Record<ChangeKind, string>> = {
  alternate: 'same string, alternating',
  repeat: 'same string, same stroke again',
  outside: 'outside',
  inside: 'inside',
  sweep: 'sweep',
  backtrack: 'against the grain',
};
