/** The made-up exercises of the demo: an invented Tuesday class, in keys and shapes of our own. */
import { NO_GOAL, type Finger, type Goal, type PickingPolicy } from '@/core';

export interface DemoExercise {
  readonly title: string;
  readonly tab: string;
  readonly subdivision: number;
  /** One digit a note in order; a dot is none. */
  readonly fingers: string;
  readonly policy: PickingPolicy;
  readonly goal: Goal;
  readonly alsoTrains: string;
  readonly startBpm: number;
  /** Free, or pinned to the change that leaves the note of a number (from 1). */
  readonly notes: readonly { readonly text: string; readonly after?: number }[];
  readonly locks?: readonly {
    readonly note: number;
    readonly stroke: 'down' | 'up';
    readonly reason: string;
  }[];
  /** Notes (from 1) at which the loop begins and before which it ends. */
  readonly loop?: { readonly from: number; readonly before: number };
}

const goal = (parts: Partial<Goal>): Goal => ({ ...NO_GOAL, ...parts });

export const DEMO_EXERCISES: readonly DemoExercise[] = [
  {
    title: 'Gate between two and one',
    tab: `
e|-------7-----|
B|-10-8-----10-|
G|-------------|
D|-------------|
A|-------------|
E|-------------|`,
    subdivision: 4,
    fingers: '4214',
    policy: { kind: 'alternateByNote', start: 'up', loop: true },
    goal: goal({
      kind: 'outside',
      strings: [2, 1],
      technique: 'two-string cell',
      bpm: 96,
      words: 'Let the pick swing wide, the wrist stays loose',
    }),
    alsoTrains: 'the little finger coming down without a knock',
    startBpm: 66,
    notes: [
      {
        text: 'Stop here once a minute and look where the pick stands: on the floor side of string 1.',
        after: 3,
      },
    ],
  },
  {
    title: 'Millrace: three a string to the middle and on',
    tab: `
e|---------------------------------------|
B|-------------------------------9-11-12-|
G|-----------------------8-10-11---------|
D|----------------8-9-11-----------------|
A|---------8-9-11------------------------|
E|-9-11-12-------------------------------|`,
    subdivision: 3,
    fingers: '134124124134134',
    policy: { kind: 'alternateByNote', start: 'down', loop: false },
    goal: goal({
      kind: 'balanced',
      direction: 'floorward',
      technique: 'alternate picking',
      bpm: 120,
      words: 'Say the kind of each change aloud before you play it',
    }),
    alsoTrains: 'triplets with the beat on the first note of each string',
    startBpm: 72,
    notes: [{ text: 'Two outside, two inside. Which of them sounds later? Write it down.' }],
  },
  {
    title: 'Rolling stair in sweeps',
    tab: `
e|-----------------------------------------5-7-9-|
B|---------------------------------5-7-9---------|
G|-------------------------4-6-7-----------------|
D|-----------------4-6-7-------------------------|
A|---------4-5-7---------------------------------|
E|-4-5-7-----------------------------------------|`,
    subdivision: 3,
    fingers: '124124134134134134',
    policy: { kind: 'economy', start: 'down', loop: false },
    goal: goal({
      kind: 'sweep',
      direction: 'floorward',
      technique: 'economy picking',
      bpm: 138,
      words: 'One push from string to string, no second start',
    }),
    alsoTrains: 'even threes: the sweep must not hurry',
    startBpm: 60,
    notes: [{ text: 'Rest the pick on string 5 before it sounds: that is the whole secret.', after: 3 }],
  },
  {
    title: 'Kite string',
    tab: `
e|--------7h11p7--------|
B|-----9---------9------|
G|---8-------------8----|
D|-9------------------9-|
A|----------------------|
E|----------------------|`,
    subdivision: 3,
    fingers: '213141312',
    policy: { kind: 'economy', start: 'down', loop: true },
    goal: goal({
      kind: 'sweep',
      technique: 'sweep picking',
      bpm: 100,
      words: 'The slur at the top turns the hand round',
    }),
    alsoTrains: 'each note stops before the next one sounds',
    startBpm: 50,
    notes: [{ text: 'Lift each finger as the next lands, or it rings like a chord.' }],
  },
  {
    title: 'Over the stile',
    tab: `
e|----------------|
B|----------6-8-9-|
G|----------------|
D|-6-8-9----------|
A|----------------|
E|----------------|`,
    subdivision: 3,
    fingers: '134134',
    policy: { kind: 'alternateByNote', start: 'down', loop: true },
    goal: goal({
      kind: 'outside',
      strings: [4, 2],
      skipped: 1,
      technique: 'string skipping',
      bpm: 108,
      words: 'The skipped string stays silent',
    }),
    alsoTrains: 'damping string 3 with the tip of the first finger',
    startBpm: 58,
    notes: [{ text: 'Make the stroke before the skip larger, and only that one.', after: 3 }],
  },
  {
    title: 'Pocketed left hand',
    tab: `
e|------------------|
B|------------------|
G|-------------x-x--|
D|-------x-x--------|
A|-x-x-x------------|
E|------------------|`,
    subdivision: 4,
    fingers: '.......',
    policy: { kind: 'alternateByNote', start: 'down', loop: true },
    goal: goal({
      kind: 'balanced',
      technique: 'picking hand only',
      words: 'Damp all strings; listen to the pick alone',
    }),
    alsoTrains: 'seven strokes: the second pass starts up and swaps every change',
    startBpm: 70,
    notes: [{ text: 'Seven is odd, so play it an even number of times.' }],
  },
  {
    title: 'Inside knot on four and three',
    tab: `
e|----------------|
B|----------------|
G|----------6-8-9-|
D|-6-8-9----------|
A|----------------|
E|----------------|`,
    subdivision: 3,
    fingers: '134134',
    policy: { kind: 'alternateByNote', start: 'up', loop: true },
    goal: goal({
      kind: 'inside',
      strings: [4, 3],
      technique: 'alternate picking',
      bpm: 110,
      words: 'Small strokes: the gap is the whole room there is',
    }),
    alsoTrains: '',
    startBpm: 64,
    notes: [],
  },
  {
    title: 'Long way round the weir',
    tab: `
e|---------------------------------|---------------------------------|
B|---------------------------5-7---|-9-7-5---------------------------|
G|-------------4-6-7-6-4-7-6-----4-|-------7-6-4-----4---------------|
D|-4-6-7-4-6-7---------------------|-------------7-6---7-6-4-7-6-4-6-|
A|---------------------------------|---------------------------------|
E|---------------------------------|---------------------------------|

e|-----------------------------5-7-|-9-7-5---------------------------|
B|-------------5-7-9-5-7-9-5-7-----|-------9-7-5-9-7-----------------|
G|-4-6-7-4-6-7---------------------|-----------------7-6-4-----4-----|
D|---------------------------------|-----------------------7-6---7-4-|
A|---------------------------------|---------------------------------|
E|---------------------------------|---------------------------------|`,
    subdivision: 4,
    fingers: '',
    policy: { kind: 'alternateByNote', start: 'down', loop: false },
    goal: goal({
      kind: 'balanced',
      technique: 'alternate picking',
      bpm: 104,
      words: 'Sixty-four notes without a break in the swing',
    }),
    alsoTrains: 'staying on the beat over both string changes of a bar',
    startBpm: 76,
    notes: [{ text: 'Count the last bar aloud.' }],
    locks: [{ note: 64, stroke: 'down', reason: 'lands the phrase' }],
  },
  {
    title: 'In by the ford, out by the bridge',
    tab: `
e|-------------------------12-|
B|-------------8-10-8---------|
G|-----7-9-----------9-7-9----|
D|-7-9------------------------|
A|----------------------------|
E|----------------------------|`,
    subdivision: 2,
    fingers: '13131311313',
    policy: { kind: 'alternateByNote', start: 'up', loop: true },
    goal: goal({
      kind: 'outside',
      strings: [3, 2],
      technique: 'alternate picking',
      words: 'The round in the middle is the work',
    }),
    alsoTrains: 'a clean way in and a landing',
    startBpm: 84,
    notes: [{ text: 'Go round four times, then take the bridge.' }],
    loop: { from: 3, before: 11 },
  },
];

