'use client';
import { useMemo } from 'react';
import { useRouter } from 'next/navigation';
import { practiceAt } from '@/addresses';
import {
  database,
  openSession,
  readExerciseRecords,
  type PracticeSession,
  type SessionItem,
} from '@/storage';
import { useKept } from '@/ui/shell/useKept';
import { attempt } from '@/work/perform';
import { isDone, isTurnOver, nextAt } from '@/work/practice/session';
import { endSession, leaveInSession, nextInSession } from '@/work/practice/sessions';

/** A session that is under way, as the runner of one exercise sees it. */
export interface Sitting {
  readonly session: PracticeSession;
  /** The exercise that the session has on. */
  readonly item: SessionItem;
  /** Whether that is the one in this runner. */
  readonly isHere: boolean;
  readonly isTurnOver: boolean;
  readonly isDone: boolean;
  readonly next: SessionItem | null;
  readonly titleOf: (exerciseId: string) => string;
  readonly goOn: () => void;
  readonly leave: () => void;
  readonly end: () => void;
}

/** The session of a player; null: there is none. */
export function useSession(playerId: string, exerciseId: string): Sitting | null {
  const router = useRouter();
  const session = useKept(() => openSession(database(), playerId), [playerId]) ?? null;
  const records = useKept(() => readExerciseRecords(database()));
  return useMemo(() => {
    const item = session?.items[session.at];
    if (!session || !item) return null;
    const at = nextAt(session);
    const isHere = item.exerciseId === exerciseId;
    const go = (to: () => Promise<string | null>) =>
      attempt('Going on in the session', async () => {
        const id = await to();
        if (id !== null && id !== exerciseId) router.push(practiceAt(id));
      });
    return {
      ...{ session, item, isHere, isTurnOver: isTurnOver(session), isDone: isDone(item) },
      next: at === null ? null : session.items[at]!,
      titleOf: (id) => records?.find((record) => record.id === id)?.title || 'Untitled',
      goOn: () =>
        isHere ? go(() => nextInSession(database(), playerId)) : router.push(practiceAt(item.exerciseId)),
      leave: () => go(() => leaveInSession(database(), playerId)),
      end: () => attempt('Ending the session', () => endSession(database(), playerId)),
    };
  }, [session, records, exerciseId, playerId, router]);
}
