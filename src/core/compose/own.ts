/** The teacher's own cell: a true copy of notes, with everything that stands on them. */
import { endingWithNotes } from '../passage/edits';
import type { Note, Passage, Technique } from '../passage/passage';
import { notesIn, type Range } from '../passage/range';
import { slotAt } from '../time/slots';
import type { Line, Sound } from './line';
import { type Marks, MARKS, type CellNote } from '../model/recipe';

/** Slots from one moment to another, in parts where they do not lie on slots. */
function slotsBetween(passage: Passage, from: number, to: number): number {
  let [slots, at] = [0, from];
  while (at < to) {
    const slot = slotAt(passage, at);
    const until = Math.min(to, slot.ticks + slot.durationTicks);
    slots += (until - at) / slot.durationTicks;
    at = until;
  }
  return slots;
}

/** The marks of a note, those that are there. */
export function marksOf(note: Partial<Marks>): Marks {
  return Object.fromEntries(MARKS.flatMap((mark) => (note[mark] === undefined ? [] : [[mark, note[mark]]])));
}

/** A cell of the marked notes of a passage, or of all, rests included. No more than so many notes are taken. */
export function takeCell(whole: Passage, range: Range | null, most: number): CellNote[] {
  const passage = endingWithNotes(whole);
  const from = range?.fromTicks ?? -passage.pickupTicks;
  const to = range?.toTicks ?? passage.lengthTicks;
  const notes = (range ? notesIn(passage, range) : passage.notes).slice(0, most);
  return notes.map((note, at): CellNote => {
    const { string, fret, finger, technique, lock, onsetTicks, durationTicks } = note;
    const next = notes[at + 1];
    const later = notes.slice(at + 1).find((one) => one.onsetTicks > onsetTicks);
    const until = slotsBetween(passage, onsetTicks, later?.onsetTicks ?? Math.max(to, onsetTicks + 1));
    const slots = slotsBetween(passage, onsetTicks, onsetTicks + durationTicks);
    const rests = at === 0 ? slotsBetween(passage, from, onsetTicks) : 0;
    const isLast = next?.onsetTicks !== onsetTicks;
    return {
      string,
      fret,
      ...(finger ? { finger } : {}),
      ...(technique === 'pick' ? {} : { technique }),
      ...(lock ? { lock } : {}),
      ...marksOf(note),
      ...(at > 0 && notes[at - 1]!.onsetTicks === onsetTicks ? { together: true as const } : {}),
      ...(slots === 1 ? {} : { slots }),
      ...(isLast && until !== 1 ? { until } : {}),
      ...(rests > 0 ? { restsBefore: rests } : {}),
    };
  });
}

function soundOf(note: CellNote, nth: number): Sound {
  const { string, fret, finger, technique = 'pick', lock, slots, restsBefore, until } = note;
  const { dead, restStroke, ...marks } = marksOf(note);
  return {
    string,
    fret,
    finger: finger ?? null,
    technique,
    nth,
    ...(Object.keys(marks).length > 0 ? { marks } : {}),
    ...(dead ? { dead } : {}),
    ...(restStroke ? { restStroke } : {}),
    ...(lock ? { lock } : {}),
    ...(slots === undefined ? {} : { slots }),
    ...(restsBefore === undefined ? {} : { restsBefore }),
    ...(until === undefined ? {} : { until }),
  };
}

/** The line of a cell; notes that are struck together are one of it. */
export function ownLine(notes: readonly CellNote[]): Line {
  const line: Sound[] = [];
  for (const note of notes) {
    const before = note.together ? line.at(-1) : undefined;
    const sound = soundOf(note, before?.nth ?? line.length);
    if (!before) line.push(sound);
    // What is struck together lasts until the next as long as its last note says.
    else
      line[line.length - 1] = {
        ...before,
        also: [...(before.also ?? []), sound],
        ...(note.until === undefined ? {} : { until: note.until }),
      };
  }
  return line;
}

const SLURS: ReadonlySet<Technique> = new Set(['hammer', 'pull', 'slide']);

/** How one note of the cell leads to the other in this order; null where it does not. */
function linkOf(line: Line, before: Sound, note: Sound): Technique | null {
  const [from, to] = [before.nth ?? -9, note.nth ?? -9];
  // In the order of the cell it is as it was.
  if (to === from + 1) return note.technique;
  if (to !== from - 1) return null;
  // Played backward the slur is that of the note which was the later one.
  const { technique } = line[from]!;
  const canSlur = before.string === note.string && before.fret !== note.fret && !before.dead && !note.dead;
  if (!SLURS.has(technique) || !canSlur) return null;
  return technique === 'slide' ? 'slide' : note.fret > before.fret ? 'hammer' : 'pull';
}

/**
 * Cells in the order they are played, with the slurs of the cell between the same notes. Where a slurred note follows another than in
 * the cell, it is picked: there is nothing to slur it from.
 */
export function relinked(cells: readonly Line[], own: Line): Line[] {
  let before: Sound | undefined;
  return cells.map((line) =>
    line.map((note): Sound => {
      const link = before && note.technique !== 'tap' && linkOf(own, before, note);
      const isFirst = before === undefined && note.nth === 0;
      const keeps = isFirst || !SLURS.has(note.technique);
      before = note;
      return { ...note, technique: link || (keeps ? note.technique : 'pick') };
    }),
  );
}

/** A line whose notes are held together. */
export function heldLine(line: Line): Line {
  return line.map((note) => ({ ...note, marks: { ...note.marks, held: 1 } }));
}

/** Ticks of a number of slots from the first bar line on; parts of a slot lie in it. */
export function slotClock(grid: Passage): (slots: number) => number {
  const starts = [0];
  return (slots) => {
    const whole = Math.floor(slots);
    while (starts.length < whole + 2)
      starts.push(starts.at(-1)! + slotAt(grid, starts.at(-1)!).durationTicks);
    return Math.round(starts[whole]! + (slots - whole) * (starts[whole + 1]! - starts[whole]!));
  };
}

/** Notes that ring no longer than to the next on their string. */
export function untilNext(notes: readonly Note[]): Note[] {
  const nextOn = new Map<number, number>();
  return [...notes]
    .reverse()
    .map((note) => {
      const next = nextOn.get(note.string) ?? Infinity;
      nextOn.set(note.string, note.onsetTicks);
      const room = next - note.onsetTicks;
      return room < note.durationTicks ? { ...note, durationTicks: room } : note;
    })
    .reverse();
}
