'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { database, ExerciseSession, type SessionState } from '@/storage';

/** The session of one exercise for the life of the view. */
export function useSession(exerciseId: string): { session: ExerciseSession; state: SessionState } {
  const [session] = useState(() => new ExerciseSession(database(), exerciseId));
  useEffect(() => session.open(), [session]);
  const state = useSyncExternalStore(session.subscribe, session.snapshot, session.snapshot);
  return { session, state };
}
