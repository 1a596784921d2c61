/** The rhythm that a brief asks for, over and over: which slots have a note, which notes are slurred to, which are held on. */
import type { Brief } from '../model/brief';
import type { Technique } from '../passage/passage';

/** The signs of a rhythm, a slot each, in words. */
export const RHYTHM_SIGNS = { p: 'picked', s: 'slurred to', '-': 'held on', '.': 'rest' } as const;

const isSign = (letter: string): letter is keyof typeof RHYTHM_SIGNS => letter in RHYTHM_SIGNS;

/**
 * A rhythm with nothing in it but its signs, from its first picked note on; empty where nothing is picked. After a rest nothing is held on, and
 * a note is picked.
 */
export function cleanRhythm(text: string): string {
  const signs = [...text.toLowerCase()].filter(isSign).join('');
  const first = signs.indexOf('p');
  return first < 0
    ? ''
    : signs.slice(first).replace(/\.[-.]*s?/g, (rest) => rest.replace(/-/g, '.').replace('s', 'p'));
}

/** A rhythm, note by note. */
export interface Rhythm {
  /** Notes and slots of one time through. */
  readonly notes: number;
  readonly slots: number;
  /** The slot at which a note begins, counted from the first; also of the note after the last. */
  readonly slotOf: (note: number) => number;
  /** Slots that a note sounds. */
  readonly sounds: (note: number) => number;
  readonly isSlurred: (note: number) => boolean;
}

const PLAIN: Rhythm = {
  notes: 1,
  slots: 1,
  slotOf: (note) => note,
  sounds: () => 1,
  isSlurred: () => false,
};

function read(signs: string): Rhythm {
  const begins = [...signs].flatMap((sign, slot) => (sign === 'p' || sign === 's' ? [slot] : []));
  const held = begins.map((slot) => 1 + /^-*/.exec(signs.slice(slot + 1))![0].length);
  const count = begins.length;
  return {
    notes: count,
    slots: signs.length,
    slotOf: (note) => Math.floor(note / count) * signs.length + begins[note % count]!,
    sounds: (note) => held[note % count]!,
    isSlurred: (note) => signs[begins[note % count]!] === 's',
  };
}

const known = new Map<string, Rhythm>();

/** The rhythm of a brief; without one a note is picked on every slot. */
export function rhythmOf({ rhythm }: Pick<Brief, 'rhythm'>): Rhythm {
  if (!rhythm) return PLAIN;
  let one = known.get(rhythm);
  if (!one) known.set(rhythm, (one = read(rhythm)));
  return one;
}

/** How many of the notes are picked. */
export function pickedNotes(brief: Pick<Brief, 'rhythm' | 'notes'>): number {
  const { isSlurred } = rhythmOf(brief);
  return Array.from({ length: brief.notes }, (_, note) => note).filter((note) => !isSlurred(note)).length;
}

/** Whether a note can be slurred to from another: by another finger of a hand that stays, on the same string. */
export function maySlur(
  a: { readonly string: number; readonly fret: number; readonly finger: number; readonly position: number },
  b: { readonly string: number; readonly fret: number; readonly finger: number; readonly position: number },
): boolean {
  return a.string === b.string && a.fret !== b.fret && a.finger !== b.finger && a.position === b.position;
}

/** How a note is slurred to. */
export const slurFrom = (fretBefore: number, fret: number): Technique =>
  fret > fretBefore ? 'hammer' : 'pull';

const greatest = (a: number, b: number): number => (b === 0 ? a : greatest(b, a % b));

/** After so many notes all stand again on the same signs, and where `beats` counts, on the same slots of the beat. */
export function periodOf(brief: Pick<Brief, 'rhythm' | 'subdivision'>, beats: boolean): number {
  const { notes, slots } = rhythmOf(brief);
  if (!beats) return notes;
  return (notes * brief.subdivision) / greatest(slots, brief.subdivision);
}
