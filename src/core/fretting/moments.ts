/** The moments of a passage that fingers have to do with: single notes, notes struck together, and held spans. */
import { heldSpans } from '../passage/held';
import type { Finger, Note, Technique } from '../passage/passage';

/** A place of the neck that a finger stops. */
export interface Stopped {
  readonly note: Note;
  /** The notes of this moment that it sounds; none where it is only held on. */
  readonly ids: readonly string[];
  /** The finger that the teacher set. */
  readonly set: Finger | null;
  /** The finger that a known pattern gives it. */
  readonly known: Finger | null;
  /** Held since the moment before: its finger stays. */
  readonly carried: boolean;
}

/** What the hand holds at once. Open and dead notes need no finger. */
export interface Moment {
  /** In the order of their notes. */
  readonly stopped: readonly Stopped[];
  /** Strings that ring open at once with them. */
  readonly open: readonly number[];
  /** Of `stopped`, which is sounded first and which last. */
  readonly enter: number;
  readonly leave: number;
  readonly onsetTicks: number;
  /** How its first note is sounded. */
  readonly technique: Technique;
  /** Whether some of it is held on from before. */
  readonly carries: boolean;
  /** Whether an open or dead note lies between it and the moment before: time to move. */
  readonly freed: boolean;
}

/** Whether a finger stops a note. */
export const isStopped = (note: Note): boolean => note.fret > 0 && note.dead !== true;

/** A pattern of frets on one string as it is known by: the distances from the lowest, "0 2 4". */
export function patternOf(frets: readonly number[]): string {
  const low = Math.min(...frets);
  return frets.map((fret) => fret - low).join(' ');
}

/** Runs of notes on one string, as far as fingers stop them. */
export function runsOf(notes: readonly Note[]): Note[][] {
  const runs: Note[][] = [];
  for (const note of notes) {
    const run = runs.at(-1);
    if (run?.at(-1)?.string === note.string && isStopped(note) && isStopped(run[0]!)) run.push(note);
    else runs.push([note]);
  }
  return runs.filter((run) => isStopped(run[0]!));
}

/** Notes that begin at one moment. */
function byOnset(notes: readonly Note[]): Note[][] {
  const groups: Note[][] = [];
  for (const note of notes) {
    const last = groups.at(-1);
    if (last?.[0]!.onsetTicks === note.onsetTicks) last.push(note);
    else groups.push([note]);
  }
  return groups;
}

/** A stretch of notes in which no string is taken by another fret, with what is held on from before it. */
interface Phase {
  readonly played: Note[];
  readonly carried: readonly Note[];
}

const placeOf = (note: Note) => (note.dead ? -1 : note.fret);

/** The phases of a held span: a new one begins where a string that is held is taken at another fret. */
function phasesOf(span: readonly Note[]): Phase[] {
  const phases: Phase[] = [];
  const held = new Map<number, Note>();
  for (const group of byOnset(span)) {
    const takes = group.some((note) => {
      const before = held.get(note.string);
      return before !== undefined && placeOf(before) !== placeOf(note);
    });
    if (phases.length === 0 || takes) phases.push({ played: [], carried: [...held.values()] });
    phases.at(-1)!.played.push(...group);
    for (const note of group) held.set(note.string, note);
  }
  return phases;
}

function momentOf(
  { played, carried }: Phase,
  known: ReadonlyMap<string, Finger>,
  freed: boolean,
): Moment | null {
  const isHeldOn = (note: Note) =>
    carried.some((one) => one.string === note.string && one.fret === note.fret);
  const taken = new Set(played.map(({ string }) => string));
  const places = new Map<number, Note[]>();
  for (const note of played)
    if (isStopped(note)) places.set(note.string, [...(places.get(note.string) ?? []), note]);
  const own = [...places.values()].map((notes): Stopped => ({
    note: notes[0]!,
    ids: notes.map(({ id }) => id),
    set: notes.find(({ finger }) => finger)?.finger ?? null,
    known: known.get(notes[0]!.id) ?? null,
    carried: isHeldOn(notes[0]!),
  }));
  if (own.length === 0) return null;
  const on = carried
    .filter((note) => isStopped(note) && !taken.has(note.string))
    .map((note): Stopped => ({ note, ids: [], set: note.finger ?? null, known: null, carried: true }));
  const open = [...played, ...carried.filter(({ string }) => !taken.has(string))]
    .filter((note) => note.fret === 0 && !note.dead)
    .map(({ string }) => string);
  const last = played.findLast(isStopped)!;
  return {
    stopped: [...own, ...on],
    open,
    enter: 0,
    leave: own.findIndex(({ ids }) => ids.includes(last.id)),
    onsetTicks: own[0]!.note.onsetTicks,
    technique: own[0]!.note.technique,
    carries: on.length > 0 || own.some(({ carried: isOn }) => isOn),
    freed,
  };
}

/** The moments of some notes, which are in their order; `known` by pattern of frets on one string. */
export function momentsOf(
  notes: readonly Note[],
  known: ReadonlyMap<string, readonly Finger[]> | undefined,
): Moment[] {
  const knownFinger = new Map<string, Finger>();
  if (known?.size)
    for (const run of runsOf(notes)) {
      const fingers = known.get(patternOf(run.map(({ fret }) => fret)));
      run.forEach(({ id }, at) => fingers && knownFinger.set(id, fingers[at]!));
    }
  const spanOf = new Map<string, number>();
  const spans = heldSpans(notes);
  spans.forEach((span, number) => span.notes.forEach(({ id }) => spanOf.set(id, number)));
  const phases: Phase[] = [];
  const done = new Set<number>();
  for (const group of byOnset(notes)) {
    const numbers = new Set(group.flatMap(({ id }) => spanOf.get(id) ?? []));
    const loose = group.filter(({ id }) => !spanOf.has(id));
    for (const number of numbers)
      if (!done.has(number)) {
        done.add(number);
        phases.push(...phasesOf(spans[number]!.notes));
      }
    if (loose.length > 0) phases.push({ played: loose, carried: [] });
  }
  const moments: Moment[] = [];
  let freed = false;
  for (const phase of phases) {
    const moment = momentOf(phase, knownFinger, freed || !isStopped(phase.played[0]!));
    freed = moment === null || !isStopped(phase.played.at(-1)!);
    if (moment) moments.push(moment);
  }
  return moments;
}
