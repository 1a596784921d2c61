/** Mutated files for every reader, and what must hold of whatever they answer. */
import { readFileSync } from 'node:fs';
import { Ajv2019 } from 'ajv/dist/2019.js';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import {
  newExercise,
  passageHash,
  readMidi,
  readMusicXml,
  readProject,
  readTabText,
  writeMidi,
  writeMusicXml,
  writeProject,
  writeTabText,
  type Exercise,
  type Project,
  NO_RECORDS,
} from '@/core';
import { readCompressedMusicXml, readFile, writeWithRecordings, type Encoding } from '@/core/formats';
import { exercises } from '@/core/formats/musicxml/testing';
import { demoProject } from '@/demo/library';

export const READERS = ['tab', 'musicxml', 'mxl', 'midi', 'project', 'file'] as const;
export type Reader = (typeof READERS)[number];

const decode = (bytes: Uint8Array, encoding: Encoding) => new TextDecoder(encoding).decode(bytes);

/** A small generator of numbers from 0 to 1 (mulberry32), so that a run can be repeated by its seed. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** A part of the demo as a project of its own: the whole would take most of the time. */
function smallProject(at: number): Project {
  const demo = demoProject();
  const [record] = demo.exercises.slice(at);
  const runs = demo.runs.filter(({ exerciseId }) => exerciseId === record!.id).slice(0, 3);
  const hashes = new Set([record!, ...runs].map((one) => one.passageHash));
  return {
    ...demo,
    exercises: [record!],
    passages: demo.passages.filter(({ hash }) => hashes.has(hash)),
    runs,
    ladders: demo.ladders.slice(0, 1),
    backup: { settings: { sound: { volume: 0.5 } }, log: [], shelf: [] },
  };
}

const OPTIONS = { bpm: 80, passes: 1, countInBeats: 4, withClick: true };

/** What our own writers make of random exercises: the files that mutations begin from. */
export function seedFiles(reader: Reader, seed: number): Uint8Array[] {
  const some = fc.sample(exercises, { numRuns: 24, seed });
  const texts = (write: (exercise: Exercise) => string) => some.map((one) => strToU8(write(one)));
  const tab = () => texts(({ passage, title }) => `${title}\n\n${writeTabText(passage)}`);
  const musicxml = () => texts((one) => writeMusicXml(one));
  const mxl = () =>
    some.slice(0, 8).map((one) =>
      zipSync({
        'META-INF/container.xml': strToU8(
          '<container><rootfiles><rootfile full-path="score%20one.xml"/></rootfiles></container>',
        ),
        'score one.xml': strToU8(writeMusicXml(one)),
      }),
    );
  const midi = () => some.map((one) => writeMidi(one, OPTIONS));
  const project = () => [0, 3, 7, 11].map((at) => strToU8(writeProject(smallProject(at))));
  const all = { tab, musicxml, mxl, midi, project };
  if (reader !== 'file') return all[reader]();
  const sound = Uint8Array.from(strToU8('RIFF0000WAVEfmt '));
  const zipped = [1, 5].map((at) =>
    writeWithRecordings(
      writeProject(smallProject(at)),
      [{ takeId: 'take', name: 'Gate', sound }],
      '2026-01-12',
    ),
  );
  return [...Object.values(all).flatMap((make) => make().slice(0, 4)), ...zipped];
}

const NASTY_BYTES = [0x00, 0xff, 0x7f, 0x80, 0x78, 0xf0, 0xf7, 0x3c, 0x7b];
const NASTY_NUMBERS = ['0', '-1', '99', '1e9', '1e308', '-0.5', '0.5', '999999999999', 'NaN', '1_0', ''];
const NASTY_TOKENS = [
  '||o',
  'o||',
  '(',
  ')',
  '<note>',
  '</note>',
  '{',
  '[[[[',
  '"',
  '\0',
  '\u2028',
  "x'99",
  '||:',
  '3+2',
];

/** One change of the bytes. */
function mutateBytes(bytes: Uint8Array, random: () => number): Uint8Array {
  const at = Math.floor(random() * (bytes.length + 1));
  const length = Math.floor(random() * random() * 60);
  const pick = <T>(from: readonly T[]) => from[Math.floor(random() * from.length)]!;
  const way = random();
  if (way < 0.3) {
    const changed = bytes.slice();
    if (at < changed.length) changed[at] = random() < 0.5 ? pick(NASTY_BYTES) : Math.floor(random() * 256);
    return changed;
  }
  const joined = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]));
  if (way < 0.5) return joined(bytes.slice(0, at), bytes.slice(at + length));
  if (way < 0.7) return joined(bytes.slice(0, at), bytes.slice(at, at + length), bytes.slice(at));
  if (way < 0.8) return bytes.slice(0, at);
  const put = Uint8Array.from({ length: 1 + Math.floor(random() * 4) }, () => pick(NASTY_BYTES));
  return joined(bytes.slice(0, at), put, bytes.slice(at));
}

