/** What is done to marked slots, as changes of the Bench; pure. */
import {
  counted,
  deleteRange,
  extractRange,
  insertPassage,
  lockRange,
  muteRange,
  notesIn,
  readTabText,
  reverseRange,
  shiftFrets,
  slotsOf,
  slotsUsed,
  type Passage,
  type Range,
  type Stroke,
} from '@/core';
import type { Place } from '@/ui/lane/place';
import type { Change } from './editing';

/** A change of a range, with a word on what of it was left out; or in words why there is none. */
export type Ranged = (Change & { readonly remark?: string }) | { readonly fault: string };

const at = (range: Range, caret: Place): Place => ({ ...caret, ticks: range.fromTicks });

/** Along the neck by some frets. */
export function fretsBy(passage: Passage, range: Range, caret: Place, by: number): Ranged {
  const next = shiftFrets(passage, range, by);
  return next
    ? { label: by > 0 ? 'Frets up' : 'Frets down', passage: next, caret }
    : { fault: 'A marked note would leave the neck; nothing was moved.' };
}

/** Backwards. */
export function backwards(passage: Passage, range: Range, caret: Place): Ranged {
  return { label: 'Backwards', passage: reverseRange(passage, range), caret };
}

/** Once more after itself. */
export function twice(passage: Passage, range: Range, caret: Place): Ranged {
  const again = extractRange(passage, range);
  const put = insertPassage(passage, range.toTicks, again, slotsOf(again).length);
  return put
    ? { label: 'Twice', passage: put.passage, caret }
    : { fault: 'There is nothing in the marked slots to repeat.' };
}

/** Takes the slots out. */
export function cutOut(passage: Passage, range: Range, caret: Place): Ranged {
  return { label: 'Delete the marked', passage: deleteRange(passage, range), caret: at(range, caret) };
}

/** Locks one stroke, those that are shown, or none. */
export function lockMarked(
  passage: Passage,
  range: Range,
  caret: Place,
  strokes: Stroke | readonly (Stroke | null)[] | null,
): Ranged {
  const each = typeof strokes === 'string' ? passage.notes.map(() => strokes) : strokes;
  return {
    label: strokes === null ? 'Leave to the plan' : 'Lock the marked',
    passage: lockRange(passage, range, each),
    caret,
  };
}

/** Muted by the palm, or ringing again where all are muted. */
export function palmMarked(passage: Passage, range: Range, caret: Place): Ranged {
  const isMuted = notesIn(passage, range).every((note) => note.palmMute);
  return {
    label: isMuted ? 'Ring again' : 'Palm mute',
    passage: muteRange(passage, range, !isMuted),
    caret,
  };
}

/** Puts a tab in at the caret; what follows moves on. What of the text was not taken is said. */
export function pasted(passage: Passage, caret: Place, text: string): Ranged {
  const { passage: read, problems } = readTabText(text, { subdivision: passage.subdivision });
  const put = insertPassage(passage, caret.ticks, read, slotsUsed(read));
  if (!put)
    return {
      fault:
        read.notes.length > 0
          ? 'The tab is too long to be put in at once; paste it in the Library instead.'
          : (problems.at(-1)?.message ?? 'There is no tab on the clipboard.'),
    };
  const first = problems[0];
  const remarks = [
    put.leftOut > 0 ? `${counted(put.leftOut, 'note')} on strings that are not here left out.` : '',
    first
      ? `${counted(problems.length, 'thing')} in the text not taken, first in line ${first.line}: ${first.message}`
      : '',
  ].filter((remark) => remark !== '');
  return {
    label: 'Put tab in',
    passage: put.passage,
    caret,
    ...(remarks.length > 0 ? { remark: remarks.join(' ') } : {}),
  };
}
