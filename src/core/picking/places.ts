/** Which stroke falls on which place in the beat, and after how many passes strokes and beat come round together. */
import { loopSpan, type Passage, type Stroke } from '../passage/passage';
import { commonDivisor, commonMultiple, modulo } from '../time/periods';
import { slotAt } from '../time/slots';
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

/** The passes after which a pass that long begins on the same place of the beat again. */
function passesToBeat(passTicks: number, beatTicks: number): number {
  return beatTicks / commonDivisor(passTicks % beatTicks, beatTicks);
}

/** The passes after which strokes, coming round in some of them, and beat come round together; not beyond what is played. */
export function commonPasses(strokePasses: number, passTicks: number, beatTicks: number): number {
  return Math.min(MAX_PASSES, commonMultiple(strokePasses, passesToBeat(passTicks, beatTicks)));
}

/** The place in the beat of a moment in a pass of a number; 0 is the beat itself. */
export function placeInBeat(passage: Passage, ticks: number, pass: number, passTicks: number): number {
  const { subdivision, meter } = passage;
  const into = modulo(slotAt(passage, ticks).ticks + pass * passTicks, meter.beatTicks);
  return Math.min(subdivision - 1, Math.floor((into / meter.beatTicks) * subdivision + 1e-9));
}

/** Counts strokes by place in the beat: of a line once, of a loop over the common period of strokes and beat. */
export function placesInBeat(passage: Passage, assignment: StrokeAssignment, loop: boolean): PlacesInBeat {
  const { beatTicks } = passage.meter;
  const whole = { startTicks: -passage.pickupTicks, endTicks: passage.lengthTicks };
  const { startTicks, endTicks } = loop ? loopSpan(passage) : whole;
  const passTicks = endTicks - startTicks;
  const strokePasses = loop ? assignment.passes.length : 1;
  const beatPasses = loop ? passesToBeat(passTicks, beatTicks) : 1;
  const passes = loop ? commonPasses(strokePasses, passTicks, beatTicks) : 1;
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
      const place = placeInBeat(passage, note.onsetTicks, pass, passTicks);
      counts[place]![stroke]++;
    });
  }
  return { strokePasses, beatPasses, passes, counts };
}
