import type { Metadata } from 'next';
import { Suspense } from 'react';
import { WeekSheetView } from '@/features/week/WeekSheetView';

export const metadata: Metadata = { title: 'Week on paper' };

export default function WeekSheetPage() {
  return (
    <Suspense>
      <WeekSheetView />
    </Suspense>
  );
}
