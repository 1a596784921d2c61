'use client';
import { useEffect } from 'react';
import { useHasStarted } from '@/ui/shell/started';
import { onOpened, takeShared } from '@/work/given';
import { attempt } from '@/work/perform';

/** Takes in what the system opens with Yardfell or shares to it. */
export function useGiven(takeFiles: (files: readonly File[]) => Promise<void>): void {
  const hasStarted = useHasStarted();
  useEffect(() => {
    if (!hasStarted) return;
    onOpened(takeFiles);
    attempt('Taking in what was shared', () => takeShared(takeFiles), 'It waits here and is tried again.');
  }, [hasStarted, takeFiles]);
}
