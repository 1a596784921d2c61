'use client';
import dynamic from 'next/dynamic';
import { useAsked } from '@/ui/shell/useAsked';

const Preparing = () => <p aria-busy="true">Preparing the sheet …</p>;

/** Drawing and paging come after the frame around them. */
const HandoutSheets = dynamic(() => import('./HandoutSheets').then((module) => module.HandoutSheets), {
  ssr: false,
  loading: Preparing,
});

/** The Handout of the exercises that the address asks for, under the title that it gives. */
export function HandoutView() {
  const ids = useAsked('ids');
  const title = useAsked('title');
  if (ids === undefined) return <Preparing />;
  const wanted = (ids ?? '').split(',').filter(Boolean);
  return <HandoutSheets ids={[...new Set(wanted)]} title={title ?? ''} />;
}
