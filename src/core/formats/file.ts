/** Any file that can be read, told by what is in it and not by its name. */
import { exerciseFromTab } from './tab/taking';
import type { Project } from '../model/records';
import { readTabText } from './tab/read';
import type { ForeignReading } from './foreign';
import { exerciseFault } from './checked';
import { textFrom, type Decode } from './encoding';
import { readMidi } from './midi/read';
import { readMusicXml } from './musicxml/read';
import { readCompressedMusicXml } from './musicxml/zipped';
import { readProject, type ProjectProblem } from './project/project';
import { MOST_RECORDINGS_BYTES } from '../model/take';
import { readWithRecordings, type TakeRecording } from './project/withRecordings';

/** What a file turned out to be. */
export type FileReading =
  | {
      readonly kind: 'project';
      readonly project: Project;
      /** Absent: it came as a file of its own. */
      readonly recordings?: readonly TakeRecording[];
      /** Files beside it that were not taken, by their names. */
      readonly leftOut?: readonly string[];
    }
  | { readonly kind: 'refusedProject'; readonly problems: readonly ProjectProblem[] }
  /** Which format it was, in words. */
  | ({ readonly kind: 'exercise'; readonly format: string } & ForeignReading);

/** Files larger than this are refused before they are read: no library comes near it. */
export const MAX_FILE_BYTES = 50_000_000;
/** … or than this where they are zipped, since recordings may be with them. */
export const MAX_ZIP_BYTES = MAX_FILE_BYTES + MOST_RECORDINGS_BYTES;

/** Plain text of other kinds may be this long; a tab of ten thousand notes has a twentieth of it. */
const MAX_TEXT_CHARACTERS = 4_000_000;

function startsWith(bytes: Uint8Array, magic: readonly number[]): boolean {
  return magic.every((byte, at) => bytes[at] === byte);
}

const ZIP = [0x50, 0x4b];
const MIDI = [0x4d, 0x54, 0x68, 0x64];

/** Whether a file is a zip, by its first bytes. */
export const isZip = (bytes: Uint8Array): boolean => startsWith(bytes, ZIP);

/** The name of a file without its path and suffix, to be a title. */
export function titleFromName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  return last.replace(/\.[^.]*$/, '').trim() || 'Untitled';
}

/** A zip: a record with recordings, or a score. */
function readZip(
  bytes: Uint8Array,
  title: string,
  decode: Decode,
  report: (done: number) => void,
): FileReading {
  try {
    const found = readWithRecordings(bytes, decode);
    if (found) {
      const { text, recordings, leftOut } = found;
      const { project, problems } = readProject(text, report);
      return project
        ? { kind: 'project', project, recordings, leftOut }
        : { kind: 'refusedProject', problems };
    }
  } catch {
    // What is not whole is refused as a score, in its words.
  }
  return { kind: 'exercise', format: 'a zipped score', ...readCompressedMusicXml(bytes, title, decode) };
}

/** Text with nothing in it that no text has. */
const isBinary = (text: string) => text.includes('\0');

function readTab(content: string, title: string): FileReading {
  const refused = (why: string): FileReading => ({
    kind: 'exercise',
    format: 'a text',
    exercise: null,
    remarks: [`${why} Nothing was imported.`],
  });
  if (content.length > MAX_TEXT_CHARACTERS)
    return refused(`It is a text of more than ${MAX_TEXT_CHARACTERS / 1_000_000} million characters.`);
  if (isBinary(content)) return refused('It is none of the formats that can be read here.');
  const exercise = exerciseFromTab(content, title);
  if (!exercise) return refused(readTabText(content).problems.at(-1)?.message ?? 'There is no tab in it.');
  const fault = exerciseFault(exercise);
  if (fault !== null) return refused(`It could not be kept as it is written: ${fault}.`);
  return { kind: 'exercise', format: 'a tab', exercise, remarks: [] };
}

/**
 * Reads a file. Never throws; what cannot be used is refused whole, with the reason.
 * @param decode turns bytes into text; given because the core has no decoder of its own.
 * @param report is told as the work goes on, so that whoever waits can tell a long file from one that hangs.
 */
export function readFile(
  name: string,
  bytes: Uint8Array,
  decode: Decode,
  report: (done: number) => void = () => undefined,
): FileReading {
  const title = titleFromName(name);
  if (isZip(bytes)) return readZip(bytes, title, decode, report);
  if (startsWith(bytes, MIDI)) return { kind: 'exercise', format: 'a MIDI file', ...readMidi(bytes, title) };
  const content = textFrom(bytes, decode);
  report(0);
  const begin = content.trimStart();
  if (begin.startsWith('{')) {
    const { project, problems } = readProject(content, report);
    return project ? { kind: 'project', project } : { kind: 'refusedProject', problems };
  }
  // Tab is often pasted from pages, within <pre>.
  if (begin.startsWith('<') && !/^<\s*pre\b/i.test(begin))
    return { kind: 'exercise', format: 'a score', ...readMusicXml(content, title) };
  return readTab(content, title);
}
