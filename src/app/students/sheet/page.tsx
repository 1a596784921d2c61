import type { Metadata } from 'next';
import { Suspense } from 'react';
import { LessonSheetView } from '@/features/students/LessonSheetView';

export const metadata: Metadata = { title: 'Lesson sheet' };

export default function LessonSheetPage() {
  return (
    <Suspense>
      <LessonSheetView />
    </Suspense>
  );
}
