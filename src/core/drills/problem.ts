/** A figure for a change that is a problem, where there is no exercise to cut it out of. */
import { newExercise, NO_GOAL, type Exercise } from '../model/exercise';
import { MAX_BPM, MIN_BPM } from '../model/tempo';
import { pitchAt, STANDARD_TUNING } from '../instrument/instrument';
import { setSubdivision } from '../passage/edits';
import { emptyPassage } from '../passage/empty';
import type { Note, Stroke } from '../passage/passage';
import { otherStroke, type PickingPolicy } from '../picking/policy';

/** What falls apart when a student plays: a kind of change between two strings. */
export interface TeachingProblem {
  readonly kind: 'outside' | 'inside' | 'sweep';
  readonly from: number;
  readonly to: number;
}

/**
 * Three notes of G major on each string of the usual tuning (the thinnest first), from fret 7, where frets lie close: our own choice. A test holds
 * them against a library.
 */
const FRETS = [
  [7, 8, 10],
  [7, 8, 10],
  [7, 9, 11],
  [7, 9, 10],
  [7, 9, 10],
  [7, 8, 10],
];

/** Of the tempo at which it falls apart: a fifth below it, where it holds, and a step beyond it. Common practice, no source. */
const START_SHARE = 0.8;
const GOAL_SHARE = 1.1;

/** Where the ladder of a change begins and ends, in whole bpm, that falls apart at a tempo. */
export function temposFor(breaksAtBpm: number): { readonly startBpm: number; readonly goalBpm: number } {
  const bounded = (bpm: number) => Math.max(MIN_BPM, Math.min(MAX_BPM, Math.round(bpm)));
  return { startBpm: bounded(breaksAtBpm * START_SHARE), goalBpm: bounded(breaksAtBpm * GOAL_SHARE) };
}

/** The stroke that the change leaves its string with. */
function exitStroke({ kind, from, to }: TeachingProblem): Stroke {
  const withTravel: Stroke = from > to ? 'down' : 'up';
  return kind === 'inside' ? otherStroke(withTravel) : withTravel;
}

/**
 * Some notes on each of the two strings, round, so that the change is of the same kind both ways: three, since odd numbers keep
 * outside and inside at the seam; two for a sweep, which enters a string with one stroke and leaves it, back, with the other.
 * @throws RangeError where both strings are the same or one is not there.
 */
export function problemExercise(problem: TeachingProblem): Exercise {
  const { kind, from, to } = problem;
  if (from === to) throw new RangeError('A change goes from one string to another.');
  for (const string of [from, to]) pitchAt(STANDARD_TUNING, string, 0);
  // Three notes a string in triplets, two in four a beat: each string begins on a beat or half of it.
  const each = kind === 'sweep' ? 2 : 3;
  const grid = setSubdivision(emptyPassage(), each === 3 ? 3 : 4);
  const slotTicks = grid.meter.beatTicks / grid.subdivision;
  const note = (string: number, fret: number, at: number): Note => ({
    id: `n${at + 1}`,
    string,
    fret,
    onsetTicks: at * slotTicks,
    durationTicks: slotTicks,
    technique: 'pick',
  });
  const fretsOn = (string: number) => FRETS[string - 1]!.slice(0, each);
  const notes = [
    ...fretsOn(from).map((fret, at) => note(from, fret, at)),
    ...fretsOn(to)
      .reverse()
      .map((fret, at) => note(to, fret, each + at)),
  ];
  // Three notes in alternation end with the stroke that they began with, two with the other.
  const exit = exitStroke(problem);
  const policy: PickingPolicy = {
    kind: kind === 'sweep' ? 'economy' : 'alternateByNote',
    start: kind === 'sweep' ? otherStroke(exit) : exit,
    loop: true,
    ...(kind === 'sweep' && Math.abs(from - to) > 1 ? { travelOverSkips: true } : {}),
  };
  const passage = { ...grid, lengthTicks: notes.length * slotTicks, notes, nextNoteNumber: notes.length + 1 };
  const strings: [number, number] = [Math.max(from, to), Math.min(from, to)];
  return {
    ...newExercise(`${kind[0]!.toUpperCase()}${kind.slice(1)} from ${from} to ${to}`, passage),
    policy,
    goal: {
      ...NO_GOAL,
      kind,
      strings,
      skipped: Math.abs(from - to) - 1,
      direction: from > to ? 'floorward' : 'ceilingward',
    },
  };
}
