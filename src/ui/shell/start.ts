'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useState } from 'react';
import {
  askToPersist,
  database,
  LIBRARY,
  loadDemo,
  seededSources,
  setSources,
  step,
  sweepUnused,
} from '@/storage';
import { say } from '../controls/say';

/** Where a seeded clock starts. */
const SEEDED_START_MS = Date.UTC(2026, 0, 12, 9, 0);

const SWEEP_DELAY_MS = 10_000;

let started: Promise<void> | null = null;

async function start(withDemo: boolean, seed: number | null): Promise<void> {
  const db = database();
  if (seed !== null) {
    // Each opening counts on, so that ids of a seeded run repeat but never meet.
    const openings = (((await db.meta.get('openings'))?.value as number | undefined) ?? 0) + 1;
    await db.meta.put({ key: 'openings', value: openings });
    setSources(seededSources(seed + openings * 7919, SEEDED_START_MS + openings * 3_600_000));
  }
  void askToPersist();
  const isNew = (await db.meta.get('demoOffered')) === undefined && (await db.exercises.count()) === 0;
  if (withDemo && isNew) {
    await db.meta.put({ key: 'demoOffered', value: true });
    const summary = await loadDemo(db);
    say(`The demo library is here: ${summary.added} exercises.`, {
      name: 'Undo',
      run: () => void step(db, LIBRARY, 'undo'),
    });
  }
  // Later, so that it does not stand in the way of the first screen; a failure only leaves more behind for next time.
  setTimeout(() => void sweepUnused(db).catch(() => undefined), SWEEP_DELAY_MS);
}

/** Opens the database once, loads the demo where it is asked for, and knows the exercise last worked on. */
export function useStart(
  withDemo: boolean,
  seed: number | null,
  path: string,
): { isReady: boolean; lastExercise: string | null } {
  const [isReady, setIsReady] = useState(false);
  useEffect(() => {
    started ??= start(withDemo, seed);
    let isHere = true;
    started.then(
      () => isHere && setIsReady(true),
      () => {
        say('The browser did not open its database. Private windows or blocked site data can be the reason.');
      },
    );
    return () => {
      isHere = false;
    };
  }, [withDemo, seed]);
  useEffect(() => {
    const id = /^\/(?:bench|ladder|practice)\/([^/]+)$/.exec(path)?.[1];
    if (id) void database().meta.put({ key: 'lastExercise', value: id });
  }, [path]);
  const last = useLiveQuery(async () => {
    const id = (await database().meta.get('lastExercise'))?.value;
    return typeof id === 'string' && (await database().exercises.get(id)) ? id : null;
  });
  return { isReady, lastExercise: last ?? null };
}
