/** Saving what can be saved of a record that the schema refuses. */
import type Joi from 'joi';
import { FRESH_LADDER } from '../../tempo/climb';
import { DEFAULT_START_BPM, newExercise } from '../../model/exercise';
import { ME, NEW_PLAYER } from '../../model/records';
import { NEW_WEEK } from '../../model/week';
import { MAX_FRET } from '../../instrument/instrument';
import { emptyPassage } from '../../passage/empty';
import { passageHash } from '../../passage/hash';
import { compareNotes, type Note, type Passage } from '../../passage/passage';
import { recordFault } from './exportable';
import { fieldsOf } from './parts';
import { RECORD_SCHEMAS, type ListName } from './schema';

/** A record with what was mended in it. */
export interface Mended {
  readonly record: Readonly<Record<string, unknown>>;
  /** Fields that could not be kept, and took what a new record has. */
  readonly lost: readonly string[];
}

type Fields = Readonly<Record<string, unknown>>;

const STAMP = { revision: 1, createdAt: '', updatedAt: '', deviceId: 'unknown', versions: {} };
const SINCE = '1970-01-01T00:00:00+00:00';
const WHEN = { createdAt: SINCE, updatedAt: SINCE };

function fallbackOf(list: ListName): Fields | null {
  if (list === 'exercises') {
    const { passage: _, ...fields } = newExercise('Untitled', emptyPassage());
    return { ...STAMP, ...WHEN, ...fields, archivedAt: null };
  }
  if (list === 'players') return { ...STAMP, ...WHEN, ...NEW_PLAYER, name: 'Unnamed' };
  if (list === 'ladders')
    return { ...STAMP, ...WHEN, ...FRESH_LADDER, startBpm: DEFAULT_START_BPM, playerId: ME };
  if (list === 'lessons') return { ...STAMP, ...WHEN, heard: [], said: '', set: [], day: SINCE.slice(0, 10) };
  if (list === 'weeks') return { ...STAMP, ...WHEN, ...NEW_WEEK, monday: '1970-01-05' };
  return null;
}

/** The notes that can be kept, in order, each with an id of its own. */
function keptNotes(raw: unknown, strings: number, shape: Joi.Schema): { notes: Note[]; lost: number } {
  const all = Array.isArray(raw) ? (raw as unknown[]) : [];
  const [ids, places] = [new Set<string>(), new Set<string>()];
  const notes = all.filter((one): one is Note => {
    if (shape.validate(one, { convert: false }).error) return false;
    const { id, string, onsetTicks, fret } = one as Note;
    const place = `${onsetTicks}/${string}`;
    if (string > strings || fret > MAX_FRET || ids.has(id) || places.has(place)) return false;
    ids.add(id);
    places.add(place);
    return true;
  });
  return { notes: notes.sort(compareNotes), lost: all.length - notes.length };
}

/** A passage with every note that can be kept, as long as it needs; null where there is nothing to go by. */
export function mendedPassage(raw: unknown): { passage: Passage; lost: string[] } | null {
  if (raw === null || typeof raw !== 'object') return null;
  const given = raw as Fields;
  const shape = RECORD_SCHEMAS.passages.extract('passage') as Joi.ObjectSchema;
  const base = emptyPassage();
  const lost: string[] = [];
  const fields: Record<string, unknown> = {};
  for (const key of fieldsOf(shape)) {
    if (key === 'notes' || given[key] === undefined) continue;
    if (shape.extract(key).validate(given[key], { convert: false }).error) lost.push(key);
    else fields[key] = given[key];
  }
  const frame = { ...base, ...fields } as Passage;
  const noteShape = (shape.extract('notes') as Joi.ArraySchema).$_terms.items[0] as Joi.Schema;
  const { notes, lost: lostNotes } = keptNotes(given.notes, frame.tuning.length, noteShape);
  if (lostNotes > 0) lost.push(`${lostNotes} of its notes`);
  const early = Math.max(0, ...notes.slice(0, 1).map((note) => -note.onsetTicks));
  const end = notes.reduce((most, one) => Math.max(most, one.onsetTicks + one.durationTicks), 1);
  const { beatTicks } = frame.meter;
  const numbers = notes.flatMap(({ id }) => (/^n\d+$/.test(id) ? [Number(id.slice(1))] : []));
  const highest = numbers.reduce((most, one) => Math.max(most, one), notes.length);
  return {
    passage: {
      ...frame,
      notes,
      pickupTicks: Math.max(frame.pickupTicks, early),
      lengthTicks:
        lost.includes('lengthTicks') || frame.lengthTicks < end
          ? Math.ceil(end / beatTicks) * beatTicks
          : frame.lengthTicks,
      nextNoteNumber: Math.max(frame.nextNoteNumber, highest + 1),
    },
    lost,
  };
}

/**
 * A record with every field that the schema takes, and for the others what a new record has.
 * @returns null where nothing of it can be saved: runs, which are figures, and passages (see `mendedPassage`).
 */
export function mendedRecord(list: ListName, raw: unknown): Mended | null {
  const fallback = fallbackOf(list);
  if (!fallback || raw === null || typeof raw !== 'object') return null;
  const given = raw as Fields;
  const shape = RECORD_SCHEMAS[list];
  const record: Record<string, unknown> = {};
  const lost: string[] = [];
  for (const key of fieldsOf(shape)) {
    const isFit = !shape.extract(key).validate(given[key], { convert: false }).error;
    if (isFit && given[key] !== undefined) record[key] = given[key];
    else if (fallback[key] !== undefined) {
      record[key] = fallback[key];
      if (given[key] !== undefined) lost.push(key);
    }
  }
  return recordFault(list, record) === null ? { record, lost } : null;
}

/** A mended passage as it is kept. */
export const passageRecord = (passage: Passage) => ({ hash: passageHash(passage), passage });
