'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { createContext, useContext, type ReactNode } from 'react';
import { ME, NEW_PLAYER, type PlayerRecord } from '@/core';
import { currentPlayer, database } from '@/storage';

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
  const player = useLiveQuery(() => currentPlayer(database()));
  return <PlayerContext value={player ?? NOBODY}>{children}</PlayerContext>;
}

/** The student of the moment: sets tempos and hand everywhere. */
export function usePlayer(): PlayerRecord {
  return useContext(PlayerContext);
}
