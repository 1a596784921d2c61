/**
 * What keeps each string silent while another sounds, and where that is in doubt. Common practice, no source: the picking hand
 * damps the strings on the ceiling side, the fretting hand those on the floor side.
 */
import type { PreferredDampers } from '../passage/dampers';
import { heldSpans } from '../passage/held';
import type { Finger, Note, Passage, Stroke } from '../passage/passage';
import { restString } from '../picking/changes';
import type { Fingering } from './fingering';

export type Damper =
  | 'edge of the palm'
  | 'picking thumb'
  | 'underside of the first finger'
  | 'tip of the finger'
  | 'flattened finger'
  | 'lifted finger'
  | 'pick at rest'
  | 'nothing';

/** How one other string is kept silent while a note sounds. */
export interface DampedString {
  readonly string: number;
  readonly by: Damper;
  /** The finger, where one does it. */
  readonly finger: Finger | null;
}

/** Why a note may be noisy. */
export type NoiseCode =
  /** The string that sounded last has nothing on it. */
  | 'ringsOn'
  /** What stops it has to get there in the same moment. */
  | 'dampersMove'
  /** A finger is lifted off a string that nothing else touches. */
  | 'lifted';

export interface DampingStep {
  readonly noteId: string;
  readonly strings: readonly DampedString[];
  readonly noise: { readonly code: NoiseCode; readonly string: number } | null;
}

/** The palm reaches over the next string by itself; further it has to be moved. */
const PALM_REACH = 1;

/** What of the picking hand lies on the strings on the ceiling side. */
const pickingDamper = ({ damper }: PreferredDampers): Damper =>
  damper === 'picking thumb' ? damper : 'edge of the palm';

/** What lies on a string while a note sounds, apart from what has just left it. */
function restingOn(
  note: Note,
  string: number,
  finger: Finger | null,
  position: number | null,
  stroke: Stroke | null,
  preferred: PreferredDampers,
): DampedString {
  const rest = restString(note.string, stroke ?? 'down');
  if (note.restStroke && string === rest) return { string, by: 'pick at rest', finger: null };
  if (string > note.string) {
    const isNext = finger !== null && string === note.string + 1;
    // Where another finger stops the note the first lies flat enough to touch the neighbour.
    if (isNext && finger !== 1 && preferred.damper === 'underside of the first finger')
      return { string, by: 'underside of the first finger', finger: 1 };
    return isNext
      ? { string, by: 'tip of the finger', finger }
      : { string, by: pickingDamper(preferred), finger: null };
  }
  // The first finger lies across the thinner strings wherever the hand is on the neck.
  return position !== null
    ? { string, by: 'underside of the first finger', finger: 1 }
    : { string, by: 'nothing', finger: null };
}

/** What stops the string that sounded last, as the next note is struck. */
function leaving(
  before: Note,
  beforeFinger: Finger | null,
  note: Note,
  finger: Finger | null,
  resting: DampedString,
  isSwept: boolean,
  preferred: PreferredDampers,
): { damped: DampedString; noise: NoiseCode | null } {
  const isFloorward = note.string < before.string;
  if (before.restStroke || before.dead) return { damped: resting, noise: null };
  // Lifted but still on the string, the finger that stopped a swept note is its damper.
  if (isSwept && beforeFinger !== null && preferred.afterSwept === 'lifted')
    return { damped: { string: before.string, by: 'lifted finger', finger: beforeFinger }, noise: null };
  if (isFloorward) {
    const moved = before.string - note.string > PALM_REACH;
    return {
      damped: { string: before.string, by: pickingDamper(preferred), finger: null },
      noise: moved ? 'dampersMove' : null,
    };
  }
  // Ceilingward the string lies under the fretting hand.
  if (beforeFinger === null)
    return finger === null
      ? { damped: { string: before.string, by: 'nothing', finger: null }, noise: 'ringsOn' }
      : { damped: resting, noise: resting.by === 'nothing' ? 'ringsOn' : 'dampersMove' };
  if (beforeFinger !== finger)
    return { damped: { string: before.string, by: 'flattened finger', finger: beforeFinger }, noise: null };
  // One finger for both: laid down for a roll it still touches, hopping it leaves the string bare.
  if (before.fret === note.fret)
    return { damped: { string: before.string, by: 'flattened finger', finger }, noise: null };
  return finger === 1
    ? {
        damped: { string: before.string, by: 'underside of the first finger', finger: 1 },
        noise: 'dampersMove',
      }
    : { damped: { string: before.string, by: 'nothing', finger: null }, noise: 'lifted' };
}

/** Where the hand is at each note: over an open string it stays where it was, or waits where it goes first. */
function handPositions({ notes }: Passage, { positions }: Fingering, loop: boolean): (number | null)[] {
  const known = notes.map(({ id }) => positions.get(id) ?? null);
  const first = known.find((position) => position !== null) ?? null;
  let now = (loop ? known.findLast((position) => position !== null) : first) ?? null;
  return known.map((position) => (now = position ?? now));
}

