'use client';
import dynamic from 'next/dynamic';
import { trackAsked } from '@/work/track/asked';
import { useStore } from './useStore';

const TrackDialog = dynamic(() => import('./TrackDialog').then((module) => module.TrackDialog), {
  ssr: false,
});

/** Shows the dialog of a practice track while one is asked for. */
export function TrackHost() {
  const ask = useStore(trackAsked);
  return ask ? <TrackDialog ask={ask} /> : null;
}
