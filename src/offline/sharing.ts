/** What other programs share: kept by the worker until the page takes it in, so that no server sees it. */
import { SHARED } from './kept';

const NAME_HEADER = 'X-Name';

/** What a form of the share sheet holds, as files: those that came, and what was written as one more. */
export function filesIn(form: FormData): File[] {
  const files = form.getAll('files').filter((one) => one instanceof File);
  const words = ['text', 'url'].map((name) => form.get(name)).filter((one) => typeof one === 'string');
  const text = words.filter((one) => one.trim() !== '').join('\n');
  if (text === '') return files;
  const title = form.get('title');
  const name = typeof title === 'string' && title.trim() !== '' ? title.trim() : 'Shared text';
  return [...files, new File([text], `${name}.txt`, { type: 'text/plain' })];
}

/** Keeps files until they are taken in; what waits already stays. */
export async function keepShared(files: readonly File[], storage: CacheStorage = caches): Promise<void> {
  const cache = await storage.open(SHARED);
  for (const file of files) {
    const headers = { [NAME_HEADER]: encodeURIComponent(file.name), 'Content-Type': file.type };
    await cache.put(`/shared/${crypto.randomUUID()}`, new Response(file, { headers }));
  }
}

/** The files that wait, in the order in which they came. */
export async function waitingShared(storage: CacheStorage = caches): Promise<File[]> {
  if (!(await storage.has(SHARED))) return [];
  const cache = await storage.open(SHARED);
  const responses = await Promise.all((await cache.keys()).map((request) => cache.match(request)));
  return Promise.all(
    responses
      .filter((response) => response !== undefined)
      .map(async (response) => {
        const name = decodeURIComponent(response.headers.get(NAME_HEADER) ?? 'shared');
        const type = response.headers.get('Content-Type') ?? '';
        return new File([await response.blob()], name, { type });
      }),
  );
}

/** Forgets the first so many, which were taken in; what came since waits on. */
export async function forgetShared(count: number, storage: CacheStorage = caches): Promise<void> {
  const cache = await storage.open(SHARED);
  const taken = (await cache.keys()).slice(0, count);
  await Promise.all(taken.map((request) => cache.delete(request)));
}
