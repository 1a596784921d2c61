/** Notes as they are said to someone who does not see the lane. */
import { noteAt } from '../passage/edits';
import type { Note, Passage } from '../passage/passage';
import { stringChangeFrom } from '../picking/analysis';
import { countText } from '../picking/counting';
import { KIND_NAMES, STROKE_NAMES } from '../picking/names';
import type { StudentNote } from '../model/exercise';
import type { Plan } from './plan';
import { countSyllable, slotAt } from '../time/slots';

const FINGER_NAMES = ['', 'first finger', 'second finger', 'third finger', 'fourth finger'];
const TECHNIQUE_NAMES = {
  pick: '',
  hammer: 'hammer-on',
  pull: 'pull-off',
  slide: 'slide',
  tap: 'tap',
} as const;

/** "string 2, fret 7, third finger, downstroke, then outside to string 1". */
export function spokenNote(passage: Passage, plan: Plan, note: Note, pass = 0): string {
  const stroke = plan.assignment.passes[pass]?.[passage.notes.indexOf(note)];
  const next = stringChangeFrom(plan.analysis, note.id, pass);
  const parts = [
    `string ${note.string}`,
    note.dead ? 'dead note' : `fret ${note.fret}`,
    note.finger ? FINGER_NAMES[note.finger] : '',
    TECHNIQUE_NAMES[note.technique],
    stroke ? STROKE_NAMES[stroke] : '',
    note.lock && note.lock.by !== 'recipe' ? 'locked' : '',
    note.accent ? 'accented' : '',
    note.restStroke ? 'rest stroke' : '',
    note.held ? 'held' : '',
    note.damper ? `damped by the ${note.damper}` : '',
    next
      ? `${next.seam ? 'coming round ' : 'then '}${KIND_NAMES[next.kind]} to string ${next.stringTo}${next.skipped > 0 ? ` over ${countText(next.skipped)}` : ''}`
      : '',
  ];
  return parts.filter((part) => part !== '').join(', ');
}

/** Where a note to the student belongs: "at the outside change from 2 to 1". */
export function pinnedWhere(passage: Passage, plan: Plan, { pinnedTo }: StudentNote): string {
  if (pinnedTo === null) return 'for the whole exercise';
  const at = passage.notes.findIndex((note) => note.id === pinnedTo);
  if (at < 0) return 'its note is gone; it stays as a free note';
  const change = stringChangeFrom(plan.analysis, pinnedTo);
  return change
    ? `at the ${KIND_NAMES[change.kind]} change from ${change.stringFrom} to ${change.stringTo}`
    : `at note ${at + 1}`;
}

/** The numbers of the notes to the student by the note they are pinned to: "1", "2, 3". */
export function pinNumbers(studentNotes: readonly StudentNote[]): ReadonlyMap<string, string> {
  const numbers = new Map<string, string>();
  studentNotes.forEach(({ pinnedTo }, at) => {
    if (pinnedTo === null) return;
    const there = numbers.get(pinnedTo);
    numbers.set(pinnedTo, there === undefined ? `${at + 1}` : `${there}, ${at + 1}`);
  });
  return numbers;
}

/** What is at a place of the lane: the note, or an empty slot, with its count. */
export function spokenPlace(passage: Passage, plan: Plan, ticks: number, string: number, pass = 0): string {
  const note = noteAt(passage, ticks, string);
  const others = passage.notes.filter((one) => one.onsetTicks === ticks && one !== note);
  const slot = slotAt(passage, ticks);
  const bar = Math.floor(slot.beat / passage.meter.beats) + 1;
  const when =
    ticks >= passage.lengthTicks
      ? 'after the end'
      : `bar ${bar}, beat ${(((slot.beat % passage.meter.beats) + passage.meter.beats) % passage.meter.beats) + 1}${slot.indexInBeat === 0 ? '' : `, on “${countSyllable(passage, slot)}”`}`;
  const also =
    others.length > 0
      ? `; also here: ${others.map((one) => `string ${one.string}, fret ${one.fret}`).join('; ')}`
      : '';
  return note
    ? `${spokenNote(passage, plan, note, pass)}; ${when}${also}`
    : `string ${string}, empty; ${when}${also}`;
}
