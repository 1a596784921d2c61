/** Reads files off the main thread: a large score takes seconds. */
import { expose } from 'comlink';
import { readFile, type FileReading } from '@/core/formats';

const decoder = new TextDecoder();

const reader = {
  read: (name: string, bytes: Uint8Array): FileReading =>
    readFile(name, bytes, (some) => decoder.decode(some)),
};

export type FileReader = typeof reader;

expose(reader);
