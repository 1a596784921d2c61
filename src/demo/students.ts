/** The demo's students, in different states, and their lessons. Everybody is invented. */
import type { PlayerRecord } from '@/core';
import type { Aim, Heard, SetTask } from '@/core/record';
import type { Wish } from '@/core/routine';

/** A student of the demo. Days are counted from the last of the record, forward where they are positive. */
export interface DemoStudent extends Partial<
  Pick<PlayerRecord, 'instrument' | 'goals' | 'cautions' | 'shapesKnown' | 'weekMinutes' | 'lessonEvery'>
> {
  readonly name: string;
  readonly handedness: 'left' | 'right';
  readonly scaleLengthMm: number;
  readonly nextLessonIn?: number;
  readonly isArchived?: boolean;
  readonly aims?: readonly (Omit<Aim, 'exerciseId' | 'by'> & {
    readonly exercise: string | null;
    readonly byIn: number | null;
  })[];
}

export const DEMO_PLAYERS: readonly DemoStudent[] = [
  {
    name: 'Tamsel',
    handedness: 'left',
    scaleLengthMm: 628,
    instrument: 'short-scale electric, 628 mm, light strings',
    goals: 'Kite string at 72 for the summer evening',
    cautions: 'Lifts the left shoulder when it gets fast',
    weekMinutes: [20, 0, 20, 0, 20, 20, 0],
    lessonEvery: 7,
    nextLessonIn: 3,
    aims: [
      { words: 'for the summer evening', exercise: 'Kite string', kind: 'inside', bpm: 72, byIn: 60 },
      {
        words: 'the gate without looking',
        exercise: 'Gate between two and one',
        kind: null,
        bpm: 96,
        byIn: null,
      },
    ],
  },
  {
    name: 'Orrin',
    handedness: 'right',
    scaleLengthMm: 648,
    instrument: 'solid body, 648 mm',
    goals: 'Three a string at 120 without looking',
    weekMinutes: [25, 25, 0, 25, 0, 25, 0],
    lessonEvery: 7,
    nextLessonIn: 1,
    aims: [
      {
        words: 'without looking',
        exercise: 'Millrace: three a string to the middle and on',
        kind: 'inside',
        bpm: 120,
        byIn: 90,
      },
    ],
  },
  {
    name: 'Brisa',
    handedness: 'right',
    scaleLengthMm: 648,
    instrument: 'solid body, 648 mm, heavy strings',
    goals: 'Sweeps for the audition in spring',
    cautions: 'Practises through a tight forearm: ask after every run',
    weekMinutes: [30, 30, 30, 30, 30, 30, 30],
    lessonEvery: 7,
    nextLessonIn: 2,
  },
  {
    name: 'Ilka',
    handedness: 'right',
    scaleLengthMm: 648,
    goals: 'The knot clean at 96',
    weekMinutes: [15, 0, 15, 0, 15, 0, 0],
    lessonEvery: 14,
    nextLessonIn: 5,
  },
  {
    name: 'Peverel',
    handedness: 'right',
    scaleLengthMm: 635,
    goals: 'Keep the hand in between harvests',
    weekMinutes: [0, 0, 20, 0, 0, 20, 0],
    lessonEvery: 7,
    nextLessonIn: -4,
  },
  {
    name: 'Sorrel',
    handedness: 'right',
    scaleLengthMm: 648,
    shapesKnown: 'three a string from D and B',
    weekMinutes: [20, 20, 0, 20, 0, 20, 0],
    lessonEvery: 7,
    nextLessonIn: 4,
  },
  {
    name: 'Jessamy',
    handedness: 'right',
    scaleLengthMm: 628,
    goals: 'Strings in turn without a glance',
    weekMinutes: [15, 15, 15, 15, 15, 0, 0],
    lessonEvery: 7,
    nextLessonIn: 6,
  },
  { name: 'Dunmar', handedness: 'left', scaleLengthMm: 648, lessonEvery: 7, nextLessonIn: 3 },
  { name: 'Amabel', handedness: 'right', scaleLengthMm: 610, lessonEvery: 14, nextLessonIn: 9 },
  {
    name: 'Wenna',
    handedness: 'right',
    scaleLengthMm: 648,
    goals: 'First steps with the pick; plays with the fingers so far',
    weekMinutes: [10, 10, 10, 10, 10, 0, 0],
    lessonEvery: 7,
    nextLessonIn: 4,
  },
  { name: 'Tobin', handedness: 'right', scaleLengthMm: 648, goals: 'Begins after the holidays' },
  { name: 'Corwin', handedness: 'right', scaleLengthMm: 648, goals: 'Moved away', isArchived: true },
];

