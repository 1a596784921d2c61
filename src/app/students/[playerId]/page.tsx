import type { Metadata } from 'next';
import { StudentView } from '@/features/students/StudentView';

export const metadata: Metadata = { title: 'Student' };

export default async function StudentPage({ params }: { params: Promise<{ playerId: string }> }) {
  const { playerId } = await params;
  return <StudentView key={playerId} playerId={playerId} />;
}
