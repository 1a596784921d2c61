'use client';
import dynamic from 'next/dynamic';

/** Files that went and came; it comes after the frame around it. */
export const FilesView = dynamic(() => import('./Files').then((module) => module.Files), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the list …</p>,
});
