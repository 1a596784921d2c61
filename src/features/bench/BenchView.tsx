'use client';
import { OpenedExercise } from '@/ui/shell/OpenedExercise';
import { Bench } from './Bench';

/** The Bench: one exercise, its lane, strokes, balance, goal and notes. */
export function BenchView() {
  return (
    <OpenedExercise>{({ editor, exercise }) => <Bench editor={editor} exercise={exercise} />}</OpenedExercise>
  );
}
