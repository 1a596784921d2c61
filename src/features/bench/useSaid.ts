'use client';
import { useEffect, useState } from 'react';
import { attempt } from '@/work/perform';

type Said = typeof import('./said');

/** What the lane says to someone who does not see it; null until it is there, right after the page. */
export function useSaid(): Said | null {
  const [said, setSaid] = useState<Said | null>(null);
  useEffect(() => attempt('Loading what is read out', async () => setSaid(await import('./said'))), []);
  return said;
}
