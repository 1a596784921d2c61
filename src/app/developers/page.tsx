import type { Metadata } from 'next';
import { DevelopersView } from '@/features/developers/DevelopersView';

export const metadata: Metadata = { title: 'Controls and marks' };

export default function DevelopersPage() {
  return <DevelopersView />;
}
