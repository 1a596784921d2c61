import { afterEach, describe, expect, it, vi } from 'vitest';
import { filesIn, keepShared, waitingShared } from '@/offline/sharing';
import { onOpened, takeShared, type LaunchQueue } from './given';

/** A cache storage in memory with what is used of it. */
function storage(): CacheStorage {
  const all = new Map<string, Map<string, Response>>();
  const open = (name: string) => {
    const kept = all.get(name) ?? new Map<string, Response>();
    all.set(name, kept);
    return Promise.resolve({
      keys: () => Promise.resolve([...kept.keys()]),
      put: (key: string, response: Response) => Promise.resolve(kept.set(key, response)),
      match: (key: string) => Promise.resolve(kept.get(key)?.clone()),
      delete: (key: string) => Promise.resolve(kept.delete(key)),
    });
  };
  return {
    open,
    has: (name: string) => Promise.resolve(all.has(name)),
    delete: (name: string) => Promise.resolve(all.delete(name)),
  } as unknown as CacheStorage;
}

function form(fields: Record<string, string | File>): FormData {
  const made = new FormData();
  for (const [name, value] of Object.entries(fields)) made.append(name, value);
  return made;
}

const contents = (files: readonly File[]) =>
  Promise.all(files.map(async (file) => [file.name, await file.text()]));

afterEach(() => vi.unstubAllGlobals());

describe('what is shared', () => {
  it('is its files, and its words as one more, named by the title', async () => {
    const file = new File(['x'], 'é ü.musicxml');
    expect(await contents(filesIn(form({ files: file, title: ' Warm-up ', text: 'A4 C5' })))).toEqual([
      ['é ü.musicxml', 'x'],
      ['Warm-up.txt', 'A4 C5'],
    ]);
    expect(await contents(filesIn(form({ title: '', text: 'A4', url: 'u' })))).toEqual([
      ['Shared text.txt', 'A4\nu'],
    ]);
    expect(filesIn(form({ title: 'only a title', text: '  ' }))).toEqual([]);
  });

  it('waits in its order under its names, twice shared both, and is forgotten only when it was taken', async () => {
    const caches = storage();
    vi.stubGlobal('caches', caches);
    await keepShared([new File(['1'], 'é.txt'), new File(['2'], 'b.mid')]);
    await keepShared([new File(['3'], 'c.txt')]);
    const waiting = [
      ['é.txt', '1'],
      ['b.mid', '2'],
      ['c.txt', '3'],
    ];
    await expect(takeShared(() => Promise.reject(new Error('full')))).rejects.toThrow('full');
    const taken: unknown[] = [];
    const take = async (files: readonly File[]) => {
      taken.push(...(await contents(files)));
    };
    await Promise.all([takeShared(take), takeShared(take)]);
    expect(taken).toEqual(waiting);
    expect(await waitingShared()).toEqual([]);
    await takeShared(() => Promise.reject(new Error('nothing waits')));
  });
});

it('what is shared while something else is taken in waits for its own turn', async () => {
  vi.stubGlobal('caches', storage());
  await keepShared([new File(['1'], 'a.txt'), new File(['2'], 'b.txt')]);
  await takeShared(() => keepShared([new File(['3'], 'c.txt')]));
  expect(await contents(await waitingShared())).toEqual([['c.txt', '3']]);
  await keepShared([new File(['4'], 'd.txt')]);
  expect(await contents(await waitingShared())).toEqual([
    ['c.txt', '3'],
    ['d.txt', '4'],
  ]);
});

describe('files opened with the application', () => {
  it('are taken in; a start without files takes nothing, and a browser without a queue is none worse', async () => {
    onOpened(() => Promise.reject(new Error('never')));
    let consumer: Parameters<LaunchQueue['setConsumer']>[0] = () => undefined;
    vi.stubGlobal('launchQueue', { setConsumer: (next: typeof consumer) => (consumer = next) });
    const take = vi.fn(() => Promise.resolve());
    onOpened(take);
    consumer({});
    const file = new File(['x'], 'a.mid');
    consumer({ files: [{ getFile: () => Promise.resolve(file) } as FileSystemFileHandle] });
    await vi.waitFor(() => expect(take).toHaveBeenCalledWith([file]));
    expect(take).toHaveBeenCalledTimes(1);
  });
});
