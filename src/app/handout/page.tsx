import type { Metadata } from 'next';
import { Suspense } from 'react';
import { HandoutView } from '@/features/handout/HandoutView';

export const metadata: Metadata = { title: 'Handout' };

export default function HandoutPage() {
  return (
    <Suspense>
      <HandoutView />
    </Suspense>
  );
}
