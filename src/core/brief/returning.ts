/**
 * A figure that returns, moved: lines are sought near one whose first notes come again some steps of the scale on. It is a wish for
 * taste, not a condition: what returns stands first, and no proof speaks of it.
 */
import type { Brief } from '../model/brief';
import { pitchOf, type Passage } from '../passage/passage';
import { pitchClasses } from './brief';
import type { Place } from './grid';

/** What each return of the figure makes up for, in the steps of `WEIGHTS`: judged, no source. */
const EACH_RETURN = 6;

/** Pitch classes of the tones from C upward. */
const classesUpward = ({ tones }: Brief) => [...new Set(pitchClasses(tones))].sort((a, b) => a - b);

/** The number of a pitch among all notes of the tones, upward from the lowest; −1 for one that is none. */
function degreeOf(pitch: number, classes: readonly number[]): number {
  const at = classes.indexOf(pitch % 12);
  return at < 0 ? -1 : Math.floor(pitch / 12) * classes.length + at;
}

/** The pitch of such a number. */
const pitchOfDegree = (degree: number, classes: readonly number[]) =>
  12 * Math.floor(degree / classes.length) + classes[degree % classes.length]!;

/** How often the first so many notes of a line come again, group after group, moved by steps of the tones; of a run straight on never. */
export function returnsIn(brief: Brief, passage: Passage): number {
  const { returns: size } = brief;
  if (!size) return 0;
  const classes = classesUpward(brief);
  const degrees = passage.notes.map((note) => degreeOf(pitchOf(passage, note), classes));
  // A run that goes straight on is no figure that returns.
  const steps = degrees.slice(1, 2 * size).map((degree, at) => degree - degrees[at]!);
  if (steps.every((step) => step === steps[0])) return 0;
  let count = 0;
  for (let from = size; from + size <= degrees.length; from += size) {
    const moved = degrees[from]! - degrees[0]!;
    const isSame = degrees.slice(from, from + size).every((degree, at) => degree - degrees[at]! === moved);
    if (moved !== 0 && isSame) count++;
  }
  return count;
}

/** What a line of some cost ranks by where a figure should return. */
export const rankCost = (cost: number, returns: number): number => cost - EACH_RETURN * returns;

/** Where a pitch lies nearest to a place; null where it has none. */
function nearestTo(from: Place, pitch: number, places: readonly Place[]): Place | null {
  const away = ({ string, fret }: Place) => 2 * Math.abs(string - from.string) + Math.abs(fret - from.fret);
  const there = places.filter((place) => place.pitch === pitch);
  return there.reduce<Place | null>(
    (best, place) => (best && away(best) <= away(place) ? best : place),
    null,
  );
}

/** What a place beside the line that is leaned to pays while it is sought. */
const LEANING = 6;

/** Steps of the tones that a figure goes on by each time. */
const MOVES = [1, -1, 2, -2] as const;

/** Briefs that lean to a line whose figure returns, one for each way it may go on, as far as the neck goes. */
export function returningBriefs(brief: Brief, passage: Passage, places: readonly Place[]): Brief[] {
  const { returns: size, ...rest } = brief;
  if (!size || brief.likeness) return [];
  const classes = classesUpward(brief);
  const figure = passage.notes
    .slice(0, size)
    .map(({ string, fret }) => places.find((place) => place.string === string && place.fret === fret));
  if (figure.some((place) => place === undefined)) return [];
  return MOVES.flatMap((by) => {
    const line = figure.map((place) => place!);
    while (line.length < brief.notes) {
      const at = line.length % size;
      const degree = degreeOf(line[at]!.pitch, classes) + by * Math.floor(line.length / size);
      const next = degree < 0 ? null : nearestTo(line.at(-1)!, pitchOfDegree(degree, classes), places);
      if (!next) break;
      line.push(next);
    }
    if (line.length < 2 * size) return [];
    return [
      {
        ...rest,
        likeness: {
          wish: 'like' as const,
          steps: LEANING,
          places: line.map(({ string, fret }) => ({ string, fret })),
        },
      },
    ];
  });
}
