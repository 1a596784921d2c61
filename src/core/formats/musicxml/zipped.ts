/** Reading a zipped score (`.mxl`): the file that its container names, however it is named. */
import { strFromU8, unzipSync } from 'fflate';
import { FOREIGN_LIMITS, refusedFile, type ForeignReading } from '../foreign';
import { textFrom, type Decode } from '../encoding';
import { RefusedScore } from './part';
import { readMusicXml } from './read';
import { child, parseXml } from './xml';

const CONTAINER = 'META-INF/container.xml';

/** A name as it may stand in the zip: as written, and with its escapes undone. */
function spellings(name: string): string[] {
  try {
    return [name, decodeURIComponent(name)];
  } catch {
    return [name];
  }
}

/** Unpacks the files that are wanted, within the limit. @throws RefusedScore beyond it. */
function unpack(bytes: Uint8Array, isWanted: (name: string) => boolean): Record<string, Uint8Array> {
  let unpacked = 0;
  return unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      if (!isWanted(name)) return false;
      unpacked += originalSize;
      if (unpacked > FOREIGN_LIMITS.unpackedBytes)
        throw new RefusedScore('It would unpack to far more than a score ever takes.');
      return true;
    },
  });
}

/** The name of the score by the container, or null where there is none. */
function namedScore(container: Uint8Array | undefined, decode: Decode): string | null {
  if (!container) return null;
  const files = child(child(parseXml(textFrom(container, decode)), 'rootfiles'), 'rootfile');
  return files?.attributes['full-path'] ?? null;
}

/**
 * Reads a zipped score. Never throws; what would unpack to more than a score ever takes is refused.
 * @param decode turns bytes of an encoding into text; left out: UTF-8 alone.
 */
export function readCompressedMusicXml(
  bytes: Uint8Array,
  fallbackTitle?: string,
  decode: Decode = (some) => strFromU8(some),
): ForeignReading {
  if (bytes.length > FOREIGN_LIMITS.bytes)
    return refusedFile(`It is larger than ${FOREIGN_LIMITS.bytes / 1_000_000} MB.`);
  try {
    const container = unpack(bytes, (name) => name === CONTAINER)[CONTAINER];
    const named = namedScore(container, decode);
    const wanted = new Set(named === null ? [] : spellings(named));
    const isScore = (name: string) => /\.(xml|musicxml)$/i.test(name) && !name.startsWith('META-INF/');
    const found = unpack(bytes, (name) => wanted.has(name) || spellings(name).some((one) => wanted.has(one)));
    const score = Object.values(found)[0] ?? Object.values(unpack(bytes, isScore))[0];
    if (!score) return refusedFile('There is no score in the zip file.');
    return readMusicXml(textFrom(score, decode), fallbackTitle);
  } catch (error) {
    if (error instanceof RefusedScore) return refusedFile(error.message);
    return refusedFile('The zip file is not whole.');
  }
}
