/** Reads and writes files off the main thread: a long score takes seconds. */
import { expose } from 'comlink';
import type { Exercise, Project } from '@/core';
import {
  readFile,
  recordFault,
  writeCheckedProject,
  writeCompressedMusicXml,
  writeMidi,
  writeMusicXml,
  type Encoding,
  type FileReading,
  type ListName,
  type WriteMidiOptions,
  type WrittenProject,
} from '@/core/formats';

/** The formats that take long to write. */
export type LongFormat = 'musicxml' | 'mxl' | 'midi';

const decode = (bytes: Uint8Array, encoding: Encoding) => new TextDecoder(encoding).decode(bytes);

const files = {
  read: (name: string, bytes: Uint8Array, report: (done: number) => void): FileReading =>
    readFile(name, bytes, decode, report),
  write: (format: LongFormat, exercise: Exercise, options: WriteMidiOptions): BlobPart => {
    if (format === 'midi') return writeMidi(exercise, options);
    return format === 'mxl'
      ? writeCompressedMusicXml(exercise, options.bpm)
      : writeMusicXml(exercise, options.bpm);
  },
  writeProject: (project: Project): WrittenProject => writeCheckedProject(project),
  /** The faults of records of a list, by their place. */
  faults: (list: ListName, records: readonly unknown[]): (string | null)[] =>
    records.map((record) => recordFault(list, record)),
};

export type FilesWorker = typeof files;

expose(files);
