/** Finding the slots of notes that come with moments only. */
import type { Note, Passage } from '../passage/passage';

/** Notes by their moments, in order. */
export function byMoment<One extends { readonly onsetTicks: number }>(notes: readonly One[]): One[][] {
  const moments = new Map<number, One[]>();
  for (const note of notes.toSorted((a, b) => a.onsetTicks - b.onsetTicks)) {
    const here = moments.get(note.onsetTicks);
    if (here) here.push(note);
    else moments.set(note.onsetTicks, [note]);
  }
  return [...moments.values()];
}

/** Slots a beat that hold all moments of a beat, the fewest; null when none do. */
function slotsFor(moments: readonly number[], beatTicks: number, most: number): number | null {
  for (let slots = 1; slots <= most; slots++)
    if (beatTicks % slots === 0 && moments.every((moment) => moment % (beatTicks / slots) === 0))
      return slots;
  return null;
}

/**
 * The subdivision that most beats need, and the beats that need another. Notes that fit none stand between slots.
 */
export function gridByBeat(
  notes: readonly Pick<Note, 'onsetTicks' | 'durationTicks'>[],
  beatTicks: number,
  most: number,
): Pick<Passage, 'subdivision' | 'beatSubdivisions'> {
  const byBeat = new Map<number, number[]>();
  const mark = (ticks: number) => {
    const beat = Math.floor(ticks / beatTicks);
    const there = byBeat.get(beat);
    if (there) there.push(ticks - beat * beatTicks);
    else byBeat.set(beat, [ticks - beat * beatTicks]);
  };
  for (const { onsetTicks } of notes) mark(onsetTicks);
  const needed = [...byBeat].flatMap(([beat, moments]) => {
    const slots = slotsFor(moments, beatTicks, most);
    return slots === null ? [] : [{ beat, slots }];
  });
  const counts = new Map<number, number>();
  for (const { slots } of needed) counts.set(slots, (counts.get(slots) ?? 0) + 1);
  const subdivision = [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 1;
  return {
    subdivision,
    beatSubdivisions: Object.fromEntries(
      needed.filter(({ slots }) => subdivision % slots !== 0).map(({ beat, slots }) => [beat, slots]),
    ),
  };
}
