/** Holes of a shape: neighbouring notes further apart than a fourth. */
import type { Line } from './line';
import type { Recipe } from '../model/recipe';

const FOURTH = 5;

/**
 * What is to be said of the widest hole of an arpeggio or chord, between notes next to each other in pitch: "between strings 4 and 3 is a
 * hole of a minor sixth"; empty where none is wider than a fourth, and for all else than chord tones.
 */
export function holeText({ source, tuning, capo }: Recipe, cells: readonly Line[]): string {
  if (source.kind !== 'arpeggio' && source.kind !== 'chord') return '';
  const pitched = (cells[0] ?? [])
    .map(({ string, fret }) => ({ string, pitch: tuning[string - 1]! + capo + fret }))
    .sort((a, b) => a.pitch - b.pitch);
  let widest = { size: FOURTH, from: 0, to: 0 };
  pitched.slice(1).forEach(({ pitch, string }, at) => {
    const size = pitch - pitched[at]!.pitch;
    if (size > widest.size) widest = { size, from: pitched[at]!.string, to: string };
  });
  if (widest.from === 0) return '';
  const where =
    widest.from === widest.to
      ? `On string ${widest.from}`
      : `Between strings ${widest.from} and ${widest.to}`;
  return `${where} is a hole of ${NAMES[widest.size] ?? `${widest.size} semitones`}.`;
}

/** Common names of intervals wider than a fourth, to an octave. */
const NAMES: Readonly<Record<number, string>> = {
  6: 'a tritone',
  7: 'a fifth',
  8: 'a minor sixth',
  9: 'a major sixth',
  10: 'a minor seventh',
  11: 'a major seventh',
  12: 'an octave',
};
