'use client';
import dynamic from 'next/dynamic';

/** The page before a lesson; it comes after the frame around it. */
export const LessonSheetView = dynamic(() => import('./LessonPage').then((module) => module.LessonPage), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the lesson sheet …</p>,
});
