/** Marked slots in another key or mode, as a change of the Bench; pure. Apart from the other edits: it brings the knowledge of scales. */
import { counted, pitchOf, type Passage, type Place, type Range } from '@/core';
import { rekeyRange, type Key } from '@/core/compose';
import type { Edit } from './editing';

/** A key in words. */
export const keyText = ({ tonic, scale }: Key): string => `${tonic} ${scale}`;

/** What such a change comes to: how many notes sound differently, go to another string, or are not what their key says. */
function comesTo(before: Passage, made: NonNullable<ReturnType<typeof rekeyRange>>) {
  const was = new Map(before.notes.map((note) => [note.id, note]));
  const differ = made.passage.notes.filter(
    (note) => pitchOf(made.passage, note) !== pitchOf(before, was.get(note.id)!),
  );
  const strings = made.passage.notes.filter(({ id, string }) => string !== was.get(id)!.string).length;
  return { differ: differ.length, strings };
}

/** What such a change would do: in words, and whether any note would sound otherwise. */
export function rekeyedText(
  passage: Passage,
  range: Range,
  from: Key,
  to: Key,
): { readonly text: string; readonly changes: boolean } {
  const made = rekeyRange(passage, range, from, to);
  if (!made)
    return { text: `In ${keyText(to)} a marked note would have no place on the neck.`, changes: false };
  const { differ, strings } = comesTo(passage, made);
  const parts = [
    differ === 0
      ? 'Every note stays as it is'
      : `${counted(differ, 'note')} ${differ === 1 ? 'moves' : 'move'}`,
    strings > 0 ? `${counted(strings, 'note')} to another string to stay on the neck` : '',
    made.outside > 0
      ? `${counted(made.outside, 'note')} not of ${keyText(from)} ${made.outside === 1 ? 'stays' : 'stay'} as far above the degree below`
      : '',
    made.nearest > 0
      ? `${counted(made.nearest, 'note')} whose degree ${keyText(to)} does not have ${made.nearest === 1 ? 'takes' : 'take'} its nearest tone`
      : '',
  ];
  return { text: `${parts.filter((part) => part !== '').join('; ')}.`, changes: differ > 0 };
}

/** The marked notes in another key or mode, each on its degree. */
export function rekeyed(passage: Passage, range: Range, caret: Place, from: Key, to: Key): Edit {
  const made = rekeyRange(passage, range, from, to);
  return made
    ? { label: `In ${keyText(to)}`, passage: made.passage, caret }
    : { fault: `In ${keyText(to)} a marked note would have no place on the neck; nothing was moved.` };
}
