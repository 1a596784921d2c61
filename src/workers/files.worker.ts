/** Reads and writes files off the main thread: a long score takes seconds. */
import { expose, transfer } from 'comlink';
import type { Exercise, Project } from '@/core';
import {
  readFile,
  recordFault,
  writeCheckedProject,
  writeCompressedMusicXml,
  writeMidi,
  writeMusicXml,
  writeWithRecordings,
  type Encoding,
  type FileReading,
  type ListName,
  type TakeRecording,
  type WriteMidiOptions,
  type WrittenProject,
} from '@/core/formats';

/** The formats that take long to write. */
export type LongFormat = 'musicxml' | 'mxl' | 'midi';

const decode = (bytes: Uint8Array, encoding: Encoding) => new TextDecoder(encoding).decode(bytes);

const files = {
  read: (name: string, bytes: Uint8Array, report: (done: number) => void): FileReading => {
    const reading = readFile(name, bytes, decode, report);
    const recordings = reading.kind === 'project' ? (reading.recordings ?? []) : [];
    return transfer(
      reading,
      recordings.map(({ sound }) => sound.buffer),
    );
  },
  write: (format: LongFormat, exercise: Exercise, options: WriteMidiOptions): BlobPart => {
    if (format === 'midi') return writeMidi(exercise, options);
    return format === 'mxl'
      ? writeCompressedMusicXml(exercise, options.bpm)
      : writeMusicXml(exercise, options.bpm);
  },
  writeProject: (project: Project): WrittenProject => writeCheckedProject(project),
  /** A written project and recordings as one file. */
  zip: (text: string, recordings: readonly TakeRecording[], at: string): Uint8Array<ArrayBuffer> => {
    const bytes = writeWithRecordings(text, recordings, at);
    return transfer(bytes, [bytes.buffer]);
  },
  /** The faults of records of a list, by their place. */
  faults: (list: ListName, records: readonly unknown[]): (string | null)[] =>
    records.map((record) => recordFault(list, record)),
};

export type FilesWorker = typeof files;

expose(files);
