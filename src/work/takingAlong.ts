/** Ladders that were made before the student was chosen: offered when the student of the moment changes. */
import { bpmText, counted } from '@/core';
import { choosePlayer, database, isPlayer, lastExercise } from '@/storage';
import { laddersToTake, takeLadders, type LadderToTake } from '@/storage/ladderTaking';
import { attempt, told } from './perform';
import { undoOf } from './undoing';

interface Named {
  readonly id: string;
  readonly name: string;
}

/** The exercises that a place of the application shows; of the others the one worked on last. */
export async function exercisesShown(query: string): Promise<string[]> {
  const asked = new URLSearchParams(query);
  const one = asked.get('exercise');
  if (one) return [one];
  const ids = asked.get('ids') ?? '';
  if (ids !== '') return ids.split(',');
  const last = await lastExercise(database());
  return last === null ? [] : [last];
}

/** "the ladder from 80 to 112", "3 ladders". */
function laddersText(ladders: readonly LadderToTake[]): string {
  const { startBpm, goalBpm } = ladders[0]!.ladder;
  if (ladders.length > 1) return counted(ladders.length, 'ladder');
  return `the ladder from ${bpmText(startBpm)}${goalBpm === null ? '' : ` to ${bpmText(goalBpm)}`}`;
}

/** Offers the ladders of some exercises to the student of the moment, where another has them and this one none; else says nothing. */
export async function offerLadders(exerciseIds: readonly string[], from: Named, to: Named): Promise<void> {
  const ladders = await laddersToTake(database(), exerciseIds, from.id, to.id);
  if (ladders.length === 0) return;
  const take = async () => {
    const entry = await takeLadders(database(), ladders, to.id);
    told(`${to.name} has ${laddersText(ladders)} now.`, undoOf(entry));
  };
  told(`${to.name} has no ladder here yet; ${from.name} has ${laddersText(ladders)}.`, {
    name: 'Take along',
    run: () => attempt('Taking the ladder along', take),
  });
}

/** Chooses the student of the moment, and offers what the one before has in what is shown. */
export async function switchStudent(from: Named, to: Named, query: string): Promise<void> {
  await choosePlayer(database(), to.id);
  await offerLadders(await exercisesShown(query), from, to);
}

/** Where the student of the moment was taken away, and another is it now, the ladders are offered to that one. */
export async function afterStudent(before: Named, now: Named, query: string): Promise<void> {
  if (await isPlayer(database(), before.id)) return;
  told(`${before.name} is no student any more; ${now.name} is the student of the moment.`);
  await offerLadders(await exercisesShown(query), before, now);
}
