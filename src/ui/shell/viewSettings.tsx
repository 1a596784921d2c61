'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { createContext, useContext, type ReactNode } from 'react';
import { database, VIEW_AT_FIRST, viewSettings, type ViewSettings } from '@/storage';

const ViewContext = createContext<ViewSettings>(VIEW_AT_FIRST);

/** Knows how things are to be said and drawn. */
export function ViewSettingsProvider({ children }: { children: ReactNode }) {
  const view = useLiveQuery(() => viewSettings(database()));
  return <ViewContext value={view ?? VIEW_AT_FIRST}>{children}</ViewContext>;
}

/** How things are to be said and drawn, everywhere. */
export function useView(): ViewSettings {
  return useContext(ViewContext);
}
