'use client';
import { createContext, useContext, useEffect, useRef, type ReactNode } from 'react';
import { ME, NEW_PLAYER, type PlayerRecord } from '@/core';
import { currentPlayer, database } from '@/storage';
import { attempt } from '@/work/perform';
import { useKept } from './useKept';

const NOBODY: PlayerRecord = {
  ...NEW_PLAYER,
  id: ME,
  name: 'Me',
  revision: 0,
  createdAt: '',
  updatedAt: '',
  deviceId: '',
  versions: {},
};

const PlayerContext = createContext<PlayerRecord>(NOBODY);

/** Knows the student of the moment. */
export function PlayerProvider({ children }: { children: ReactNode }) {
  const player = useKept(() => currentPlayer(database()));
  const last = useRef<PlayerRecord | undefined>(undefined);
  useEffect(() => {
    const before = last.current;
    last.current = player;
    if (!player || !before || before.id === player.id) return;
    attempt('Following the student', async () => {
      const { afterStudent } = await import('@/work/takingAlong');
      await afterStudent(before, player, location.search);
    });
  }, [player]);
  return <PlayerContext value={player ?? NOBODY}>{children}</PlayerContext>;
}

/** The student of the moment: sets tempos and hand everywhere. */
export function usePlayer(): PlayerRecord {
  return useContext(PlayerContext);
}
