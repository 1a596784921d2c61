import type { Metadata } from 'next';
import { LessonSheetView } from '@/features/students/LessonSheetView';

export const metadata: Metadata = { title: 'Lesson sheet' };

export default async function LessonSheetPage({ params }: { params: Promise<{ playerId: string }> }) {
  const { playerId } = await params;
  return <LessonSheetView key={playerId} playerId={playerId} />;
}
