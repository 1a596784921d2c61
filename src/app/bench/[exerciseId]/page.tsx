import type { Metadata } from 'next';
import { BenchView } from '@/features/bench/BenchView';

export const metadata: Metadata = { title: 'Bench' };

export default async function BenchPage({ params }: { params: Promise<{ exerciseId: string }> }) {
  const { exerciseId } = await params;
  return <BenchView key={exerciseId} exerciseId={exerciseId} />;
}
