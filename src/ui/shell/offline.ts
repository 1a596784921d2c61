'use client';
import { OfflineDesk } from '@/work/offline';

/** The copy of the application in this browser. */
export const OFFLINE = new OfflineDesk(
  typeof navigator === 'undefined' ? undefined : navigator.serviceWorker,
  () => location.reload(),
);
