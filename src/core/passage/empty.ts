/** Where a new exercise begins. */
import { STANDARD_TUNING, type Tuning } from '../instrument/instrument';
import { COMMON_METER } from '../time/slots';
import type { Passage } from './passage';

/** A passage without notes: one bar of 4/4 in sixteenths. */
export function emptyPassage(tuning: Tuning = STANDARD_TUNING): Passage {
  return {
    tuning,
    meter: COMMON_METER,
    pickupTicks: 0,
    subdivision: 4,
    beatSubdivisions: {},
    lengthTicks: COMMON_METER.beats * COMMON_METER.beatTicks,
    notes: [],
    nextNoteNumber: 1,
  };
}
