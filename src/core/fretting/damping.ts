/**
 * What keeps each string silent while another sounds, and where that is in doubt. Common practice, no source: the picking hand
 * damps the strings on the ceiling side, the fretting hand those on the floor side.
 */
import type { Finger, Note, Passage } from '../passage/passage';
import type { Fingering } from './fingering';

export type Damper =
  | 'edge of the palm'
  | 'underside of the first finger'
  | 'tip of the finger'
  | 'flattened finger'
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

/** What lies on a string while a note sounds, apart from what has just left it. */
function restingOn(note: Note, string: number, finger: Finger | null, position: number | null): DampedString {
  const rest = note.lock?.stroke === 'up' ? note.string + 1 : note.string - 1;
  if (note.restStroke && string === rest) return { string, by: 'pick at rest', finger: null };
  if (string > note.string) {
    return finger !== null && string === note.string + 1
      ? { string, by: 'tip of the finger', finger }
      : { string, by: 'edge of the palm', finger: null };
  }
  // The first finger lies across the thinner strings wherever the hand is on the neck.
  return position !== null && (finger !== null || position > 0)
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
): { damped: DampedString; noise: NoiseCode | null } {
  const isFloorward = note.string < before.string;
  if (before.restStroke || before.dead) return { damped: resting, noise: null };
  if (isFloorward) {
    const moved = before.string - note.string > PALM_REACH;
    return {
      damped: { string: before.string, by: 'edge of the palm', finger: null },
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

/**
 * The damping of a passage note by note, with the places where driven sound will show noise. Dead notes damp themselves. In a
 * loop the last note leads on to the first.
 */
export function dampingPlan(passage: Passage, fingering: Fingering, loop: boolean): DampingStep[] {
  const { notes, tuning } = passage;
  return notes.map((note, at): DampingStep => {
    const finger = fingering.fingers.get(note.id) ?? null;
    const position = fingering.positions.get(note.id) ?? null;
    const before = at > 0 ? notes[at - 1] : loop ? notes.at(-1) : undefined;
    let noise: DampingStep['noise'] = null;
    const strings = tuning.flatMap((_, index): DampedString[] => {
      const string = index + 1;
      if (string === note.string) return [];
      const resting = restingOn(note, string, finger, position);
      const isLeft =
        before !== undefined &&
        before !== note &&
        before.string === string &&
        before.onsetTicks !== note.onsetTicks;
      if (!isLeft) return [resting];
      const left = leaving(before, fingering.fingers.get(before.id) ?? null, note, finger, resting);
      if (left.noise) noise = { code: left.noise, string };
      return [left.damped];
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
