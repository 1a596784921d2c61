'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import {
  askToPersist,
  database,
  loadDemo,
  replayJournal,
  seededSources,
  setSources,
  sweepUnused,
} from '@/storage';
import { ahead, attempt, inWords, perform, setTell, told } from '@/work/perform';
import { startOver } from './started';
import { say, unsay } from '../controls/say';

setTell(say, unsay);

/** Where a seeded clock starts. */
const SEEDED_START_MS = Date.UTC(2026, 0, 12, 9, 0);

const LATER_MS = 10_000;

/** How often it is looked whether a backup is due. */
const BACKUP_EVERY_MS = 3_600_000;

let started: Promise<void> | null = null;

async function start(withDemo: boolean, seed: number | null): Promise<void> {
  const db = database();
  if (seed !== null) {
    // Each opening counts on, so that ids of a seeded run repeat but never meet.
    const openings = (((await db.meta.get('openings'))?.value as number | undefined) ?? 0) + 1;
    // A full disk is no reason not to open.
    ahead(() => db.meta.put({ key: 'openings', value: openings }));
    setSources(seededSources(seed + openings * 7919, SEEDED_START_MS + openings * 3_600_000));
  }
  ahead(askToPersist);
  const isNew = (await db.meta.get('demoOffered')) === undefined && (await db.exercises.count()) === 0;
  if (withDemo && isNew) {
    await db.meta.put({ key: 'demoOffered', value: true });
    await perform('Loading the demo library', async () => {
      const summary = await loadDemo(db);
      const { undoOf } = await import('@/work/undoing');
      say(`The demo library is here: ${summary.added} exercises.`, undoOf(summary.entry));
    });
  }
  attempt('Taking up what was typed last', takeUpEdits, 'It stays where it is until the next start.');
  // Later, so that it does not stand in the way of the first screen; a failure only leaves more behind for next time.
  setTimeout(() => {
    ahead(() => sweepUnused(db));
    ahead(lookOnceForDamage);
    attempt('The backup', backUpWhereDue, 'What is kept here is not touched by that.');
  }, LATER_MS);
  setInterval(
    () => attempt('The backup', backUpWhereDue, 'What is kept here is not touched by that.'),
    BACKUP_EVERY_MS,
  );
}

const backUpWhereDue = async () => (await import('@/work/givingOut')).backUpWhereDue();

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

/** What escapes everything else is told too. */
function onEscaped(event: ErrorEvent | PromiseRejectionEvent): void {
  const error: unknown = 'reason' in event ? event.reason : event.error;
  // The browser itself reports these about its own layout; nothing failed.
  if ('message' in event && event.message.startsWith('ResizeObserver loop')) return;
  const message = inWords(error ?? 'unknown');
  told(
    `Something went wrong that was not foreseen (${message.slice(0, 200)}). What was said to be saved is kept.`,
  );
}

/** Opens the database once, loads the demo where it is asked for, and knows the exercise last worked on. */
export function useStart(
  withDemo: boolean,
  seed: number | null,
  path: string,
): { isReady: boolean; lastExercise: string | null } {
  const [isReady, setIsReady] = useState(false);
  useEffect(() => {
    started ??= start(withDemo, seed).finally(startOver);
    let isHere = true;
    started.then(
      () => isHere && setIsReady(true),
      (error: Error) => {
        say(
          `The browser did not open its database (${error.message}). Private windows or blocked site data can be the reason.`,
        );
      },
    );
    return () => {
      isHere = false;
    };
  }, [withDemo, seed]);
  useEffect(() => {
    window.addEventListener('error', onEscaped);
    window.addEventListener('unhandledrejection', onEscaped);
    return () => {
      window.removeEventListener('error', onEscaped);
      window.removeEventListener('unhandledrejection', onEscaped);
    };
  }, []);
  useEffect(() => {
    const id = /^\/(?:bench|ladder|practice)\/([^/]+)$/.exec(path)?.[1];
    if (id) ahead(() => database().meta.put({ key: 'lastExercise', value: id }));
  }, [path]);
  const last = useLiveQuery(async () => {
    const id = (await database().meta.get('lastExercise'))?.value;
    return typeof id === 'string' && (await database().exercises.get(id)) ? id : null;
  });
  return { isReady, lastExercise: last ?? null };
}
