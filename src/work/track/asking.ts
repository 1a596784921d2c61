/** Asking for a track of what is shown. */
import { DEFAULT_LADDER } from '@/core';
import { currentPlayer, database, keptLadder, type ShownExercise } from '@/storage';
import type { OpenWeek } from '../week/problem';
import { askForTrack } from './asked';
import type { SessionPiece } from './pieces';

/** Asks for a track of one exercise, at the tempo and so often round as the student of the moment has it. */
export async function trackOfExercise({ id, exercise }: ShownExercise): Promise<void> {
  const player = await currentPlayer(database());
  const ladder = player && (await keptLadder(database(), id, player.id));
  const { passes, countInBeats } = ladder ?? DEFAULT_LADDER;
  askForTrack({
    name: exercise.title || 'Untitled',
    of: { kind: 'exercise', exercise, bpm: ladder?.startBpm ?? exercise.startBpm, passes, countInBeats },
  });
}

/** What of a day's session can be on a track. */
export const piecesOfDay = ({ content, facts, book }: OpenWeek, day: number): SessionPiece[] =>
  content.sessions[day]!.visits.flatMap(({ exerciseId, minutes }) => {
    const known = facts.get(exerciseId);
    return known ? [{ title: book.titleOf(exerciseId), climb: known.climb, step: known.step, minutes }] : [];
  });

/** Asks for a track of a day's session. */
export function trackOfDay(open: OpenWeek, day: number, dayName: string): void {
  askForTrack({
    name: `${dayName}, ${open.book.player.name}`,
    of: { kind: 'session', items: piecesOfDay(open, day) },
  });
}
