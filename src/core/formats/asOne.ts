/** Parts of a file changed before they are taken: put elsewhere on the neck, or joined into one. */
import { onNeck } from '../fretting/onNeck';
import type { Exercise } from '../model/exercise';
import { canonicalJson } from '../passage/canonical';
import { compareNotes, pitchOf, type Note, type Passage } from '../passage/passage';
import { counted } from '../picking/counting';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';
import { checkedPart } from './checked';
import type { ForeignPart } from './foreign';
import { byMoment, gridByBeat } from './grid';

/** Notes with strings and frets chosen anew; those that find none are left out. */
function placedAnew(passage: Passage, notes: readonly Note[], near: number | null): Note[] {
  const moments = byMoment(notes);
  const pitches = moments.map((some) => some.map((note) => pitchOf(passage, note)));
  const placed = onNeck(pitches, passage.tuning, passage.capo, near);
  return moments
    .flatMap((some, at) =>
      some.flatMap((note, index): Note[] => {
        const place = placed[at]![index];
        return place ? [{ ...note, ...place }] : [];
      }),
    )
    .sort(compareNotes);
}

/**
 * A part whose strings the program chose, elsewhere on the neck. Other parts stay as they are.
 * @param near the fret that the first finger is wanted at; null: where it lies best.
 */
export function partNear(part: ForeignPart, near: number | null): ForeignPart {
  const { exercise, isPlaced } = part;
  if (!exercise || !isPlaced) return part;
  const { passage } = exercise;
  return {
    ...part,
    exercise: { ...exercise, passage: { ...passage, notes: placedAnew(passage, passage.notes, near) } },
  };
}

/** Why parts cannot be one exercise, in words; null: they can. */
export function asOneFault(parts: readonly ForeignPart[]): string | null {
  const same = (of: (passage: Passage) => unknown) =>
    new Set(parts.map(({ exercise }) => canonicalJson(of(exercise!.passage)))).size < 2;
  if (!same(({ meter }) => meter)) return 'They are in different meters.';
  if (!same(({ tuning, capo }) => [tuning, capo ?? 0])) return 'They are in different tunings.';
  return null;
}

/** Of notes on one string at once the first stays. */
function oneAString(notes: readonly Note[]): Note[] {
  const taken = new Set<string>();
  return notes.filter(({ string, onsetTicks }) => {
    const place = `${onsetTicks}/${string}`;
    return !taken.has(place) && taken.add(place);
  });
}

/**
 * Parts that one guitar plays together, as one exercise: the notes of all. Where the program chose the strings of any, it chooses them for all anew.
 * @param parts at least one, each with an exercise, without `asOneFault`. @returns what found no string is counted in its remarks.
 */
export function asOne(parts: readonly ForeignPart[], near: number | null = null): ForeignPart {
  const [first] = parts;
  const exercises = parts.map(({ exercise }) => exercise!);
  const isPlaced = parts.some((part) => part.isPlaced);
  const { passage } = exercises[0]!;
  const all = exercises
    .flatMap((one, of) => one.passage.notes.map((note) => ({ ...note, id: `${of}:${note.id}` })))
    .sort(compareNotes);
  const put = isPlaced ? placedAnew(passage, all, near) : oneAString(all);
  // What notes hold together (let ring) is counted part by part: it is left to each note's own length.
  const ids = new Map(put.map(({ id }, at) => [id, `n${at + 1}`]));
  const notes = put.map(({ held: _, ...note }, at): Note => ({ ...note, id: `n${at + 1}` }));
  const studentNotes = exercises
    .flatMap((one, of) =>
      one.studentNotes.map((words) => ({ ...words, pinnedTo: ids.get(`${of}:${words.pinnedTo}`) ?? null })),
    )
    .map((words, at) => ({ ...words, id: `w${at + 1}` }));
  const lost = all.length - notes.length;
  const joined: Passage = {
    ...passage,
    ...gridByBeat(notes, passage.meter.beatTicks, MAX_SLOTS_PER_BEAT),
    pickupTicks: Math.max(...exercises.map((one) => one.passage.pickupTicks)),
    lengthTicks: Math.max(...exercises.map((one) => one.passage.lengthTicks)),
    notes,
    nextNoteNumber: notes.length + 1,
  };
  const exercise: Exercise = { ...exercises[0]!, passage: joined, studentNotes };
  return checkedPart({
    name: parts.map(({ name }) => name).join(' and '),
    exercise,
    remarks: [
      `${counted(parts.length, 'part')} are joined: ${parts.map(({ name }) => name).join(', ')}.`,
      ...(lost > 0
        ? [`Not taken over: ${counted(lost, 'note')} that found no string of its own beside the others.`]
        : []),
      ...new Set([first!, ...parts.slice(1)].flatMap(({ remarks }) => remarks)),
    ],
    ...(isPlaced ? { isPlaced } : {}),
  });
}
