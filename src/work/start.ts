/** The start of the application: identifiers, the demo, what was typed last, and what is looked after later. */
import { counted } from '@/core';
import {
  askToPersist,
  database,
  enter,
  keepOpenings,
  loadDemo,
  noteHeld,
  openings,
  reaching,
  replayJournal,
  seededSources,
  setSources,
  sweepUnused,
  takeFirstTime,
  thrownAway,
  type Held,
} from '@/storage';
import { ahead, attempt, inWords, perform, told } from './perform';

/** Where a seeded clock starts. */
const SEEDED_START_MS = Date.UTC(2026, 0, 12, 9, 0);

const LATER_MS = 10_000;

/** How often it is looked whether a backup is due. */
const BACKUP_EVERY_MS = 3_600_000;

/** Does once what the start of the application does. */
export async function start(withDemo: boolean, seed: number | null): Promise<void> {
  await reaching();
  const db = database();
  if (seed !== null) {
    // Each opening counts on, so that ids of a seeded run repeat but never meet.
    const opening = (await openings(db)) + 1;
    // A full disk is no reason not to open.
    ahead(() => keepOpenings(db, opening));
    setSources(seededSources(seed + opening * 7919, SEEDED_START_MS + opening * 3_600_000));
  }
  ahead(askToPersist);
  // Before anything is written on: what a killed browser left may not bear it.
  const entered = enter(db).catch(() => false);
  const held = thrownAway(db).catch(() => null);
  if (withDemo) await Promise.all([entered, held]);
  if (withDemo && (await takeFirstTime(db))) {
    await perform('Loading the demo library', async () => {
      const summary = await loadDemo(db);
      const { undoOf } = await import('./undoing');
      told(`The demo library is here: ${summary.added} exercises.`, undoOf(summary.entry));
    });
  }
  attempt(
    'Taking up what was typed last',
    () => entered.then(takeUpEdits),
    'It stays where it is until the next start.',
  );
  ahead(() => held.then(tellThrownAway));
  // Later, so that it does not stand in the way of the first screen; a failure only leaves more behind for next time.
  setTimeout(() => {
    ahead(() => sweepUnused(db));
    ahead(lookOnceForDamage);
    ahead(() => noteHeld(db));
    attempt('The backup', backUpWhereDue, 'What is kept here is not touched by that.');
  }, LATER_MS);
  setInterval(
    () => attempt('The backup', backUpWhereDue, 'What is kept here is not touched by that.'),
    BACKUP_EVERY_MS,
  );
}

/** Where the browser has thrown the database away, that is said, with the way back. */
function tellThrownAway(held: Held | null): void {
  if (held)
    told(
      `The browser has thrown away what it kept here (${counted(held.exercises, 'exercise')} on ${held.day}). A file of “Export all” or of the backup folder brings everything back: import it in the Library.`,
    );
}

const backUpWhereDue = async () => (await import('./givingOut')).backUpWhereDue();

/** Edits that a killed browser left in the journal are carried out. */
async function takeUpEdits(): Promise<void> {
  const { kept, copied } = await replayJournal(database());
  const quoted = (titles: readonly string[]) => titles.map((title) => `“${title}”`).join(', ');
  if (kept.length > 0) told(`The last edits before the browser closed were still written: ${quoted(kept)}.`);
  if (copied.length > 0)
    told(`What was typed last did not fit what is kept any more; it is here as ${quoted(copied)}.`);
}

/** Once for each version of the data: records that its schema refuses are found, and then shown. */
async function lookOnceForDamage(): Promise<void> {
  const [{ knownDamage, lookForDamage }, { faultsInWorker }] = await Promise.all([
    import('@/storage/health'),
    import('@/workers'),
  ]);
  if ((await knownDamage(database())) === null) await lookForDamage(database(), faultsInWorker);
}

/** In words, what escaped everything else; null for what is no failure. */
export function escapedText(error: unknown, message: string): string | null {
  // The browser itself reports these about its own layout; nothing failed.
  if (message.startsWith('ResizeObserver loop')) return null;
  return `Something went wrong that was not foreseen (${inWords(error ?? 'unknown').slice(0, 200)}). What was said to be saved is kept.`;
}
