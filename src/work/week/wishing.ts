/** What is set in a lesson comes into the week that is under way. */
import type { PlayerRecord } from '@/core';
import { weekOf } from '@/core/record';
import { changeWeek, database, type DatabaseHandle } from '@/storage';
import { addWish } from './acts';
import { usualWish } from './draft';

/** Wishes for an exercise in the week of a day, where that is written already; a week that is not takes it from the lesson. */
export async function wishInWeek(
  player: PlayerRecord,
  exercise: { readonly id: string; readonly title: string },
  day: string,
  db: DatabaseHandle = database(),
): Promise<void> {
  const wish = usualWish(exercise.id, exercise.title, 'more', player);
  await changeWeek(db, player.id, weekOf(day), `“${exercise.title}” into the week`, (week) =>
    week ? addWish(week, wish) : null,
  );
}
