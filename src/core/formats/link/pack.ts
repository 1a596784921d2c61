/** Exercises as small values for a link: the notes in columns, and only what is otherwise than at first. */
import { DEFAULT_START_BPM, newExercise, type Exercise } from '../../model/exercise';
import { FRESH_LADDER, type KeptLadder } from '../../tempo/climb';
import type { Note, Passage, Technique } from '../../passage/passage';

/** An exercise as a link carries it: no names, no record, no notes to a student. */
export interface LinkedExercise {
  readonly exercise: Exercise;
  /** Whoever opens it may take it over; null: none. */
  readonly ladder: KeptLadder | null;
}

/** By their numbers in a link: new ones come behind. */
const TECHNIQUES: readonly Technique[] = ['pick', 'hammer', 'pull', 'slide', 'tap'];

/** What of an exercise goes into a link besides its notes. */
const FIELDS = ['title', 'policy', 'goal', 'alsoTrains', 'startBpm', 'cues', 'hand'] as const;

/** Marks of a note that are not in columns. */
type Marks = Omit<Note, 'id' | 'string' | 'fret' | 'onsetTicks' | 'durationTicks' | 'technique' | 'finger'>;

/** An exercise, packed. */
export interface Packed {
  /** Fields that are not as at first. */
  readonly x: Readonly<Record<string, unknown>>;
  /** The passage without its notes. */
  readonly p: Omit<Passage, 'notes' | 'nextNoteNumber'>;
  /** Ticks of the unit that times are given in. */
  readonly u: number;
  /** String, fret, onset after the note before, length, technique and finger of each note. */
  readonly n: readonly (readonly number[])[];
  /** Other marks, by the place of the note. */
  readonly m: Readonly<Record<string, Marks>>;
  /** A ladder's fields that are not as at first; null: none. */
  readonly l: Readonly<Record<string, unknown>> | null;
}

const gcd = (a: number, b: number): number => (b === 0 ? Math.abs(a) : gcd(b, a % b));

/** What is otherwise than in another value, field by field. */
const otherThan = (some: object, first: object): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(some).filter(
      ([name, value]) => JSON.stringify(value) !== JSON.stringify(first[name as keyof typeof first]),
    ),
  );

const first = () => {
  const { title: _, ...fields } = newExercise('', null as unknown as Passage);
  return fields;
};

/** Packs an exercise and its ladder. */
export function packed({ exercise, ladder }: LinkedExercise): Packed {
  const { notes, nextNoteNumber: _, ...grid } = exercise.passage;
  const times = notes.flatMap(({ onsetTicks, durationTicks }) => [onsetTicks, durationTicks]);
  const unit = Math.max(1, times.reduce(gcd, 0));
  const marks: [string, Marks][] = [];
  const columns: number[][] = [[], [], [], [], [], []];
  let before = 0;
  notes.forEach((note, at) => {
    const { id: _id, string, fret, onsetTicks, durationTicks, technique, finger, ...more } = note;
    const row = [
      ...[string, fret, (onsetTicks - before) / unit, durationTicks / unit],
      ...[TECHNIQUES.indexOf(technique), finger ?? 0],
    ];
    row.forEach((value, column) => columns[column]!.push(value));
    before = onsetTicks;
    if (Object.keys(more).length > 0) marks.push([String(at), more]);
  });
  const own = Object.fromEntries(FIELDS.map((name) => [name, exercise[name]]));
  return {
    x: otherThan(own, first()),
    p: grid,
    u: unit,
    n: columns,
    m: Object.fromEntries(marks),
    l: ladder && otherThan(ladder, FRESH_LADDER),
  };
}

/** Unpacks what was packed; whatever it is made of is not judged here. @throws where it is no such value at all. */
export function unpacked({ x, p, u, n, m, l }: Packed): LinkedExercise {
  let before = 0;
  const notes = n[0]!.map((string, at): Note => {
    before += n[2]![at]! * u;
    const finger = n[5]![at]!;
    return {
      id: `n${at + 1}`,
      string,
      fret: n[1]![at]!,
      onsetTicks: before,
      durationTicks: n[3]![at]! * u,
      technique: TECHNIQUES[n[4]![at]!]!,
      ...(finger === 0 ? {} : { finger: finger as NonNullable<Note['finger']> }),
      ...m[String(at)],
    };
  });
  const passage: Passage = { ...p, notes, nextNoteNumber: notes.length + 1 };
  const fields = Object.fromEntries(Object.entries(x).filter(([name]) => FIELDS.includes(name as 'title')));
  return {
    exercise: { ...newExercise('', passage), ...fields },
    ladder: l && ({ startBpm: DEFAULT_START_BPM, ...FRESH_LADDER, ...l } as KeptLadder),
  };
}
