/** Links as QR codes (ISO/IEC 18004), for paper. */
import { correction, generate, type Bitmap2D } from 'lean-qr';
import { toSvgPath } from 'lean-qr/extras/svg';
import type { LinkedExercise } from '@/core/formats';
import { linkAddress } from './linking';

/** Larger ones have modules too small for paper and a phone. */
const MAX_VERSION = 30;
/** Room around it, in modules, as the standard asks for. */
const QUIET = 4;
/** A module is printed so wide, and the whole no wider than that. */
const MODULE_MM = 0.7;
const MAX_EDGE_MM = 60;
/** More is corrected where modules stay so large: finer ones are lost in a blur before they are in dirt. Measured with `zbarimg`. */
const FINE_MM = 0.6;

/** A code to be drawn. */
export interface QrCode {
  /** Of an SVG whose unit is a module. */
  readonly path: string;
  /** Modules along an edge, with the room around. */
  readonly modules: number;
  readonly edgeMm: number;
}

const modulesOf = ({ size }: Bitmap2D): number => size + 2 * QUIET;

function bitmapOf(text: string): Bitmap2D | null {
  const at = (minCorrectionLevel: (typeof correction)['L']): Bitmap2D | null => {
    try {
      return generate(text, { minCorrectionLevel, maxVersion: MAX_VERSION });
    } catch {
      // It does not fit at this level.
      return null;
    }
  };
  const more = at(correction.M);
  return more && MAX_EDGE_MM / modulesOf(more) >= FINE_MM ? more : at(correction.L);
}

/** A text as a code; null where it would be too fine for paper. */
export function qrOf(text: string): QrCode | null {
  const bitmap = bitmapOf(text);
  if (!bitmap) return null;
  const modules = modulesOf(bitmap);
  return { path: toSvgPath(bitmap), modules, edgeMm: Math.min(MAX_EDGE_MM, modules * MODULE_MM) };
}

/** The codes of some exercises, by id, at an address; null for one that is too long. */
export async function codesOf(
  items: readonly ({ readonly id: string } & LinkedExercise)[],
  origin: string,
): Promise<ReadonlyMap<string, QrCode | null>> {
  const codes = items.map(
    async ({ id, exercise, ladder }) =>
      [id, qrOf(await linkAddress([{ exercise, ladder }], origin))] as const,
  );
  return new Map(await Promise.all(codes));
}
