/** What is done to marked slots, as changes of the Bench; pure. */
import {
  counted,
  deleteRange,
  extractRange,
  fingerByPosition,
  fingerRange,
  holdRange,
  insertPassage,
  lockRange,
  moveRangeAcross,
  muteRange,
  notesIn,
  reverseRange,
  setDead,
  setFret,
  shiftFrets,
  slotsOf,
  slotsUsed,
  stretchRange,
  transposeRange,
  type Finger,
  type Passage,
  type Range,
  type Stroke,
  type TabReading,
  type Place,
} from '@/core';
import type { Edit } from './editing';

const at = (range: Range, caret: Place): Place => ({ ...caret, ticks: range.fromTicks });

/** Along the neck by some frets. */
export function fretsBy(passage: Passage, range: Range, caret: Place, by: number): Edit {
  const next = shiftFrets(passage, range, by);
  return next
    ? { label: by > 0 ? 'Frets up' : 'Frets down', passage: next, caret }
    : { fault: 'A marked note would leave the neck; nothing was moved.' };
}

/** Backwards. */
export function backwards(passage: Passage, range: Range, caret: Place): Edit {
  return { label: 'Backwards', passage: reverseRange(passage, range), caret };
}

/** Over one string, at the same fret or the same pitch; the caret goes along. */
export function acrossStrings(
  passage: Passage,
  range: Range,
  caret: Place,
  by: 1 | -1,
  keep: 'fret' | 'pitch',
): Edit {
  const next = moveRangeAcross(passage, range, by, keep);
  const string = Math.max(1, Math.min(passage.tuning.length, caret.string + by));
  return next
    ? { label: 'Other strings', passage: next, caret: { ...caret, string } }
    : { fault: 'A marked note has no place one string further; nothing was moved.' };
}

/** By semitones, each note on its string where the neck allows. */
export function transposed(passage: Passage, range: Range, caret: Place, semitones: number): Edit {
  const next = transposeRange(passage, range, semitones);
  if (!next) return { fault: 'A marked note would have no place on the neck; nothing was moved.' };
  const stringOf = new Map(passage.notes.map(({ id, string }) => [id, string]));
  const moved = next.notes.filter(({ id, string }) => stringOf.get(id) !== string).length;
  return {
    label: 'Transpose',
    passage: next,
    caret,
    ...(moved > 0
      ? { remark: `${counted(moved, 'note')} moved to another string to stay on the neck.` }
      : {}),
  };
}

/** One finger for all, none, or one finger a fret. */
export function fingered(
  passage: Passage,
  range: Range,
  caret: Place,
  finger: Finger | null | 'by fret',
): Edit {
  if (finger !== 'by fret') return { label: 'Fingers', passage: fingerRange(passage, range, finger), caret };
  const { passage: next, unreached } = fingerByPosition(passage, range);
  return {
    label: 'Fingers',
    passage: next,
    caret,
    ...(unreached > 0
      ? { remark: `${counted(unreached, 'note')} beyond four frets from the lowest got no finger.` }
      : {}),
  };
}

/** One slot longer or shorter. */
export function stretched(passage: Passage, range: Range, caret: Place, by: 1 | -1): Edit {
  const next = stretchRange(passage, range, by);
  return next
    ? { label: by > 0 ? 'Longer' : 'Shorter', passage: next, caret }
    : { fault: by > 0 ? 'No marked note has room to ring longer.' : 'The marked notes are one slot long.' };
}

/** Once more after itself. */
export function twice(passage: Passage, range: Range, caret: Place): Edit {
  const again = extractRange(passage, range);
  const put = insertPassage(passage, range.toTicks, again, slotsOf(again).length);
  return put
    ? { label: 'Twice', passage: put.passage, caret }
    : { fault: 'There is nothing in the marked slots to repeat.' };
}

/** Takes the slots out. */
export function cutOut(passage: Passage, range: Range, caret: Place): Edit {
  return { label: 'Delete the marked', passage: deleteRange(passage, range), caret: at(range, caret) };
}

/** Locks one stroke, those that are shown, or none. */
export function lockMarked(
  passage: Passage,
  range: Range,
  caret: Place,
  strokes: Stroke | readonly (Stroke | null)[] | null,
): Edit {
  const each = typeof strokes === 'string' ? passage.notes.map(() => strokes) : strokes;
  return {
    label: strokes === null ? 'Leave to the plan' : 'Lock the marked',
    passage: lockRange(passage, range, each),
    caret,
  };
}

/** Muted by the palm, or ringing again where all are muted. */
export function palmMarked(passage: Passage, range: Range, caret: Place): Edit {
  const isMuted = notesIn(passage, range).every((note) => note.palmMute);
  return {
    label: isMuted ? 'Ring again' : 'Palm mute',
    passage: muteRange(passage, range, !isMuted),
    caret,
  };
}

/** Held together, so that they ring on, or let go where all of them are. */
export function heldMarked(passage: Passage, range: Range, caret: Place): Edit {
  const marked = notesIn(passage, range);
  if (marked.length === 0) return { fault: 'There is no note among the marked slots.' };
  const isHeld = marked.every(({ held }) => held !== undefined && held === marked[0]!.held);
  return {
    label: isHeld ? 'Let go' : 'Hold together',
    passage: holdRange(passage, range, !isHeld),
    caret,
  };
}

/** All dead, or sounding again where all are. */
export function deadMarked(passage: Passage, range: Range, caret: Place): Edit {
  const marked = notesIn(passage, range);
  if (marked.length === 0) return { fault: 'There is no note among the marked slots.' };
  const isDead = marked.every((note) => note.dead);
  const next = marked.reduce((one, { id }) => setDead(one, id, !isDead), passage);
  return { label: isDead ? 'Sound again' : 'Dead notes', passage: next, caret };
}

/** All on the open string. */
export function openMarked(passage: Passage, range: Range, caret: Place): Edit {
  const marked = notesIn(passage, range).filter(({ fret }) => fret !== 0);
  if (marked.length === 0) return { fault: 'No marked note is fretted.' };
  return {
    label: 'Open strings',
    passage: marked.reduce((one, { id }) => setFret(one, id, 0), passage),
    caret,
  };
}

/** Puts a tab in at the caret; what follows moves on. What of the text was not taken is said. */
export function pasted(passage: Passage, caret: Place, { passage: read, problems }: TabReading): Edit {
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
