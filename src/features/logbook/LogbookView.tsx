'use client';
import dynamic from 'next/dynamic';

/** The Logbook of the student of the moment; it comes after the frame around it. */
export const LogbookView = dynamic(() => import('./Logbook').then((module) => module.Logbook), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the logbook …</p>,
});
