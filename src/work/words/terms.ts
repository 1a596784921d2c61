/** The words that the screens use, each with what it means and, where notes can show it, an example. */
import {
  DEFAULT_SETUP,
  emptyPassage,
  planOf,
  putNote,
  setLock,
  type Plan,
  type PolicyKind,
  type Stroke,
} from '@/core';

/** A few notes that show a word. */
interface Example {
  /** "string.fret" of each note, one a slot; a stroke behind it is locked: "3.5d". */
  readonly notes: string;
  readonly kind?: PolicyKind;
  readonly start?: Stroke;
  readonly loop?: boolean;
  /** What is to be seen. */
  readonly shows: string;
}

export interface Term {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  /** Other words that somebody may look for. */
  readonly also: string;
  readonly example?: Example;
}

export const TERMS = [
  {
    id: 'change',
    name: 'String change',
    says: 'Two picked notes in a row on different strings. Each is outside, inside, a sweep or against the grain, by its strokes and its way.',
    also: 'cross crossing',
  },
  {
    id: 'outside',
    name: 'Outside change',
    says: 'Both strings are struck from their outer sides: down on the ceiling-side string, then up on the floor-side one, or the reverse. The pick goes round both.',
    also: 'outer outside picking',
    example: {
      notes: '4.5 3.7 4.5 3.7',
      shows: 'Down on string 4, up on string 3: three changes, all outside.',
    },
  },
  {
    id: 'inside',
    name: 'Inside change',
    says: 'Both strings are struck from the gap between them: up on the ceiling-side string, then down on the floor-side one, or the reverse. The pick is shut in between.',
    also: 'inner inside picking',
    example: {
      ...{ notes: '4.5 3.7 4.5 3.7', start: 'up' },
      shows: 'Up on string 4, down on string 3: three changes, all inside.',
    },
  },
  {
    id: 'sweep',
    name: 'Sweep',
    says: 'Both notes with one stroke in the direction of travel: the pick falls through one string and rests on the next.',
    also: 'rake arpeggio economy',
    example: { notes: '4.7 3.7 2.8 1.7', kind: 'sweep', shows: 'One downstroke over four strings.' },
  },
  {
    id: 'backtrack',
    name: 'Against the grain',
    says: 'Both notes with the same stroke against the direction of travel: the pick has to be carried back over the string. Rarely wanted.',
    also: 'backtrack',
    example: { notes: '3.5d 4.7d', shows: 'Two downstrokes, though the second lies on the ceiling side.' },
  },
  {
    id: 'repeat',
    name: 'Same stroke again',
    says: 'The same stroke twice on one string: alternation is broken, by a lock or by the policy.',
    also: 'break double downstroke',
    example: { notes: '3.5d 3.7d 3.5', shows: 'Down, down, up on one string.' },
  },
  {
    id: 'exit',
    name: 'Exit stroke',
    says: 'The last picked stroke on a string before it is left. It decides how the pick comes out: everything else about a change follows from it.',
    also: 'escape last stroke leave',
    example: {
      notes: '5.5 5.7 5.8 4.5 4.7 4.9',
      shows: 'Three notes a string: string 5 is left with a downstroke, string 4 is begun with an upstroke.',
    },
  },
  {
    id: 'slant',
    name: 'Slant',
    says: 'The tilt of the pick. One slant lets downstrokes out of the strings, the other upstrokes: as long as all exits are of one stroke, one slant is enough. How a slant is named is a setting under Drawing and words.',
    also: 'tilt angle pickslanting grip',
    example: {
      ...{ notes: '5.5 5.7 4.5 4.7 3.4 3.6', kind: 'oneSlant' },
      shows: 'Two notes a string: every exit is an upstroke, one slant carries through.',
    },
  },
  {
    id: 'sides',
    name: 'Ceiling side, floor side',
    says: 'Where a string lies from another when the guitar is held. String 1 is the thinnest, nearest the floor; 6 the thickest. Nothing here is called upper or lower, which is also said of pitch.',
    also: 'upper lower high low thick thin',
  },
  {
    id: 'skip',
    name: 'String skip',
    says: 'A change over one or more strings that are not played. It is outside or inside like any other, over a longer way.',
    also: 'skipping jump',
    example: { notes: '5.5 3.7 5.5 3.7', shows: 'From string 5 to 3 and back: string 4 is passed over.' },
  },
  {
    id: 'per-string',
    name: 'Notes per string',
    says: 'How many notes are played on a string before it is left. In alternation an even number keeps the same stroke for every exit, an odd one turns it each time.',
    also: 'three notes a string 3nps',
    example: {
      notes: '6.5 6.7 6.8 5.5 5.7 5.8 4.5 4.7 4.9',
      shows:
        'Three a string: string 6 is left with a downstroke, string 5 with an upstroke; one change is outside, the other inside.',
    },
  },
  {
    id: 'seam',
    name: 'Seam of the loop',
    says: 'The change from the last picked note to the first when a figure goes round. In alternation an odd number of notes turns every stroke the second time round.',
    also: 'loop repeat round',
    example: {
      ...{ notes: '3.5 3.7 2.5', loop: true },
      shows: 'Three notes round and round: two passes, each with the other strokes.',
    },
  },
  {
    id: 'picked',
    name: 'Picked note',
    says: 'Sounded by the pick. A slurred note (hammer-on, pull-off, legato slide) or a tapped one is not: it takes no stroke, and what lies on both sides of it is one change.',
    also: 'slur hammer pull legato tap',
  },
  {
    id: 'roll',
    name: 'Roll, hop, finger change',
    says: 'What the left hand does at a change: the same finger on the next string at the same fret, the same finger at another fret, or another finger that takes over.',
    also: 'left hand barre fingers',
  },
  {
    id: 'clean',
    name: 'Clean tempo',
    says: 'The tempo at which four runs in five come out clean. It is worked out from the verdicts, with its margin; a handful of runs says little.',
    also: 'tempo bpm measure',
  },
  {
    id: 'ladder',
    name: 'Ladder',
    says: 'The ordered tempo steps of an exercise, from where it is safe to where it is wanted. What counts as clean enough to climb is a rule of the ladder.',
    also: 'steps tempo metronome',
  },
  {
    id: 'exposure',
    name: 'Exposure',
    says: 'How often a kind of change was played, or will be: its changes in all passes. Balance asks that outside and inside are met alike often.',
    also: 'balance count load',
  },
] as const satisfies readonly Term[];

