'use client';
import dynamic from 'next/dynamic';

/** The Handout; drawing and paging come after the frame around it. */
export const HandoutView = dynamic(() => import('./HandoutSheets').then((module) => module.HandoutSheets), {
  ssr: false,
  loading: () => <p aria-busy="true">Preparing the sheet …</p>,
});
