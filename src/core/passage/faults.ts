/** What a passage says that no hand can do: kept as it was entered, and named. */
import type { Note, Passage } from './passage';

export type FaultCode = 'slurToSameFret' | 'hammerDown' | 'pullUp' | 'slurFromNothing';

export interface Fault {
  readonly code: FaultCode;
  /** Index of the note. */
  readonly note: number;
}

/** The fault of a note that is slurred from another on its string, or from none. */
function slurFault({ technique, fret }: Note, before: Note | undefined): FaultCode | null {
  if (technique === 'pick' || technique === 'tap') return null;
  // A hammer-on from nowhere is a common thing; there is nothing to pull off or slide from.
  if (!before) return technique === 'hammer' ? null : 'slurFromNothing';
  if (before.fret === fret && !before.dead) return 'slurToSameFret';
  if (technique === 'hammer' && before.fret > fret) return 'hammerDown';
  return technique === 'pull' && before.fret < fret ? 'pullUp' : null;
}

/** Slurs that cannot sound as they are written. */
export function faultsOf({ notes }: Passage): Fault[] {
  const lastOn = new Map<number, Note>();
  const faults: Fault[] = [];
  for (const [index, note] of notes.entries()) {
    const code = slurFault(note, lastOn.get(note.string));
    if (code) faults.push({ code, note: index });
    lastOn.set(note.string, note);
  }
  return faults;
}

/** A fault in words; `place` names the note. */
export function faultText({ code }: Fault, place: string): string {
  switch (code) {
    case 'slurToSameFret':
      return `The slur into ${place} goes to the same fret: nothing would sound. It is kept.`;
    case 'hammerDown':
      return `The hammer-on at ${place} goes down: that is a pull-off. It is kept.`;
    case 'pullUp':
      return `The pull-off at ${place} goes up: that is a hammer-on. It is kept.`;
    case 'slurFromNothing':
      return `The slur into ${place} has no note before it on its string. It is kept.`;
  }
}
