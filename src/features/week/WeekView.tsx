'use client';
import dynamic from 'next/dynamic';

/** The week of the student of the moment; it comes after the frame around it. */
export const WeekView = dynamic(() => import('./StudentWeek').then((module) => module.StudentWeek), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the week …</p>,
});
