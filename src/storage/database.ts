/** The browser's database as the rest of this room reaches it. Dexie itself comes after the page. */
import type { DatabaseHandle } from './handle';
import type { Database } from './indexed';

export type { DatabaseHandle } from './handle';

/** Something about the database that the user must know. */
export type DatabaseNotice = 'blocked' | 'newerVersion' | null;

type Listener = (notice: DatabaseNotice) => void;

const listeners = new Set<Listener>();
let notice: DatabaseNotice = null;

function announce(next: DatabaseNotice): void {
  notice = next;
  for (const listener of listeners) listener(next);
}

/** Calls back when another tab holds up, or has taken over, the database. */
export function onDatabaseNotice(listener: Listener): () => void {
  listeners.add(listener);
  listener(notice);
  return () => listeners.delete(listener);
}

/** Stands for the database of the application, there from the first moment. */
const APPLICATION = {} as DatabaseHandle;

let opened: Database | null = null;
let opening: Promise<Database> | null = null;

async function open(): Promise<Database> {
  const { Database } = await import('./indexed');
  const database = new Database('yardfell');
  database.on('blocked', () => announce('blocked'));
  database.on('ready', () => announce(null));
  database.on('versionchange', () => {
    // Another tab needs a newer version: let it have the database rather than hold it up.
    database.close();
    announce('newerVersion');
  });
  return (opened = database);
}

/** The database of the application. Nothing is asked of it before `reaching` is null. */
export const database = (): DatabaseHandle => APPLICATION;

/** Null once the database can be asked; before, what to wait for. What could not be loaded is tried again. */
export function reaching(): Promise<unknown> | null {
  if (opened) return null;
  opening ??= open().catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

/** What is in the database. For this room alone. */
export function tables(db: DatabaseHandle): Database {
  if (db !== APPLICATION) return db as unknown as Database;
  if (!opened) throw new Error('The database is not loaded yet.');
  return opened;
}

/** As `reaching`; a database that is handed in can be asked at once. */
export const reachingOf = (db: DatabaseHandle): Promise<unknown> | null =>
  db === APPLICATION ? reaching() : null;

/** Who is told what a query gives. */
interface Observer<Result> {
  readonly next: (result: Result) => void;
  readonly error: (error: unknown) => void;
}

/**
 * Tells what a query gives, anew whenever that changes, as soon as the database can be asked.
 * @returns what ends it.
 */
export function watch<Result>(
  db: DatabaseHandle,
  query: () => Result | Promise<Result>,
  observer: Observer<Result>,
): () => void {
  let stop: (() => void) | null = null;
  let isOver = false;
  const begin = () => {
    if (isOver) return;
    const subscription = tables(db).watch(query).subscribe(observer);
    stop = () => subscription.unsubscribe();
  };
  const waiting = reachingOf(db);
  if (waiting) waiting.then(begin, observer.error);
  else begin();
  return () => {
    isOver = true;
    stop?.();
  };
}
