import type { Metadata } from 'next';
import { Suspense } from 'react';
import { PracticeView } from '@/features/practice/PracticeView';

export const metadata: Metadata = { title: 'Practice' };

export default async function PracticePage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const { exerciseId } = await params;
  return (
    <Suspense>
      <PracticeView key={exerciseId} exerciseId={exerciseId} />
    </Suspense>
  );
}
