/** For tests: the database of the application, ready to be asked, in memory. */
import 'fake-indexeddb/auto';
import { reaching } from './database';

await reaching();

export interface FakeFile {
  size: number;
  lastModified: number;
  /** What was written. */
  sound?: ArrayBuffer;
}

/** A navigator whose private file system has one folder, with files of any size. @param breaks whether writing fails. */
export function fakeFolder(files: Map<string, FakeFile>, breaks: () => boolean) {
  const handle = (name: string) => ({
    kind: 'file',
    name,
    getFile: () =>
      Promise.resolve({ ...files.get(name), arrayBuffer: () => Promise.resolve(files.get(name)!.sound) }),
    createWritable: () => {
      let [size, written] = [0, new ArrayBuffer(0)];
      return Promise.resolve({
        write: (sound: ArrayBuffer) => {
          [size, written] = [sound.byteLength, sound];
          return breaks() ? Promise.reject(new Error('the disk is full')) : Promise.resolve();
        },
        close: () =>
          Promise.resolve(void files.set(name, { size, lastModified: Date.now(), sound: written })),
      });
    },
  });
  const folder = {
    async *values() {
      for (const name of [...files.keys()]) yield handle(name);
    },
    getFileHandle: (name: string, { create = false } = {}) =>
      files.has(name) || create ? Promise.resolve(handle(name)) : Promise.reject(new Error('not found')),
    removeEntry: (name: string) => Promise.resolve(void files.delete(name)),
  };
  const root = { getDirectoryHandle: () => Promise.resolve(folder) };
  return { storage: { getDirectory: () => Promise.resolve(root) } };
}
