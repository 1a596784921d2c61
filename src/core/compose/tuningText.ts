/** Tunings as they are written: the names of the open strings with their octaves, thickest first. */
import { Note } from 'tonal';
import { MAX_STRINGS, MIN_STRINGS, type Tuning } from '../instrument/instrument';

/** "E2 A2 D3 G3 B3 E4". */
export function tuningText(tuning: Tuning): string {
  return tuning
    .map((midi) => Note.fromMidiSharps(midi))
    .reverse()
    .join(' ');
}

/** A tuning from its text, or in words why it is none. Octaves are those of scientific pitch: C4 is middle C. */
export function tuningFrom(text: string): Tuning | { readonly fault: string } {
  const names = text.split(/[\s,]+/).filter((name) => name !== '');
  if (names.length < MIN_STRINGS || names.length > MAX_STRINGS)
    return { fault: `${MIN_STRINGS} to ${MAX_STRINGS} strings, not ${names.length}` };
  const midis = names.map((name) => Note.midi(name));
  const wrong = midis.findIndex((midi) => midi === null);
  if (wrong >= 0) return { fault: `“${names[wrong]}” is no note with its octave, such as E2` };
  return midis.map((midi) => midi!).reverse();
}
