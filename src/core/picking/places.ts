/** Which stroke falls on which place in the beat, and after how many passes strokes and beat come round together. */
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { commonDivisor, commonMultiple, modulo } from '../rhythm/periods';
import { slotAt } from '../rhythm/slots';
import { isPicked } from './picks';
import type { StrokeAssignment } from './strokes';

export interface PlacesInBeat {
  /** Passes until the strokes come round. */
  readonly strokePasses: number;
  /** Passes until a pass begins on the same place of the beat again. */
  readonly beatPasses: number;
  /** Both together. */
  readonly passes: number;
  /** Picks over that period by place (0 is the beat itself) and stroke. */
  readonly counts: readonly Readonly<Record<Stroke, number>>[];
}

/** More passes than this are no period that anyone would play; what lies beyond is not counted. */
const MAX_PASSES = 1000;

/** Counts strokes by place in the beat: of a line once, of a loop over the common period of strokes and beat. */
export function placesInBeat(passage: Passage, assignment: StrokeAssignment, loop: boolean): PlacesInBeat {
  const { beatTicks } = passage.meter;
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = loop ? loopSpan(passage) : whole;
  const passTicks = endTicks - startTicks;
  const strokePasses = loop ? assignment.passes.length : 1;
  const beatPasses = loop ? beatTicks / commonDivisor(passTicks % beatTicks, beatTicks) : 1;
  const passes = Math.min(MAX_PASSES, commonMultiple(strokePasses, beatPasses));
  const counts = Array.from({ length: passage.subdivision }, () => ({ down: 0, up: 0 }));
  const seen = new Set<number>();
  for (let pass = 0; pass < passes; pass++) {
    seen.clear();
    const strokes = assignment.passes[pass % assignment.passes.length]!;
    passage.notes.forEach((note, at) => {
      const stroke = strokes[at];
      const isIn = note.onsetTicks >= startTicks && note.onsetTicks < endTicks;
      if (!stroke || !isIn || !isPicked(note) || seen.has(note.onsetTicks)) return;
      seen.add(note.onsetTicks);
      const slot = slotAt(passage, note.onsetTicks);
      const into = modulo(slot.ticks + pass * passTicks, beatTicks);
      const place = Math.min(counts.length - 1, Math.floor((into / beatTicks) * counts.length + 1e-9));
      counts[place]![stroke]++;
    });
  }
  return { strokePasses, beatPasses, passes, counts };
}
