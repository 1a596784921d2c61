'use client';
import dynamic from 'next/dynamic';

/** Loaded late: with it comes the schema that everything is held against. */
export const HealthView = dynamic(() => import('./Health').then((module) => module.Health), {
  ssr: false,
  loading: () => <p aria-busy="true">Looking at what is kept …</p>,
});