/** Ladders that are set already; a goal of null is the exercise's. */
export const DEMO_LADDERS = [
  {
    exercise: 'Kite string',
    player: 'Tamsel',
    startBpm: 44,
    goalBpm: 72,
    stepBpm: 4,
    passes: 6,
    restSeconds: 20,
  },
  {
    exercise: 'Millrace: three a string to the middle and on',
    player: 'Orrin',
    startBpm: 84,
    goalBpm: null,
    stepBpm: 6,
    passes: 4,
    restSeconds: 10,
  },
  {
    exercise: 'Rolling stair in sweeps',
    player: 'Brisa',
    startBpm: 60,
    goalBpm: 120,
    stepBpm: 6,
    passes: 8,
    restSeconds: 5,
  },
  {
    exercise: 'Inside knot on four and three',
    player: 'Ilka',
    startBpm: 66,
    goalBpm: 96,
    stepBpm: 6,
    passes: 4,
    restSeconds: 15,
  },
  {
    exercise: 'Rolling stair in sweeps',
    player: null,
    startBpm: 60,
    goalBpm: null,
    stepBpm: 6,
    passes: 5,
    restSeconds: 15,
  },
] as const;

/** Fingers from the digits, one a note. */
export function fingerAt(fingers: string, index: number): Finger | null {
  const digit = Number(fingers[index]);
  return digit >= 1 && digit <= 4 ? (digit as Finger) : null;
}
