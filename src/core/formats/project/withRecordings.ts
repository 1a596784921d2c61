/** A record with recordings: a zip of the project file and of sound files, each named after its take. */
import { strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { MOST_RECORDINGS_BYTES } from '../../model/take';
import { textFrom, type Decode } from '../encoding';

/** The recording of a take. */
export interface TakeRecording {
  readonly takeId: string;
  /** For people who unpack the zip: letters, digits, spaces and dashes. */
  readonly name: string;
  /** A WAV file. */
  readonly sound: Uint8Array<ArrayBuffer>;
}

const MOST_RECORD_BYTES = 50_000_000;
const RECORD = 'record.json';
const RECORDING = /^recordings\/(?:.* )?([\w-]{1,80})\.wav$/;

/**
 * A record and its recordings as one file.
 * @param text the project file. @param at when it is written, ISO 8601.
 */
export function writeWithRecordings(
  text: string,
  recordings: readonly TakeRecording[],
  at: string,
): Uint8Array<ArrayBuffer> {
  const files: Zippable = { [RECORD]: [strToU8(text), { level: 6 }] };
  // Sound does not get smaller.
  for (const { takeId, name, sound } of recordings)
    files[`recordings/${name} ${takeId}.wav`] = [sound, { level: 0 }];
  return zipSync(files, { mtime: at });
}

/** What a zip with a record held. */
export interface ReadWithRecordings {
  /** The project file, to be read and checked. */
  readonly text: string;
  readonly recordings: readonly TakeRecording[];
  /** Files in it that are no recordings, or more than can be taken, by their names. */
  readonly leftOut: readonly string[];
}

const isWav = (bytes: Uint8Array): boolean =>
  String.fromCharCode(...bytes.subarray(0, 4), ...bytes.subarray(8, 12)) === 'RIFFWAVE';

/** Reads a record with recordings; null where there is no record in the zip. @throws where the zip is not whole. */
export function readWithRecordings(bytes: Uint8Array, decode: Decode): ReadWithRecordings | null {
  let [isRecord, room] = [false, MOST_RECORDINGS_BYTES];
  const leftOut: string[] = [];
  unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      isRecord ||= name === RECORD && originalSize <= MOST_RECORD_BYTES;
      return false;
    },
  });
  if (!isRecord) return null;
  const files = unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      if (name === RECORD) return originalSize <= MOST_RECORD_BYTES;
      const fits = RECORDING.test(name) && originalSize <= room;
      if (fits) room -= originalSize;
      else if (!name.endsWith('/')) leftOut.push(name);
      return fits;
    },
  });
  const recordings: TakeRecording[] = [];
  for (const [path, sound] of Object.entries(files)) {
    const takeId = RECORDING.exec(path)?.[1];
    if (takeId === undefined) continue;
    const name = path.slice('recordings/'.length, -`${takeId}.wav`.length).trim();
    if (isWav(sound)) recordings.push({ takeId, name, sound });
    else leftOut.push(path);
  }
  return { text: textFrom(files[RECORD]!, decode), recordings, leftOut };
}
