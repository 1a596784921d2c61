import type { Metadata } from 'next';
import { TakeView } from '@/features/take/TakeView';

export const metadata: Metadata = { title: 'Take check' };

export default async function TakePage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const { exerciseId } = await params;
  return <TakeView key={exerciseId} exerciseId={exerciseId} />;
}
