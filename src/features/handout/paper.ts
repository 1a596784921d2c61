/** Paper sizes and how the sheet stands on them. */
import type { Paper } from '@/storage';

/** CSS pixels a millimetre: 96 to the inch. */
export const PIXELS_PER_MM = 96 / 25.4;

/** Width and height in millimetres. */
export const PAPER_MM: Readonly<Record<Paper, readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};

export const PAPER_NAMES: Readonly<Record<Paper, string>> = { a4: 'A4', letter: 'Letter' };

/** Printers leave at least this much of the edge white. */
export const MARGIN_MM = 14;
/** Room for the running head and foot inside the margins. */
export const HEAD_MM = 8;
export const FOOT_MM = 6;

/** The space that a page has for its pieces, in pixels. */
export function contentSize(paper: Paper): { width: number; height: number } {
  const [width, height] = PAPER_MM[paper];
  return {
    width: Math.floor((width - 2 * MARGIN_MM) * PIXELS_PER_MM),
    height: Math.floor((height - 2 * MARGIN_MM - HEAD_MM - FOOT_MM) * PIXELS_PER_MM),
  };
}
