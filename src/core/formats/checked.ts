/** What a reader made, held against the shape of the project file before it answers: nothing is taken that could not be given out again. */
import type { Exercise } from '../model/exercise';
import { FOREIGN_LIMITS, refusedFile, type ForeignPart, type ForeignReading } from './foreign';
import { passageFault } from './project/project';
import { exerciseSchema, RECORD_SCHEMAS } from './project/schema';

const UNKNOWN_HASH = '0'.repeat(64);

/** Why an exercise cannot be kept, in words; null where it can. */
export function exerciseFault({ passage, ...fields }: Exercise): string | null {
  const { meter, lengthTicks, pickupTicks } = passage;
  if ((lengthTicks + pickupTicks) / meter.beatTicks > FOREIGN_LIMITS.beats)
    return `it is longer than ${FOREIGN_LIMITS.beats.toLocaleString('en')} beats`;
  const record = { ...fields, passageHash: UNKNOWN_HASH, archivedAt: null };
  const { error } = exerciseSchema.validate(record, { convert: false });
  if (error) return error.message;
  const kept = { hash: UNKNOWN_HASH, passage };
  const { error: ofNotes } = RECORD_SCHEMAS.passages.validate(kept, { convert: false });
  if (ofNotes) return ofNotes.message;
  return passageFault(passage);
}

/** A part that could not be kept is none. */
export function checkedPart(part: ForeignPart): ForeignPart {
  const fault = part.exercise && exerciseFault(part.exercise);
  if (!fault) return part;
  return { ...part, exercise: null, remarks: [`It could not be kept as it is written: ${fault}.`] };
}

/** The parts of a file as one answer: the first that can be taken is the exercise; several are offered, and one that may lie elsewhere on the neck. */
export function joinedParts(parts: readonly ForeignPart[], remarks: readonly string[]): ForeignReading {
  const taken = parts.filter(({ exercise }) => exercise !== null);
  const [first] = taken;
  if (!first) {
    const why =
      parts.length === 1
        ? parts[0]!.remarks[0]!
        : `None of its ${parts.length} parts can be taken: ${parts[0]!.remarks[0]!}`;
    return refusedFile(why);
  }
  const withWhole = (part: ForeignPart): ForeignPart => ({ ...part, remarks: [...part.remarks, ...remarks] });
  const { exercise, remarks: all } = withWhole(first);
  const refused = parts
    .filter((part) => part.exercise === null)
    .map(({ name, remarks: [why] }) => `The part “${name}” was not taken over: ${why}`);
  const offered = taken.length > 1 || first.isPlaced ? { parts: taken.map(withWhole) } : {};
  return { exercise, remarks: [...all, ...refused], ...offered };
}
