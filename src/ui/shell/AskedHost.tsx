'use client';
import dynamic from 'next/dynamic';
import { trackAsked } from '@/work/track/asked';
import { pictureAsked } from '@/work/picture/asked';
import { wordAsked } from '@/work/words/asked';
import { FirstSteps } from '../first/FirstSteps';
import { useStore } from './useStore';

const TrackDialog = dynamic(() => import('./TrackDialog').then((module) => module.TrackDialog), {
  ssr: false,
});

const PictureDialog = dynamic(
  () => import('../picture/PictureDialog').then((module) => module.PictureDialog),
  { ssr: false },
);

const WordsDialog = dynamic(() => import('../words/WordsDialog').then((module) => module.WordsDialog), {
  ssr: false,
});

/** Shows the dialogs of a practice track, of a picture and of the words while they are asked for. */
export function AskedHost() {
  const track = useStore(trackAsked);
  const picture = useStore(pictureAsked);
  const word = useStore(wordAsked);
  return (
    <>
      {track ? <TrackDialog ask={track} /> : null}
      {picture ? <PictureDialog shown={picture} /> : null}
      <FirstSteps />
      {word ? <WordsDialog word={word} /> : null}
    </>
  );
}
