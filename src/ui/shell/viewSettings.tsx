'use client';
import { createContext, useContext, useEffect, type ReactNode } from 'react';
import { setSingleKeys } from '../keys/keys';
import { database, VIEW_AT_FIRST, viewSettings, type ViewSettings } from '@/storage';
import { useKept } from './useKept';

const ViewContext = createContext<ViewSettings>(VIEW_AT_FIRST);

/** Knows how things are to be said and drawn. */
export function ViewSettingsProvider({ children }: { children: ReactNode }) {
  const view = useKept(() => viewSettings(database()));
  const singleKeys = (view ?? VIEW_AT_FIRST).singleKeys;
  useEffect(() => setSingleKeys(singleKeys), [singleKeys]);
  return <ViewContext value={view ?? VIEW_AT_FIRST}>{children}</ViewContext>;
}

/** How things are to be said and drawn, everywhere. */
export function useView(): ViewSettings {
  return useContext(ViewContext);
}
