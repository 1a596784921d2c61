import type { Metadata } from 'next';
import { HealthView } from '@/features/health/HealthView';

export const metadata: Metadata = { title: 'Health of your data' };

export default function HealthPage() {
  return <HealthView />;
}
