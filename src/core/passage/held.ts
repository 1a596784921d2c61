/** Held spans: notes that ring on together until the span ends or another note takes their string. */
import type { Note } from './passage';

/** Notes that are held together. */
export interface HeldSpan {
  readonly notes: readonly Note[];
  /** When the last of them ends, and the hand lets go. */
  readonly endTicks: number;
}

/** The held spans of some notes, in order of their first notes. */
export function heldSpans(notes: readonly Note[]): HeldSpan[] {
  const spans = new Map<number, Note[]>();
  for (const note of notes) {
    if (note.held === undefined) continue;
    const span = spans.get(note.held);
    if (span) span.push(note);
    else spans.set(note.held, [note]);
  }
  return [...spans.values()].map((span) => ({
    notes: span,
    endTicks: Math.max(...span.map(({ onsetTicks, durationTicks }) => onsetTicks + durationTicks)),
  }));
}

/** When each held note stops ringing, by id: its span ends or its string is taken, whichever comes first. */
export function ringUntil(notes: readonly Note[]): ReadonlyMap<string, number> {
  const until = new Map<string, number>();
  for (const span of heldSpans(notes)) for (const { id } of span.notes) until.set(id, span.endTicks);
  if (until.size === 0) return until;
  const next = new Map<number, number>();
  for (const { id, string, onsetTicks } of notes.toReversed()) {
    const ends = until.get(id);
    if (ends !== undefined) until.set(id, Math.min(ends, next.get(string) ?? Infinity));
    next.set(string, onsetTicks);
  }
  return until;
}

/** The highest number of a held span; 0 where there is none. */
export const mostHeld = (notes: readonly Note[]) =>
  notes.reduce((most, { held = 0 }) => Math.max(most, held), 0);

/** Notes that are put in beside others: their held spans are none of those that are there. */
export function heldApart(notes: readonly Note[], there: readonly Note[]): Note[] {
  const shift = mostHeld(there);
  return notes.map((note) => (note.held === undefined ? note : { ...note, held: note.held + shift }));
}
