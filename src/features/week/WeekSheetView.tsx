'use client';
import dynamic from 'next/dynamic';

/** The week on paper; it comes after the frame around it. */
export const WeekSheetView = dynamic(() => import('./WeekPage').then((module) => module.WeekPage), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the week …</p>,
});
