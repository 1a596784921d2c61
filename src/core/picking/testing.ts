/** Passages for tests, written as string numbers. */
import { STANDARD_TUNING } from '../instrument/instrument';
import type { Note, Passage } from '../passage/passage';
import { COMMON_METER } from '../time/slots';

const SLOT_TICKS = 1680;

/** A passage of one picked note a slot on the given strings; a list in place of a number is a double stop or chord. */
export function passageOn(
  strings: readonly (number | readonly number[])[],
  changes: Record<number, Partial<Note>> = {},
): Passage {
  const notes = strings.flatMap((entry, slot) =>
    [entry].flat().map((string, at) => ({
      string,
      fret: 5 + (slot % 4),
      onsetTicks: slot * SLOT_TICKS,
      durationTicks: SLOT_TICKS,
      technique: 'pick' as const,
      id: `n${slot}${at === 0 ? '' : `.${at}`}`,
      ...changes[slot],
    })),
  );
  return {
    tuning: STANDARD_TUNING,
    meter: COMMON_METER,
    pickupTicks: 0,
    subdivision: 4,
    beatSubdivisions: {},
    lengthTicks: strings.length * SLOT_TICKS,
    notes,
    nextNoteNumber: strings.length + 1,
  };
}
