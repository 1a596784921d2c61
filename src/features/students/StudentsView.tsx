'use client';
import dynamic from 'next/dynamic';

/** All students; the list comes after the frame around it. */
export const StudentsView = dynamic(() => import('./Students').then((module) => module.Students), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the students …</p>,
});
