'use client';
import dynamic from 'next/dynamic';
import { useAsked } from '@/ui/shell/useAsked';

/** It comes after the frame around it. */
const LessonPage = dynamic(() => import('./LessonPage').then((module) => module.LessonPage), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the lesson sheet …</p>,
});

/** The page before a lesson of the student that the address asks for. */
export function LessonSheetView() {
  const asked = useAsked('player');
  return <LessonPage key={asked} playerId={asked ?? ''} />;
}
