/** Tones of a brief in words. */
import { chordName } from '../compose/names';
import type { Brief } from '../model/brief';

/** "B dorian", "C# minor seventh", "chromatic". */
export function tonesText({ tones }: Brief): string {
  if (tones.kind === 'chromatic') return 'chromatic';
  return `${tones.tonic} ${tones.kind === 'chord' ? chordName(tones.name) : tones.name}`;
}
