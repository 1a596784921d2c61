/** Fingers as they are written: into the notes, and as signs under them. */
import type { Passage } from '../passage/passage';
import type { Fingering } from './fingering';

const ROMAN = [
  ['X', 10],
  ['IX', 9],
  ['V', 5],
  ['IV', 4],
  ['I', 1],
] as const;

/** A fret as positions are written: "VII"; 0 is written as 0. */
export function romanFret(fret: number): string {
  if (fret < 1) return '0';
  let left = fret;
  let text = '';
  for (const [sign, value] of ROMAN) for (; left >= value; left -= value) text += sign;
  return text;
}

const MOVE_SIGNS = { roll: 'r', hop: 'h', 'slide along': 's', stays: '', 'finger change': '' } as const;

/** By note: the position where the hand comes to lie anew, else how the same finger goes on (r roll, h hop, s slide along) or that it is laid over several strings (B). */
export function handSigns({ moves, positions, barres }: Fingering): ReadonlyMap<string, string> {
  const signs = new Map<string, string>();
  const first = positions.entries().next().value;
  if (first) signs.set(first[0], romanFret(first[1]));
  for (const { toNote, kind, shiftMm, seam } of moves) {
    if (seam) continue;
    const sign = shiftMm > 0 ? romanFret(positions.get(toNote)!) : MOVE_SIGNS[kind];
    if (sign !== '') signs.set(toNote, sign);
  }
  for (const id of barres) if (!signs.has(id)) signs.set(id, 'B');
  return signs;
}

/** A passage whose notes have the fingers that were worked out; those that were set stay. */
export function fingersWritten(passage: Passage, { fingers }: Pick<Fingering, 'fingers'>): Passage {
  return {
    ...passage,
    notes: passage.notes.map((note) => {
      const finger = note.finger ?? fingers.get(note.id);
      return finger ? { ...note, finger } : note;
    }),
  };
}

/**
 * A passage for the fretting hand alone: every stopped note hammered on or pulled off, the picking hand at rest. Open strings
 * sound where a finger pulls off to them; others, and dead notes, become rests and are counted in `silent`.
 */
export function frettingAlone(passage: Passage): { passage: Passage; silent: number } {
  const last = new Map<number, number>();
  const notes = passage.notes.flatMap((note) => {
    const before = last.get(note.string);
    const pulls = before !== undefined && before > note.fret;
    if (note.dead || (note.fret === 0 && !pulls)) return [];
    last.set(note.string, note.fret);
    const { lock: _l, restStroke: _r, ...rest } = note;
    return [
      {
        ...rest,
        technique:
          note.technique === 'slide' && before !== undefined
            ? note.technique
            : pulls
              ? ('pull' as const)
              : ('hammer' as const),
      },
    ];
  });
  return { passage: { ...passage, notes }, silent: passage.notes.length - notes.length };
}
