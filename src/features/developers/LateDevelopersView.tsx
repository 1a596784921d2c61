'use client';
import dynamic from 'next/dynamic';

/** The page that shows everything at once; it is loaded late like what it shows. */
export const LateDevelopersView = dynamic(
  () => import('./DevelopersView').then((module) => module.DevelopersView),
  {
    ssr: false,
  },
);
