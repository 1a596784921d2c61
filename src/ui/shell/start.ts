'use client';
import { useEffect, useState } from 'react';
import { database, lastExercise } from '@/storage';
import { setTell, told } from '@/work/perform';
import { escapedText, start } from '@/work/start';
import { startOver } from './started';
import { say, unsay } from '../controls/say';
import { useKept } from './useKept';

setTell(say, unsay);

let started: Promise<void> | null = null;

/** What escapes everything else is told too. */
function onEscaped(event: ErrorEvent | PromiseRejectionEvent): void {
  const error: unknown = 'reason' in event ? event.reason : event.error;
  const text = escapedText(error, 'message' in event ? event.message : '');
  if (text !== null) told(text);
}

/** Opens the database once, loads the demo where it is asked for, and knows the exercise last worked on. */
export function useStart(
  withDemo: boolean,
  seed: number | null,
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
  const last = useKept(() => lastExercise(database()));
  return { isReady, lastExercise: last ?? null };
}
