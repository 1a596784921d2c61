import type { Metadata } from 'next';
import { LinkView } from '@/features/link/LinkView';

export const metadata: Metadata = { title: 'From a link' };

export default function LinkPage() {
  return <LinkView />;
}
