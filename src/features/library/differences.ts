/** The words for what differs between two versions of a record. */
import { counted, fieldName, type Difference, type Passage, type Project } from '@/core';

/** How the file's version stands to the one here. */
export const ORDERS: Readonly<Record<Difference['order'], string>> = {
  apart: 'changed here and in the file',
  older: 'older in the file than here',
  newer: 'newer in the file',
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
export function valueText(field: string, value: unknown, { passages }: Project): string {
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
export function differenceTitle({ table, here, there }: Difference, project: Project): string {
  if (table === 'exercises') return `“${here.title || 'Untitled'}”`;
  if (table === 'players') return `Student ${here.name}`;
  if (table === 'lessons')
    return `Lesson of ${project.players.find(({ id }) => id === there.playerId)?.name ?? 'a student'}, ${there.day}`;
  if (table === 'weeks')
    return `Week of ${project.players.find(({ id }) => id === there.playerId)?.name ?? 'a student'}, from ${there.monday}`;
  const exercise = project.exercises.find(({ id }) => id === there.exerciseId)?.title ?? 'an exercise';
  const player = project.players.find(({ id }) => id === there.playerId)?.name ?? 'a student';
  return `Ladder of ${player} on “${exercise}”`;
}
