/** The public face of the workers. */
import { transfer, wrap } from 'comlink';
import type { FileReading } from '@/core/formats';
import type { FileReader } from './fileReader.worker';

/**
 * Reads a file in a worker of its own, which ends with it.
 * @throws Error when the worker cannot be started or runs out of memory.
 */
export async function readFileInWorker(name: string, bytes: Uint8Array): Promise<FileReading> {
  const worker = new Worker(new URL('./fileReader.worker.ts', import.meta.url), { type: 'module' });
  try {
    const broken = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error('The reader broke off.'));
    });
    return await Promise.race([wrap<FileReader>(worker).read(name, transfer(bytes, [bytes.buffer])), broken]);
  } finally {
    worker.terminate();
  }
}
