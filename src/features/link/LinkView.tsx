'use client';
import dynamic from 'next/dynamic';

/** What a link brings; it comes after the frame around it. */
export const LinkView = dynamic(() => import('./Linked').then((module) => module.Linked), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the link …</p>,
});
