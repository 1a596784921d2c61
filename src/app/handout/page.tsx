import type { Metadata } from 'next';
import { HandoutView } from '@/features/handout/HandoutView';

export const metadata: Metadata = { title: 'Handout' };

export default async function HandoutPage({
  searchParams,
}: {
  searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const { ids, title } = await searchParams;
  const wanted = (Array.isArray(ids) ? ids : [ids ?? '']).flatMap((some) => some.split(',')).filter(Boolean);
  return <HandoutView ids={[...new Set(wanted)]} title={typeof title === 'string' ? title : ''} />;
}