/** On whom the demo opens: with a record, and a change that fails. */
export const DEMO_FIRST_STUDENT = 'Orrin';

/** A lesson of the demo, so many days before the last of the record. */
export interface DemoLesson {
  readonly player: string;
  readonly ago: number;
  readonly heard: readonly (Omit<Heard, 'exerciseId' | 'title'> & { readonly exercise: string })[];
  readonly said: string;
  readonly set: readonly (Omit<SetTask, 'exerciseId' | 'title'> & { readonly exercise: string })[];
}

const MILLRACE = 'Millrace: three a string to the middle and on';

export const DEMO_LESSONS: readonly DemoLesson[] = [
  {
    player: 'Orrin',
    ago: 6,
    heard: [
      {
        exercise: MILLRACE,
        bpm: 100,
        verdict: 'not clean',
        words: 'The pick hits string 4 from the wrong side.',
      },
    ],
    said: 'It is one change, not the whole line. The hand may stay where it is, the pick has to come out sooner.',
    set: [
      { exercise: MILLRACE, words: 'At 88, six clean runs a day, not faster.' },
      { exercise: 'Inside knot on four and three', words: 'As a warm-up, slowly.' },
    ],
  },
  {
    player: 'Orrin',
    ago: 13,
    heard: [{ exercise: MILLRACE, bpm: 96, verdict: 'clean', words: '' }],
    said: 'Count in threes.',
    set: [{ exercise: MILLRACE, words: '' }],
  },
  {
    player: 'Tamsel',
    ago: 4,
    heard: [{ exercise: 'Kite string', bpm: 64, verdict: 'clean', words: 'Twice in a row.' }],
    said: 'Shoulder down before the first stroke.',
    set: [
      { exercise: 'Kite string', words: 'Up to 68.' },
      { exercise: 'Gate between two and one', words: '' },
    ],
  },
  {
    player: 'Brisa',
    ago: 5,
    heard: [
      { exercise: 'Rolling stair in sweeps', bpm: 76, verdict: 'not clean', words: 'Forearm hard as wood.' },
    ],
    said: 'Half the time, with rests. Stop when it gets tight.',
    set: [
      { exercise: 'Rolling stair in sweeps', words: 'Five minutes, rest, five minutes. No more than 70.' },
    ],
  },
  {
    player: 'Jessamy',
    ago: 7,
    heard: [{ exercise: 'Heron between two reeds', bpm: 54, verdict: 'clean', words: '' }],
    said: '',
    set: [{ exercise: 'Heron between two reeds', words: 'Accent on the first of each string.' }],
  },
  {
    player: 'Wenna',
    ago: 3,
    heard: [],
    said: 'Holds the pick between thumb and first finger, flat. Down and up on one string, nothing more.',
    set: [{ exercise: 'Lamplighter on the third string', words: 'Two minutes a day.' }],
  },
];

/** A week of the demo, that of the last day of the record. */
export interface DemoWeek {
  readonly player: string;
  readonly wishes: readonly (Omit<Wish, 'exerciseId' | 'title'> & { readonly exercise: string })[];
  /** What comes on the days, Monday first, in minutes. */
  readonly visits: readonly Readonly<Record<string, number>>[];
}

const wished = (
  exercise: string,
  days: number,
  minutes: readonly [number, number],
  importance: Wish['importance'] = 'usual',
  isMust = false,
) => ({ exercise, isMust, days, leastMinutes: minutes[0], mostMinutes: minutes[1], importance });

const KNOT = 'Inside knot on four and three';
const FORD = 'In by the ford, out by the bridge';
const FERRY = 'Ferry over four strings';
const STILE = 'Over the stile';

export const DEMO_WEEKS: readonly DemoWeek[] = [
  {
    player: 'Orrin',
    wishes: [
      wished(MILLRACE, 4, [6, 10], 'more', true),
      wished(KNOT, 2, [4, 6]),
      wished(FORD, 3, [4, 8]),
      wished(FERRY, 2, [4, 6], 'less'),
      wished(STILE, 2, [4, 8]),
    ],
    visits: [
      { [MILLRACE]: 8, [FORD]: 6, [KNOT]: 4 },
      { [MILLRACE]: 8, [STILE]: 8 },
      {},
      { [MILLRACE]: 8, [FORD]: 6, [FERRY]: 4 },
      {},
      { [MILLRACE]: 8, [STILE]: 6, [FORD]: 4 },
      {},
    ],
  },
];
