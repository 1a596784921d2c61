import type { Metadata } from 'next';
import { Suspense } from 'react';
import { StudentView } from '@/features/students/StudentView';

export const metadata: Metadata = { title: 'Student' };

export default function StudentPage() {
  return (
    <Suspense>
      <StudentView />
    </Suspense>
  );
}
