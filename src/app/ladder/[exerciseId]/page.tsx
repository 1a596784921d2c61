import type { Metadata } from 'next';
import { LadderView } from '@/features/ladder/LadderView';

export const metadata: Metadata = { title: 'Tempo ladder' };

export default async function LadderPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const { exerciseId } = await params;
  return <LadderView key={exerciseId} exerciseId={exerciseId} />;
}