/** One change of the text: a number, a word or a line. */
function mutateText(text: string, random: () => number): string {
  const pick = <T>(from: readonly T[]) => from[Math.floor(random() * from.length)]!;
  const way = random();
  if (way < 0.5) {
    const numbers = [...text.matchAll(/-?\d+(\.\d+)?/g)];
    if (numbers.length === 0) return text;
    const match = pick(numbers);
    return text.slice(0, match.index) + pick(NASTY_NUMBERS) + text.slice(match.index + match[0].length);
  }
  const lines = text.split('\n');
  const at = Math.floor(random() * lines.length);
  if (way < 0.65) lines.splice(at, 1);
  else if (way < 0.8) lines.splice(at, 0, pick(lines));
  else {
    const line = lines[at]!;
    const column = Math.floor(random() * (line.length + 1));
    lines[at] = line.slice(0, column) + pick(NASTY_TOKENS) + line.slice(column);
  }
  return lines.join('\n');
}

const isText = (bytes: Uint8Array) => !bytes.slice(0, 64).includes(0) && bytes[0] !== 0x4d;

/** A file that was changed in one to four places, in bytes or in words. */
export function mutated(bytes: Uint8Array, random: () => number): Uint8Array {
  let changed = bytes;
  for (let times = 1 + Math.floor(random() * 4); times > 0; times--)
    changed =
      isText(changed) && random() < 0.7
        ? strToU8(mutateText(decode(changed, 'utf-8'), random))
        : mutateBytes(changed, random);
  return changed;
}

const ajv = new Ajv2019({ strict: false, allErrors: false });
const validate = ajv.compile(JSON.parse(readFileSync('docs/project-file.schema.json', 'utf8')) as object);

/** Whether an exercise fits the published schema, as an independent validator reads it, and comes back from a project file. */
export function keptFault(exercise: Exercise): string | null {
  const { passage, ...fields } = exercise;
  const hash = passageHash(passage);
  const stamp = {
    id: 'e',
    revision: 1,
    createdAt: '2026-01-05',
    updatedAt: '2026-01-05',
    deviceId: 'd',
    versions: {},
  };
  const project = {
    ...NO_RECORDS,
    exportedAt: '2026-01-05',
    exercises: [{ ...stamp, ...fields, passageHash: hash, archivedAt: null }],
    passages: [{ hash, passage }],
    tombstones: [],
    siblings: [],
    parcel: null,
    backup: null,
  };
  const text = writeProject(project);
  if (!validate(JSON.parse(text))) return JSON.stringify(validate.errors?.[0]);
  const { problems } = readProject(text);
  return problems[0]?.message ?? null;
}

/** The exercises that a reader takes of a file. */
function taken(reader: Reader, bytes: Uint8Array): Exercise[] {
  const ofReading = ({
    exercise,
    parts,
  }: {
    exercise: Exercise | null;
    parts?: readonly { exercise: Exercise | null }[];
  }) => [exercise, ...(parts ?? []).map((part) => part.exercise)].filter((one) => one !== null);
  const text = () => decode(bytes, 'utf-8');
  if (reader === 'tab') {
    const { passage } = readTabText(text());
    return passage.notes.length > 0 ? [newExercise('Read', passage)] : [];
  }
  if (reader === 'musicxml') return ofReading(readMusicXml(text()));
  if (reader === 'mxl') return ofReading(readCompressedMusicXml(bytes));
  if (reader === 'midi') return ofReading(readMidi(bytes));
  if (reader === 'project') {
    const { project } = readProject(text());
    if (project && !validate(JSON.parse(writeProject(project))))
      throw new Error('the published schema refuses it');
    return [];
  }
  const reading = readFile('a file', bytes, decode);
  return reading.kind === 'exercise' ? ofReading(reading) : [];
}

/**
 * What is wrong with how a reader takes a file; null where nothing is.
 * @param mostMs longer than this is a fault; tests leave it out, since a machine may be slow.
 */
export function faultOf(reader: Reader, bytes: Uint8Array, mostMs = Infinity): string | null {
  // Of the processor, not of the clock: a busy machine makes no reader slow.
  const since = process.cpuUsage();
  let exercisesTaken: Exercise[];
  try {
    exercisesTaken = taken(reader, bytes);
  } catch (error) {
    return `threw: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ') ?? String(error)}`;
  }
  const { user, system } = process.cpuUsage(since);
  const tookMs = (user + system) / 1000;
  if (tookMs > mostMs) return `took ${Math.round(tookMs)} ms`;
  for (const exercise of exercisesTaken) {
    const fault = keptFault(exercise);
    if (fault !== null) return `took what the project file refuses: ${fault}`;
  }
  return null;
}
