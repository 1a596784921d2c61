/** Exercises in the fragment of an address, which browsers never send to a server. */
import { base64urlnopad } from '@scure/base';
import { strFromU8, strToU8, Unzlib, zlibSync } from 'fflate';
import { exerciseFault } from '../checked';
import { recordFault } from '../project/exportable';
import { packed, unpacked, type LinkedExercise, type Packed } from './pack';

/** The version of links that is written; older ones are read. */
const LINK_VERSION = 1;

/** Longer addresses are cut by some of the programs that people send them with: common practice, no source. */
export const MAX_LINK_CHARACTERS = 2000;

/** More than this no link of that length can mean. */
const MAX_BYTES = 4_000_000;
/** More exercises do not travel in a link. */
const MAX_LINKED = 20;

/** Why a link cannot be opened. */
export type LinkFault =
  | { readonly code: 'cut' | 'damaged'; readonly message: string }
  | { readonly code: 'newer'; readonly message: string };

/** What a link says, or why it says nothing. */
export type LinkReading = { readonly linked: readonly LinkedExercise[] } | { readonly fault: LinkFault };

/** The fragment of a link (without `#`): version, number of characters, data; deflated and written in the letters of base64url. */
export function writeLink(linked: readonly LinkedExercise[]): string {
  const data = base64urlnopad.encode(zlibSync(strToU8(JSON.stringify(linked.map(packed))), { level: 9 }));
  return `${LINK_VERSION}.${data.length.toString(36)}.${data}`;
}

/** Inflates, but never to more than a limit: a few characters may say any number of bytes. */
function inflated(bytes: Uint8Array): string {
  const parts: Uint8Array[] = [];
  let length = 0;
  const stream = new Unzlib((part) => {
    length += part.length;
    if (length > MAX_BYTES) throw new RangeError('too much');
    parts.push(part);
  });
  const STEP = 512;
  for (let at = 0; at < bytes.length; at += STEP)
    stream.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return strFromU8(whole);
}

const STAMP = { id: 'l', revision: 1, createdAt: '-', updatedAt: '-', deviceId: '-', versions: {} };

function faultOf({ exercise, ladder }: LinkedExercise): string | null {
  const fault = exerciseFault(exercise);
  if (fault !== null || ladder === null) return fault;
  return recordFault('ladders', { ...STAMP, ...ladder, exerciseId: 'e', playerId: 'p' });
}

const faulty = (code: LinkFault['code'], message: string): LinkReading => ({ fault: { code, message } });

/** Reads the fragment of a link; what is no link, or holds anything that the project file would not, is told and nothing of it is used. Never throws. */
export function readLink(fragment: string): LinkReading {
  const match = /^(\d+)\.([0-9a-z]+)\.([\w-]*)/.exec(fragment);
  if (!match) return faulty('damaged', 'This address holds no exercise.');
  const [, version, length, data] = match as unknown as [string, string, string, string];
  if (Number(version) > LINK_VERSION)
    return faulty(
      'newer',
      'This link was made by a newer version. Load this page anew, or ask for the file.',
    );
  if (data.length < Number.parseInt(length, 36))
    return faulty('cut', 'This link was cut off on its way. Ask for it once more, or for the file.');
  try {
    const said: unknown = JSON.parse(
      inflated(base64urlnopad.decode(data.slice(0, Number.parseInt(length, 36)))),
    );
    if (!Array.isArray(said) || said.length === 0 || said.length > MAX_LINKED)
      throw new RangeError('no list');
    const linked = (said as Packed[]).map(unpacked);
    const fault = linked.map(faultOf).find((one) => one !== null);
    if (fault) return faulty('damaged', `This link cannot be opened: ${fault}.`);
    return { linked };
  } catch {
    return faulty('damaged', 'This link was damaged on its way. Ask for it once more, or for the file.');
  }
}
