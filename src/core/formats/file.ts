/** Any file that can be read, told by what is in it and not by its name. */
import { exerciseFromTab } from '../exercise/taking';
import type { Project } from '../exercise/records';
import { readTabText } from './tab/read';
import type { ForeignReading } from './foreign';
import { readMidi } from './midi/read';
import { readCompressedMusicXml, readMusicXml } from './musicxml/read';
import { readProject, type ProjectProblem } from './project/project';

export type FileReading =
  | { readonly kind: 'project'; readonly project: Project }
  | { readonly kind: 'refusedProject'; readonly problems: readonly ProjectProblem[] }
  /** Which format it was, in words. */
  | ({ readonly kind: 'exercise'; readonly format: string } & ForeignReading);

/** Files larger than this are refused before they are read: no library comes near it. */
export const MAX_FILE_BYTES = 50_000_000;

/** Plain text of other kinds may be this long; a tab of ten thousand notes has a twentieth of it. */
const MAX_TEXT_CHARACTERS = 4_000_000;

function startsWith(bytes: Uint8Array, magic: readonly number[]): boolean {
  return magic.every((byte, at) => bytes[at] === byte);
}

const ZIP = [0x50, 0x4b];
const MIDI = [0x4d, 0x54, 0x68, 0x64];

/** The name of a file without its path and suffix, to be a title. */
export function titleFromName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  return last.replace(/\.[^.]*$/, '').trim() || 'Untitled';
}

/**
 * Reads a file. Never throws; what cannot be used is refused whole, with the reason.
 * @param text decodes UTF-8; given because the core has no decoder of its own.
 */
export function readFile(name: string, bytes: Uint8Array, text: (bytes: Uint8Array) => string): FileReading {
  const title = titleFromName(name);
  if (startsWith(bytes, ZIP))
    return { kind: 'exercise', format: 'a zipped score', ...readCompressedMusicXml(bytes, title) };
  if (startsWith(bytes, MIDI)) return { kind: 'exercise', format: 'a MIDI file', ...readMidi(bytes, title) };
  const content = text(bytes).replace(/^\u{feff}/u, '');
  const begin = content.trimStart();
  if (begin.startsWith('{')) {
    const { project, problems } = readProject(content);
    return project ? { kind: 'project', project } : { kind: 'refusedProject', problems };
  }
  if (begin.startsWith('<')) return { kind: 'exercise', format: 'a score', ...readMusicXml(content, title) };
  const refused = (why: string): FileReading => ({
    kind: 'exercise',
    format: 'a text',
    exercise: null,
    remarks: [`${why} Nothing was imported.`],
  });
  if (content.length > MAX_TEXT_CHARACTERS)
    return refused(`It is a text of more than ${MAX_TEXT_CHARACTERS / 1_000_000} million characters.`);
  if (content.includes('\0')) return refused('It is none of the formats that can be read here.');
  const exercise = exerciseFromTab(content, title);
  if (!exercise) return refused(readTabText(content).problems.at(-1)?.message ?? 'There is no tab in it.');
  return { kind: 'exercise', format: 'a tab', exercise, remarks: [] };
}
