/** For tests: scores as another library (musicxml-io) writes them, and what must come of a file. */
import { serialize } from 'musicxml-io';
import type * as Library from 'musicxml-io';
import { expect } from 'vitest';
import { pitchOf, type Passage } from '../passage/passage';
import { checkedPart } from './checked';
import type { ForeignPart, ForeignReading } from './foreign';

type Score = ReturnType<typeof Library.parse>;
type Bar = Score['parts'][number]['measures'][number];
export type Entry = Bar['entries'][number];
type Barline = NonNullable<Bar['barlines']>[number];

const STEPS = ['C', 'C', 'D', 'D', 'E', 'F', 'F', 'G', 'G', 'A', 'A', 'B'] as const;
const SHARP = new Set([1, 3, 6, 8, 10]);
let ids = 0;
export const _id = () => `i${ids++}`;

/** A note or a chord of so many twelfths of a quarter. */
export function n(midi: number | readonly number[], duration = 12, more: object = {}): Entry[] {
  return [midi].flat().map((one, at) => ({
    ...{ _id: _id(), type: 'note', duration, voice: '1', chord: at > 0 },
    pitch: {
      step: STEPS[one % 12]!,
      octave: Math.floor(one / 12) - 1,
      ...(SHARP.has(one % 12) ? { alter: 1 } : {}),
    },
    ...more,
  })) as Entry[];
}
export const OPEN = [64, 59, 55, 50, 45, 40, 35];
/** A note of tab. */
export const tab = (string: number, fret: number, duration = 12, more: object[] = [], open = OPEN): Entry[] =>
  n(open[string - 1]! + fret, duration, {
    notations: [
      ...more,
      { type: 'technical', technical: 'string', string },
      { type: 'technical', technical: 'fret', fret },
    ],
  });
export const rest = (duration = 12): Entry[] =>
  [{ _id: _id(), type: 'note', duration, voice: '1', rest: {} }] as Entry[];
export const back = (duration: number): Entry[] => [{ _id: _id(), type: 'backup', duration }] as Entry[];

export interface BarOf {
  readonly of: readonly (readonly Entry[])[];
  readonly attributes?: object;
  readonly lines?: readonly object[];
  readonly implicit?: boolean;
}
export const bar = (...of: readonly (readonly Entry[])[]): BarOf => ({ of });
export const line = (location: 'left' | 'right', more: object): object => ({ _id: _id(), location, ...more });
export const FORWARD = () => line('left', { repeat: { direction: 'forward' } });
export const BACKWARD = (times?: number) =>
  line('right', { repeat: { direction: 'backward', ...(times ? { times } : {}) } });
export const ending = (number: string, isBack: boolean) => [
  line('left', { ending: { number, type: 'start' } }),
  line('right', {
    ending: { number, type: 'stop' },
    ...(isBack ? { repeat: { direction: 'backward' } } : {}),
  }),
];
const FOUR = { time: { beats: '4', beatType: 4 } };
const TREBLE = { clef: [{ sign: 'G', line: 2, clefOctaveChange: -1 }] };
const NOTE_NAMES = ['C', 'C', 'D', 'D', 'E', 'F', 'F', 'G', 'G', 'A', 'A', 'B'];
/** A tab staff of some strings. */
export const tabStaff = (open = OPEN.slice(0, 6), more: object = {}) => ({
  clef: [{ sign: 'TAB', line: 5 }],
  staffDetails: [
    {
      staffLines: open.length,
      staffTuning: open.toReversed().map((pitch, at) => ({
        ...{ line: at + 1, tuningStep: NOTE_NAMES[pitch % 12]!, tuningOctave: Math.floor(pitch / 12) - 1 },
        ...(SHARP.has(pitch % 12) ? { tuningAlter: 1 } : {}),
      })),
      ...more,
    },
  ],
});

export interface PartOf {
  readonly name: string;
  readonly bars: readonly BarOf[];
  readonly attributes?: object;
}

export function scoreOf(parts: readonly PartOf[]): Score {
  return {
    _id: _id(),
    metadata: { workTitle: 'Weir' },
    partList: parts.map(({ name }, at) => ({ _id: _id(), type: 'score-part', id: `P${at + 1}`, name })),
    parts: parts.map(({ bars, attributes = TREBLE }, at) => ({
      _id: _id(),
      id: `P${at + 1}`,
      measures: bars.map((one, number) => ({
        ...{ _id: _id(), number: String(one.implicit ? 0 : number + 1), implicit: one.implicit },
        ...(number === 0 ? { attributes: { divisions: 12, ...FOUR, ...attributes, ...one.attributes } } : {}),
        ...(number > 0 && one.attributes ? { attributes: one.attributes } : {}),
        entries: one.of.flat(),
        barlines: one.lines as Barline[] | undefined,
      })),
    })),
  } as Score;
}
export const written = (...parts: readonly PartOf[]): string => serialize(scoreOf(parts));
export const guitar = (...bars: readonly BarOf[]): string => written({ name: 'Guitar', bars });

/** Pitches at beats, those that sound together joined: “60@0 64+67@1”. */
export function heard({ notes, meter, ...rest }: Passage): string {
  const moments = new Map<number, number[]>();
  for (const note of notes) {
    const at = note.onsetTicks / meter.beatTicks;
    moments.set(
      at,
      [...(moments.get(at) ?? []), pitchOf({ notes, meter, ...rest }, note)].sort((a, b) => a - b),
    );
  }
  return [...moments]
    .map(([at, pitches]) => `${pitches.join('+')}@${Math.round(at * 1000) / 1000}`)
    .join(' ');
}
export const places = ({ notes }: Passage) => notes.map(({ string, fret }) => `${string}/${fret}`).join(' ');

/** What is asked of a file: what comes in, part by part, and what is said of it. */
export interface Wanted {
  readonly parts: readonly string[];
  /** Strings and frets of the first part. */
  readonly places?: string;
  readonly said?: readonly RegExp[];
  readonly unsaid?: RegExp;
  readonly passage?: Partial<Passage>;
  readonly loop?: boolean;
  readonly bpm?: number;
}

export function holds(reading: ForeignReading, wanted: Wanted): void {
  const parts: readonly ForeignPart[] = reading.parts ?? [
    { name: '', exercise: reading.exercise, remarks: [] },
  ];
  const came = parts.flatMap(({ exercise }) => (exercise ? [heard(exercise.passage)] : []));
  expect(came).toEqual(wanted.parts);
  const remarks = reading.remarks.join('\n');
  for (const one of wanted.said ?? []) expect(remarks).toMatch(one);
  if (wanted.unsaid) expect(remarks).not.toMatch(wanted.unsaid);
  const { exercise } = reading;
  if (!exercise) return;
  if (wanted.places) expect(places(exercise.passage)).toBe(wanted.places);
  if (wanted.passage) expect(exercise.passage).toMatchObject(wanted.passage);
  if (wanted.loop !== undefined) expect(exercise.policy.loop === true).toBe(wanted.loop);
  if (wanted.bpm !== undefined) expect(exercise.startBpm).toBe(wanted.bpm);
  // Whatever it is, one hand can play it, and it can be kept.
  for (const part of parts) if (part.exercise) expect(checkedPart(part)).toEqual(part);
}

export const q = (...pitches: (number | readonly number[])[]) => pitches.flatMap((one) => n(one));
export const CHOSEN = /Strings and frets are chosen/;
export const words = (type: object): Entry[] =>
  [{ _id: _id(), type: 'direction', directionTypes: [type] }] as unknown as Entry[];
