/**
 * What is done where the browser was killed the last time. Chromium keeps IndexedDB in a log that it writes in pieces; a kill between two
 * leaves half a record at the end, the next start writes on behind it, and the start after that takes the log for damaged and throws the
 * whole store away (seen with LevelDB in Chromium 156: half a record put there by hand, then one more edit, and nothing was left). Once
 * more than its buffer was written the browser begins a new log; so that is done before anything else is entrusted to the old one.
 */
import { tables, type DatabaseHandle } from './database';
import { note } from './meta';
import { holdLock, livingTabs, tabId } from './tabs';

/** LevelDB's usual buffer, with some to spare: 4 MiB, from memory of its options; measured to suffice. */
const BALLAST_BYTES = 4.5 * 2 ** 20;
/** Larger values are kept beside the log. */
const PIECE_BYTES = 32_000;
const STORE = 'ballast';

const settled = <Result>(request: IDBRequest<Result>) =>
  new Promise<Result>((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error ?? new Error('The browser gave no reason.'));
  });

const done = (transaction: IDBTransaction) =>
  new Promise<void>((resolve, reject) => {
    transaction.oncomplete = () => resolve();
    transaction.onabort = () => reject(transaction.error ?? new Error('The browser gave no reason.'));
  });

/** Makes the browser begin a new log: more than its buffer is written, and taken away again. */
export async function beginNewLog(name: string): Promise<void> {
  const opening = indexedDB.open(name, 1);
  opening.onupgradeneeded = () => opening.result.createObjectStore(STORE, { autoIncrement: true });
  const ballast = await settled(opening);
  try {
    // What can be pressed together would not fill the buffer.
    const piece = crypto.getRandomValues(new Uint8Array(PIECE_BYTES));
    const writing = ballast.transaction(STORE, 'readwrite');
    for (let at = 0; at * PIECE_BYTES < BALLAST_BYTES; at++) writing.objectStore(STORE).add(piece);
    await done(writing);
    // The first write after that goes into the new log.
    const clearing = ballast.transaction(STORE, 'readwrite');
    clearing.objectStore(STORE).clear();
    await done(clearing);
  } finally {
    ballast.close();
    await settled(indexedDB.deleteDatabase(name));
  }
}

const TAB = 'tab:';
const keyOf = (id: string) => `${TAB}${id}` as const;

/** Takes this tab's mark away, in one go: the page may be gone before an answer comes. */
function leave(db: DatabaseHandle): void {
  if (!tables(db).isOpen()) return;
  const leaving = tables(db).backendDB().transaction('meta', 'readwrite');
  leaving.objectStore('meta').delete(keyOf(tabId()));
  leaving.commit?.();
}

/**
 * Marks this tab as open until it is closed, and looks for tabs that were not: after those a new log is begun.
 * @returns whether there were any.
 */
export async function enter(db: DatabaseHandle): Promise<boolean> {
  holdLock();
  const isAlive = await livingTabs();
  const marks = await tables(db).meta.where('key').startsWith(TAB).primaryKeys();
  const dead = marks.filter((key) => !isAlive(key.slice(TAB.length)));
  if (dead.length > 0) await beginNewLog(`${tables(db).name}-ballast`);
  await tables(db).meta.bulkDelete(dead);
  await note(db, keyOf(tabId()), true);
  if (typeof window !== 'undefined') {
    window.addEventListener('pagehide', () => leave(db));
    window.addEventListener('pageshow', ({ persisted }) => {
      // Back from the browser's own memory.
      if (persisted) note(db, keyOf(tabId()), true).catch(() => undefined);
    });
  }
  return dead.length > 0;
}
