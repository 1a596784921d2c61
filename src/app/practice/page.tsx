import type { Metadata } from 'next';
import { Suspense } from 'react';
import { PracticeView } from '@/features/practice/PracticeView';

export const metadata: Metadata = { title: 'Practice' };

export default function PracticePage() {
  return (
    <Suspense>
      <PracticeView />
    </Suspense>
  );
}
