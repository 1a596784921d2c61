/** The words for what differs between two versions of a record. */
import { counted, fieldName, type Difference, type Passage } from '@/core';
import type { Around } from '@/work/parcels/listing';

/** How the file's version stands to the one here. */
export const ORDERS: Readonly<Record<Difference['order'], string>> = {
  apart: 'changed here and in the file',
  older: 'older in the file than here',
  newer: 'newer in the file',
  deleted: 'deleted here',
  goes: 'deleted where the file comes from',
};

/** What is kept with a record besides what it says. */
const KEPT_WITH: Readonly<Record<string, string>> = { passageHash: 'notes', archivedAt: 'archived' };

/** A field's name in words. */
export const nameOf = (field: string) => KEPT_WITH[field] ?? fieldName(field);

const LONGEST = 160;

const cut = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST)} …` : text);

function words(value: unknown): string {
  if (value === null || value === undefined || value === '') return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string') return value;
  if (Array.isArray(value)) return value.length === 0 ? '–' : value.map(words).join('; ');
  const said = Object.entries(value as object).filter(([key, one]) => key !== 'id' && one !== null);
  return said.map(([key, one]) => `${nameOf(key)}: ${words(one)}`).join(', ') || '–';
}

function notesText(passage: Passage): string {
  const { notes, meter, lengthTicks } = passage;
  const first = notes.slice(0, 8).map(({ string, fret, dead }) => `${string}/${dead ? 'x' : fret}`);
  const more = notes.length > first.length ? ' …' : '';
  return `${counted(notes.length, 'note')} on ${counted(Math.ceil(lengthTicks / meter.beatTicks), 'beat')}: ${first.join(' ')}${more}`;
}

/** A value of a field in words. Notes are named by string and fret where the file has them. */
export function valueText(field: string, value: unknown, { passages }: Pick<Around, 'passages'>): string {
  if (field === 'passageHash') {
    const found = passages.find(({ hash }) => hash === value);
    return found ? notesText(found.passage) : 'other notes';
  }
  if (field === 'studentNotes') return cut(words((value as { text: string }[]).map(({ text }) => text)));
  if (field === 'archivedAt') return value === null ? 'no' : 'yes';
  if (field === 'recipe' || field === 'brief') return value === null ? 'none' : 'another one';
  return cut(words(value));
}

/** What a difference is about: a title or a name; of a ladder, whose and on what. */
export function differenceTitle(
  { table, here, there }: Difference,
  project: Pick<Around, 'players' | 'exercises'>,
): string {
  const record = (here ?? there)!;
  const one = record as { title?: string; name?: string; day?: string; monday?: string };
  if (table === 'exercises') return `“${one.title || 'Untitled'}”`;
  if (table === 'players') return `Student ${one.name}`;
  const { playerId, exerciseId } = record as { playerId?: string; exerciseId?: string };
  const player = project.players.find(({ id }) => id === playerId)?.name ?? 'a student';
  if (table === 'lessons') return `Lesson of ${player}, ${one.day}`;
  if (table === 'weeks') return `Week of ${player}, from ${one.monday}`;
  const exercise = project.exercises.find(({ id }) => id === exerciseId)?.title ?? 'an exercise';
  return `Ladder of ${player} on “${exercise}”`;
}
