/** After the goal: the same figure with one thing changed, so that a hand learns more than one place of it. Common practice, no source. */
import { MAX_FRET } from '../instrument/instrument';
import { titledAs, type Exercise } from '../model/exercise';
import { setSubdivision } from '../passage/edits';
import type { Passage } from '../passage/passage';
import { shiftFrets } from '../passage/range';
import { groupNotes } from '../rhythm/lay';
import { slotsOf } from '../time/slots';

/** An exercise that an exercise leads on to. */
export interface Variation {
  /** What is changed. */
  readonly name: string;
  /** What that trains. */
  readonly trains: string;
  readonly exercise: Exercise;
}

/** So far along the neck: another key, other widths of frets. */
const FRETS_ON = 2;

/** A long note after two: the change falls on every place of the group in turn. */
const LONG_AFTER = [2];

/** All notes so many frets up, or where the neck ends, down; null where neither fits, or an open string would be lost. */
function moved(passage: Passage): { readonly passage: Passage; readonly by: number } | null {
  if (passage.notes.some(({ fret, dead }) => fret === 0 && !dead)) return null;
  const last = slotsOf(passage).at(-1)!;
  const range = { fromTicks: -passage.pickupTicks, toTicks: last.ticks + last.durationTicks };
  const highest = MAX_FRET - (passage.capo ?? 0) - FRETS_ON;
  const isHigh = passage.notes.some(({ fret }) => fret > highest);
  const by = isHigh ? -FRETS_ON : FRETS_ON;
  const shifted = shiftFrets(passage, range, by);
  return shifted && shifted.notes.every(({ fret, dead }) => fret > 0 || dead)
    ? { passage: shifted, by }
    : null;
}

/** What an exercise whose goal is reached may lead on to: another key, another division of the beat, another rhythm; the order of notes stays. */
export function variationsOf(exercise: Exercise): Variation[] {
  const { passage } = exercise;
  if (passage.notes.length === 0) return [];
  const as = (name: string, trains: string, to: Passage): Variation => ({
    ...{ name, trains },
    exercise: {
      ...exercise,
      title: titledAs(exercise.title, `(${name})`),
      passage: to,
      // What was made by a recipe or a file is not what stands here any more.
      ...{
        recipe: null,
        brief: null,
        briefTyped: null,
        origin: null,
        question: null,
        drill: null,
        sourceText: '',
      },
    },
  });
  const key = moved(passage);
  const division = passage.subdivision === 3 ? 4 : 3;
  return [
    ...(key
      ? [
          as(
            key.by > 0 ? 'two frets up' : 'two frets down',
            'the same strokes in another key, on frets of another width',
            key.passage,
          ),
        ]
      : []),
    as(
      division === 3 ? 'in threes' : 'in fours',
      'the same strokes with the accents of the beat on other notes',
      setSubdivision(passage, division),
    ),
    as(
      'a long note after two',
      'every change quickly, with time to look at it after the next note',
      groupNotes(passage, LONG_AFTER, 'long note'),
    ),
  ];
}
