/** Recordings that are wanted with their takes: sound files in the origin's private file system, never in records or backups. */
import { sizeText } from '@/core';
import { tables, type DatabaseHandle } from './database';

/** A recording that is kept. */
export interface KeptRecording {
  readonly takeId: string;
  readonly bytes: number;
}

/** All recordings together take no more room than this. */
export const MOST_RECORDING_BYTES = 500_000_000;
const FOLDER = 'recordings';
const ENDING = '.wav';
/** A recording whose take was deleted goes after so long: till then undo brings both back. */
const ORPHAN_DAYS = 30;
const DAY_MS = 86_400_000;

/** There is no room for a recording. */
export class NoRoomForRecording extends Error {
  constructor(
    readonly bytes: number,
    readonly keptBytes: number,
  ) {
    super(
      `It needs ${sizeText(bytes)}, and ${sizeText(keptBytes)} of ${sizeText(MOST_RECORDING_BYTES)} are taken: delete a recording first.`,
    );
  }
}

const theFolder = async () =>
  (await navigator.storage.getDirectory()).getDirectoryHandle(FOLDER, { create: true });

async function files(): Promise<{ takeId: string; file: File }[]> {
  const all: { takeId: string; file: File }[] = [];
  for await (const handle of (await theFolder()).values())
    if (handle.kind === 'file' && handle.name.endsWith(ENDING))
      all.push({ takeId: handle.name.slice(0, -ENDING.length), file: await handle.getFile() });
  return all;
}

type Found = Awaited<ReturnType<typeof files>>;

/** Those whose take is not there, or not any more. */
async function orphans(db: DatabaseHandle, all: Found): Promise<Found> {
  const takes = await tables(db).takes.bulkGet(all.map(({ takeId }) => takeId));
  return all.filter((_, at) => !takes[at]);
}

const removeAll = (some: Found) => Promise.all(some.map(({ takeId }) => removeRecording(takeId)));
const sizeOf = (some: Found) => some.reduce((sum, { file }) => sum + file.size, 0);

/** Which recordings are kept. Those whose take has been gone for a month are deleted. */
export async function readRecordings(db: DatabaseHandle): Promise<KeptRecording[]> {
  const all = await files();
  const old = (await orphans(db, all)).filter(
    ({ file }) => Date.now() - file.lastModified > ORPHAN_DAYS * DAY_MS,
  );
  await removeAll(old);
  return all.filter((one) => !old.includes(one)).map(({ takeId, file }) => ({ takeId, bytes: file.size }));
}

/**
 * Keeps the recording of a take; where room is short, recordings without a take go first.
 * @throws NoRoomForRecording, or what the browser says where it has no room itself.
 */
export async function keepRecording(db: DatabaseHandle, takeId: string, sound: ArrayBuffer): Promise<void> {
  let others = (await files()).filter((one) => one.takeId !== takeId);
  if (sizeOf(others) + sound.byteLength > MOST_RECORDING_BYTES) {
    const gone = await orphans(db, others);
    await removeAll(gone);
    others = others.filter((one) => !gone.includes(one));
  }
  const keptBytes = sizeOf(others);
  if (keptBytes + sound.byteLength > MOST_RECORDING_BYTES)
    throw new NoRoomForRecording(sound.byteLength, keptBytes);
  const folder = await theFolder();
  const writer = await (await folder.getFileHandle(takeId + ENDING, { create: true })).createWritable();
  try {
    await writer.write(sound);
    await writer.close();
  } catch (error) {
    await removeRecording(takeId);
    throw error;
  }
}

/** The recording of a take. @throws where it is not there any more. */
export async function recordingOf(takeId: string): Promise<File> {
  return (await (await theFolder()).getFileHandle(takeId + ENDING)).getFile();
}

/** Deletes the recording of a take; its report stays. */
export async function removeRecording(takeId: string): Promise<void> {
  await (await theFolder()).removeEntry(takeId + ENDING);
}