/** What sounds as one: the notes of a held span, or those that are struck at one moment. */
interface Sounding {
  readonly notes: readonly Note[];
}

/** What each note sounds together with, by id; a held span is one from its first note to its last. */
function soundingTogether(notes: readonly Note[]): ReadonlyMap<string, Sounding> {
  const together = new Map<string, Sounding>();
  for (const span of heldSpans(notes)) for (const { id } of span.notes) together.set(id, span);
  const struck = new Map<number, Note[]>();
  for (const note of notes)
    if (!together.has(note.id)) struck.set(note.onsetTicks, [...(struck.get(note.onsetTicks) ?? []), note]);
  for (const group of struck.values()) for (const { id } of group) together.set(id, { notes: group });
  return together;
}

/**
 * The damping of a passage note by note, with the places where driven sound will show noise. Strings that are struck together sound
 * together: none is told to damp the other, and all of them are left by what follows; so do the strings of a held span. Dead notes damp
 * themselves. In a loop the last notes lead on to the first.
 * @param strokes of the notes, for what a rest stroke rests on and what is swept; left out: those that are locked, else down.
 * @param preferred which part of which hand damps where more than one could, and a note says nothing else; left out: the edge of the palm,
 * a flattened finger.
 */
export function dampingPlan(
  passage: Passage,
  fingering: Fingering,
  loop: boolean,
  strokes: readonly (Stroke | null)[] = passage.notes.map(({ lock }) => lock?.stroke ?? null),
  preferred: PreferredDampers = {},
): DampingStep[] {
  const { notes, tuning } = passage;
  const hand = handPositions(passage, fingering, loop);
  const soundingOf = soundingTogether(notes);
  const fingerOf = ({ id }: Note) => fingering.fingers.get(id) ?? null;
  const strokeOf = new Map(notes.map(({ id }, at) => [id, strokes[at] ?? null]));
  const isSwept = (from: Note, to: Note) => {
    const [stroke, next] = [strokeOf.get(from.id), strokeOf.get(to.id)];
    return (
      stroke !== undefined &&
      stroke !== null &&
      stroke === next &&
      restString(from.string, stroke) === to.string
    );
  };
  return notes.map((note, at): DampingStep => {
    const prefers = note.damper ? { ...preferred, damper: note.damper } : preferred;
    const own = soundingOf.get(note.id)!;
    // What begins at the same moment is not before it, and neither is the rest of its own span.
    const isBefore = (one: Note) => one.onsetTicks !== note.onsetTicks && soundingOf.get(one.id) !== own;
    const here = notes.slice(0, at).findLast((one) => one.onsetTicks !== note.onsetTicks);
    const last = here ?? (loop ? notes.at(-1) : undefined);
    const left = last && isBefore(last) ? soundingOf.get(last.id)!.notes : [];
    const together = [...own.notes, ...notes.filter((one) => one.onsetTicks === note.onsetTicks)];
    let noise: DampingStep['noise'] = null;
    const strings = tuning.flatMap((_, index): DampedString[] => {
      const string = index + 1;
      if (together.some((one) => one.string === string)) return [];
      const resting = restingOn(note, string, fingerOf(note), hand[at] ?? null, strokes[at] ?? null, prefers);
      const before = left.findLast((one) => one.string === string);
      if (!before) return [resting];
      const going = leaving(
        before,
        fingerOf(before),
        note,
        fingerOf(note),
        resting,
        isSwept(before, note),
        prefers,
      );
      if (going.noise) noise = { code: going.noise, string };
      return [going.damped];
    });
    return { noteId: note.id, strings, noise };
  });
}

/** What to say of a noisy place. */
export function noiseText({ code, string }: NonNullable<DampingStep['noise']>): string {
  switch (code) {
    case 'ringsOn':
      return `String ${string} rings on: nothing lies on it. Touch it with the underside of the first finger as the new note sounds.`;
    case 'dampersMove':
      return `What stops string ${string} has to get there in the same moment: let it arrive just before the stroke.`;
    case 'lifted':
      return `The finger that leaves string ${string} sounds the next note: lift it softly, the underside of the first finger stays on the string.`;
  }
}

/** Dampers of a note in one line: strings that are held alike together. */
export function dampingText({ strings }: DampingStep): string {
  const groups = new Map<string, number[]>();
  for (const { string, by, finger } of strings) {
    const name =
      by === 'flattened finger'
        ? `flattened finger ${finger}`
        : by === 'tip of the finger'
          ? `tip of finger ${finger}`
          : by;
    groups.set(name, [...(groups.get(name) ?? []), string]);
  }
  return [...groups]
    .map(([name, held]) => `${held.length === 1 ? 'string' : 'strings'} ${held.join(', ')}: ${name}`)
    .join('; ');
}
