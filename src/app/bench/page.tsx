import type { Metadata } from 'next';
import { Suspense } from 'react';
import { BenchView } from '@/features/bench/BenchView';

export const metadata: Metadata = { title: 'Bench' };

export default function BenchPage() {
  return (
    <Suspense>
      <BenchView />
    </Suspense>
  );
}
