'use client';
import { useEffect } from 'react';
import { ahead } from '@/work/perform';

/** After so long without anything a hand has done the screen may go dark: a phone that was put away. */
const MOST_MS = 5 * 60_000;

/**
 * Keeps the screen on, where the browser can.
 * @param wanted whether it is to stay on. @param moment when it changes, the time until it may go dark begins anew.
 */
export function useScreenOn(wanted: boolean, moment: unknown): void {
  useEffect(() => {
    if (!wanted) return;
    let isOver = false;
    let release: () => void = () => undefined;
    ahead(async () => {
      const { screenLock } = await import('@/audio');
      if (isOver) return;
      const lock = screenLock();
      lock.hold();
      release = () => lock.release();
    });
    const timer = setTimeout(() => release(), MOST_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
      release();
    };
  }, [wanted, moment]);
}
