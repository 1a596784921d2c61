/** Reads and writes files off the main thread: a long score takes seconds. */
import { expose } from 'comlink';
import type { Exercise } from '@/core';
import {
  readFile,
  writeCompressedMusicXml,
  writeMidi,
  writeMusicXml,
  type FileReading,
  type WriteMidiOptions,
} from '@/core/formats';

/** The formats that take long to write. */
export type LongFormat = 'musicxml' | 'mxl' | 'midi';

const decoder = new TextDecoder();

const files = {
  read: (name: string, bytes: Uint8Array): FileReading =>
    readFile(name, bytes, (some) => decoder.decode(some)),
  write: (format: LongFormat, exercise: Exercise, options: WriteMidiOptions): BlobPart => {
    if (format === 'midi') return writeMidi(exercise, options);
    return format === 'mxl'
      ? writeCompressedMusicXml(exercise, options.bpm)
      : writeMusicXml(exercise, options.bpm);
  },
};

export type FilesWorker = typeof files;

expose(files);
