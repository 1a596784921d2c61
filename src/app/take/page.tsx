import type { Metadata } from 'next';
import { Suspense } from 'react';
import { TakeView } from '@/features/take/TakeView';

export const metadata: Metadata = { title: 'Take check' };

export default function TakePage() {
  return (
    <Suspense>
      <TakeView />
    </Suspense>
  );
}