export type TermId = (typeof TERMS)[number]['id'];

const WRITTEN = /^([1-9])\.(\d+)([du])?$/;

/** What an example shows, planned. */
export function examplePlan({
  notes,
  kind = 'alternateByNote',
  start = 'down',
  loop = false,
}: Example): Plan {
  const empty = emptyPassage();
  const slotTicks = empty.meter.beatTicks / empty.subdivision;
  const written = notes.split(' ').map((one) => WRITTEN.exec(one)!);
  const laid = written.reduce(
    (passage, [, string, fret], at) => putNote(passage, at * slotTicks, Number(string), Number(fret)),
    { ...empty, lengthTicks: written.length * slotTicks },
  );
  const locked = written.reduce((passage, [, , , letter], at) => {
    const { id } = passage.notes[at]!;
    return letter ? setLock(passage, [id], { stroke: letter === 'd' ? 'down' : 'up' }) : passage;
  }, laid);
  const slant = kind === 'oneSlant' ? { slant: 'either' as const } : {};
  return planOf(locked, { kind, start, loop, ...slant }, DEFAULT_SETUP);
}

/** The words that hold all of what is looked for, in any of their texts; all of them for nothing. */
export function findTerms(wanted: string): readonly Term[] {
  const parts = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  return TERMS.filter(({ name, says, also }) => {
    const text = `${name} ${says} ${also}`.toLowerCase();
    return parts.every((part) => text.includes(part));
  });
}
