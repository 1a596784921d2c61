import type { Metadata } from 'next';
import { Suspense } from 'react';
import { LadderView } from '@/features/ladder/LadderView';

export const metadata: Metadata = { title: 'Tempo ladder' };

export default function LadderPage() {
  return (
    <Suspense>
      <LadderView />
    </Suspense>
  );
}
