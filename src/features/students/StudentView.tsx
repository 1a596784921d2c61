'use client';
import dynamic from 'next/dynamic';
import { useAsked } from '@/ui/shell/useAsked';

/** It comes after the frame around it. */
const Student = dynamic(() => import('./Student').then((module) => module.Student), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the student …</p>,
});

/** The student that the address asks for. */
export function StudentView() {
  const asked = useAsked('player');
  return <Student key={asked} playerId={asked ?? ''} />;
}
