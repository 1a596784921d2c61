'use client';
import dynamic from 'next/dynamic';

/** One student; it comes after the frame around it. */
export const StudentView = dynamic(() => import('./Student').then((module) => module.Student), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the student …</p>,
});
