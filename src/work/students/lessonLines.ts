/** Lines of a lesson as they are written on. */
import type { Heard, SetTask } from '@/core/record';

/** A line about an exercise, or about something that has a name only. */
export const heardLine = (exerciseId: string | null, title: string, bpm: number | null): Heard => ({
  ...{ exerciseId, title, bpm, verdict: '', words: '' },
});

/** A task for an exercise, or for something that has a name only. */
export const taskLine = (exerciseId: string | null, title: string): SetTask => ({
  ...{ exerciseId, title, words: '' },
});

/**
 * What a line is about: the exercise as it is called now, archived or not; of one that is gone, or of what is none, the name that was written.
 */
export function lineTitle(
  { exerciseId, title }: Heard | SetTask,
  exercises: ReadonlyMap<string, { readonly title: string }>,
): string {
  const now = exerciseId === null ? undefined : exercises.get(exerciseId);
  if (now) return now.title || 'Untitled';
  return title || (exerciseId === null ? 'Something' : 'an exercise that was deleted');
}

/** A list with one of its lines changed, or (null) without it. */
export const withLine = <T extends object>(lines: readonly T[], at: number, change: Partial<T> | null): T[] =>
  lines.flatMap((line, other) => (other !== at ? [line] : change ? [{ ...line, ...change }] : []));
