import Link from 'next/link';
import { EmptyState } from '@/ui/controls/EmptyState';

export default function NotFound() {
  return (
    <EmptyState title="There is no such page">
      <p>
        The address leads nowhere. <Link href="/">Go to the Library</Link>.
      </p>
    </EmptyState>
  );
}
