import type { Metadata } from 'next';
import { LateDevelopersView } from '@/features/developers/LateDevelopersView';

export const metadata: Metadata = { title: 'Controls and marks' };

export default function DevelopersPage() {
  return <LateDevelopersView />;
}
