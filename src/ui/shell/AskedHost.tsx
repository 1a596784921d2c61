'use client';
import dynamic from 'next/dynamic';
import { trackAsked } from '@/work/track/asked';
import { pictureAsked } from '@/work/picture/asked';
import { useStore } from './useStore';

const TrackDialog = dynamic(() => import('./TrackDialog').then((module) => module.TrackDialog), {
  ssr: false,
});

const PictureDialog = dynamic(
  () => import('../picture/PictureDialog').then((module) => module.PictureDialog),
  { ssr: false },
);

/** Shows the dialogs of a practice track and of a picture while they are asked for. */
export function AskedHost() {
  const track = useStore(trackAsked);
  const picture = useStore(pictureAsked);
  return (
    <>
      {track ? <TrackDialog ask={track} /> : null}
      {picture ? <PictureDialog shown={picture} /> : null}
    </>
  );
}
