/** Recordings that a student sends with the record, and what becomes of them where it is taken in. */
import { counted, MOST_RECORDINGS_BYTES, sizeText } from '@/core';
import type { TakeRecording } from '@/core/formats';
import {
  database,
  keepRecording,
  readExerciseRecords,
  readRecordings,
  readTakesById,
  recordingOf,
  type DatabaseHandle,
} from '@/storage';
import { fileName } from '../givingOne';
import { inWords } from '../perform';

/** A recording that can go with the record. */
export interface Sendable {
  readonly takeId: string;
  /** Of which exercise, and when. */
  readonly title: string;
  readonly day: string;
  readonly bytes: number;
}

/** The recordings of a player's takes that are kept here, newest first. */
export async function sendable(playerId: string, db: DatabaseHandle = database()): Promise<Sendable[]> {
  const kept = await readRecordings(db);
  const [takes, exercises] = await Promise.all([
    readTakesById(
      db,
      kept.map(({ takeId }) => takeId),
    ),
    kept.length > 0 ? readExerciseRecords(db) : [],
  ]);
  const titles = new Map(exercises.map(({ id, title }) => [id, title || 'Untitled']));
  return kept
    .flatMap(({ takeId, bytes }) => {
      const take = takes.get(takeId);
      if (take?.playerId !== playerId) return [];
      const title = titles.get(take.exerciseId) ?? 'An exercise that was deleted';
      return [{ takeId, title, day: take.day, bytes, at: take.at }];
    })
    .sort((one, other) => other.at.localeCompare(one.at))
    .map(({ at: _, ...one }) => one);
}

const bytesOf = (some: readonly Pick<Sendable, 'bytes'>[]) => some.reduce((sum, { bytes }) => sum + bytes, 0);

/** What of recordings is in a file, in words. */
export const recordingsLine = (chosen: readonly Pick<Sendable, 'bytes'>[]): string =>
  chosen.length === 0
    ? 'No recording is in it.'
    : `${counted(chosen.length, 'recording')}, ${sizeText(bytesOf(chosen))}: the file is a zip.`;

/** Why so many recordings cannot go in one file; null: they can. */
export function tooMuch(chosen: readonly Pick<Sendable, 'bytes'>[]): string | null {
  const bytes = bytesOf(chosen);
  return bytes > MOST_RECORDINGS_BYTES
    ? `${sizeText(bytes)} of recordings are more than one file takes (${sizeText(MOST_RECORDINGS_BYTES)}): choose fewer.`
    : null;
}

/** The sounds of recordings. @throws where one is not there any more. */
export const soundsOf = (chosen: readonly Sendable[]): Promise<TakeRecording[]> =>
  Promise.all(
    chosen.map(async ({ takeId, title, day }) => ({
      takeId,
      name: `${day} ${fileName(title)}`,
      sound: new Uint8Array(await (await recordingOf(takeId)).arrayBuffer()),
    })),
  );

/** Keeps recordings that came with a record, once it is taken in. @returns what came of each, in words; empty: none came. */
export async function keepRecordings(
  recordings: readonly TakeRecording[],
  leftOut: readonly string[],
  db: DatabaseHandle = database(),
): Promise<string> {
  const ids = recordings.map(({ takeId }) => takeId);
  const [takes, here] = await Promise.all([readTakesById(db, ids), ids.length > 0 ? readRecordings(db) : []]);
  const known = new Set(here.map(({ takeId }) => takeId));
  let [added, alone] = [0, 0];
  let fault = '';
  for (const { takeId, sound } of recordings) {
    if (!takes.has(takeId)) alone++;
    else if (!known.has(takeId) && fault === '')
      try {
        await keepRecording(db, takeId, sound.buffer);
        added++;
      } catch (error) {
        fault = inWords(error);
      }
  }
  const same = ids.filter((id) => takes.has(id) && known.has(id)).length;
  const left = recordings.length - alone - same - added;
  return [
    added > 0 ? `${counted(added, 'recording')} added.` : '',
    same > 0 ? `${counted(same, 'recording')} already here.` : '',
    left > 0
      ? `${counted(left, 'recording')} could not be kept (${fault}); the takes are. Take the file in again when there is room.`
      : '',
    alone > 0 ? `${counted(alone, 'recording')} left out, because the take is not here.` : '',
    leftOut.length > 0
      ? `Left out of the zip: ${leftOut.slice(0, 3).join(', ')}${leftOut.length > 3 ? ', …' : ''}.`
      : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
}
