'use client';
import dynamic from 'next/dynamic';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';

/** Drills and the record make it heavy: it comes while the exercise is opened. */
const Ladder = dynamic(() => import('./Ladder').then((module) => module.Ladder), {
  ssr: false,
  loading: () => <p aria-busy="true">Opening the ladder …</p>,
});

/** The Tempo ladder of one exercise and the student of the moment. */
export function LadderView() {
  return <OpenedExercise>{(opened) => <Ladder {...opened} />}</OpenedExercise>;
}
