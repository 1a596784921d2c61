/** What is added to each note of a line: the notes that it is reached from, a pedal note, and repeats. */
import { fault, type Fault } from './faults';
import { isSamePlace, sound, type Line, type Sound } from './line';
import type { Recipe } from '../model/recipe';
import { lastFret } from './rows';
import { scaleTones } from './tones';

/** Steps up to the note that approaches from above: the next of the scale, or a semitone where there is none. */
function stepAbove(pitch: number, tones: ReadonlySet<number> | null): number {
  if (!tones) return 1;
  let step = 1;
  while (step < 12 && !tones.has((pitch + step) % 12)) step++;
  return step;
}

/** A pitch on a string, or on the next thicker ones where it lies below the nut; null where it has no place. */
function placeOf(pitch: number, from: number, { tuning, capo }: Recipe, last: number): Sound | null {
  for (let string = from; string <= tuning.length; string++) {
    const fret = pitch - tuning[string - 1]! - capo;
    if (fret >= 0) return fret <= last ? sound(string, fret, null) : null;
  }
  return null;
}

/** Whether notes of this recipe can be approached: notes that follow each other, not those of a shape that is held or of damped strings. */
export function canApproach({ source, damped }: Recipe): boolean {
  const isMelodic =
    source.kind === 'scale' ||
    source.kind === 'arpeggio' ||
    (source.kind === 'progression' && source.as === 'arpeggio');
  return isMelodic && !damped;
}

function approached(line: Line, recipe: Recipe): Line | Fault {
  const { approach, source, tuning, capo } = recipe;
  if (!approach || !canApproach(recipe)) return line;
  const tones =
    source.kind === 'scale' ? new Set(scaleTones(source.tonic, source.scale, source.added)) : null;
  const last = lastFret(recipe);
  const full: Sound[] = [];
  for (const note of line) {
    const pitch = tuning[note.string - 1]! + capo + note.fret;
    for (const side of approach.split(' and ')) {
      const to = side === 'below' ? pitch - 1 : pitch + stepAbove(pitch, tones);
      const place = placeOf(to, note.string, recipe, last);
      if (!place) return side === 'below' ? fault('belowNut', -1) : fault('offNeck', last + 1);
      full.push(place);
    }
    full.push(note);
  }
  return full;
}

function withPedal(line: Line, { pedal, tuning, source }: Recipe): Line | Fault {
  if (!pedal || source.kind === 'restStrokes') return line;
  if (tuning[pedal.string - 1] === undefined) return fault('noSuchString', pedal.string);
  const point = sound(pedal.string, pedal.fret, null);
  return line.flatMap((note, at) =>
    at % pedal.every === 0 && !isSamePlace(note, point) ? [point, note] : [note],
  );
}

/** A line with what its recipe adds to each note, or why it has no place. Rests before a note stay before the first of its repeats. */
export function withAdded(line: Line, recipe: Recipe): Line | Fault {
  const near = approached(line, recipe);
  if ('code' in near) return near;
  const full = withPedal(near, recipe);
  const { each = 1, source } = recipe;
  if ('code' in full || each === 1 || source.kind === 'restStrokes') return full;
  return full.flatMap((note) => {
    const { restsBefore: _, ...again } = note;
    return [note, ...Array.from({ length: each - 1 }, () => again)];
  });
}
