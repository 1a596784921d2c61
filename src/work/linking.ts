/** Exercises as links, and what a link brings. */
import { bareRecord, counted, ME, type LadderRecord, type PlayerRecord } from '@/core';
import type { LinkedExercise } from '@/core/formats';
import {
  addExercises,
  currentPlayer,
  database,
  keptLadder,
  newId,
  setLadder,
  type ShownExercise,
} from '@/storage';
import { saveProject, type Ways } from './givingOne';
import { attempt, told } from './perform';

/** What a link says of a ladder: how it climbs, not whose it is. */
export function linkedLadder(kept: LadderRecord | undefined): LinkedExercise['ladder'] {
  if (!kept) return null;
  const { id: _, exerciseId: _e, playerId: _p, ...ladder } = bareRecord(kept);
  return ladder;
}

/** The address of a link. */
export const linkAddress = async (linked: readonly LinkedExercise[], origin: string): Promise<string> =>
  `${origin}/link#${(await import('@/core/formats')).writeLink(linked)}`;

/** An address with exercises in its fragment, as the student of the moment has them; null: it would be too long, and how long. */
export async function linkTo(
  shown: readonly ShownExercise[],
  origin: string,
): Promise<{ readonly address: string | null; readonly characters: number }> {
  const [player, { MAX_LINK_CHARACTERS }] = await Promise.all([
    currentPlayer(database()),
    import('@/core/formats'),
  ]);
  const linked = await Promise.all(
    shown.map(async ({ id, exercise }) => ({
      exercise,
      ladder: linkedLadder(await keptLadder(database(), id, player?.id ?? ME)),
    })),
  );
  const address = await linkAddress(linked, origin);
  const characters = address.length;
  return { address: characters > MAX_LINK_CHARACTERS ? null : address, characters };
}

/** Whether an address can be reached from this machine alone. */
export const isLocal = (address: string): boolean =>
  /^https?:\/\/(localhost|127\.\d+\.\d+\.\d+|\[::1\])(:\d+)?(\/|$)/.test(address);

/** Puts a link to some exercises on the clipboard; where it is too long it says so and offers the file. */
export async function copyLink(shown: readonly ShownExercise[], origin: string, ways: Ways): Promise<void> {
  const { address, characters } = await linkTo(shown, origin);
  const what = shown.length === 1 ? 'the exercise' : counted(shown.length, 'exercise');
  if (address === null) {
    told(
      `A link to ${what} would have ${characters.toLocaleString('en')} characters; some programs cut such. Give the file instead.`,
      {
        name: 'Save the file',
        run: () => attempt('Saving the file', () => saveProject(shown, ways)),
      },
    );
    return;
  }
  await ways.copy(address).then(
    () =>
      told(
        `The link to ${what} is on the clipboard: notes, strokes, locks, cues and ladder; no names and no record.${isLocal(origin) ? ' This address is reached from this machine alone.' : ''}`,
      ),
    () => {
      ways.download('Link.txt', address, 'text/plain');
      told('The browser keeps its clipboard shut; the link is saved as a text file instead.');
    },
  );
}

/** Keeps what a link brought, with its ladders for the student of the moment; the ids. */
export async function keepLinked(
  linked: readonly LinkedExercise[],
  player: Pick<PlayerRecord, 'id'>,
): Promise<string[]> {
  const items = linked.map(({ exercise }) => ({ id: newId(), exercise }));
  const label =
    linked.length === 1 ? linked[0]!.exercise.title || 'Untitled' : `${linked.length} exercises from a link`;
  await addExercises(database(), items, label);
  for (const [at, { ladder }] of linked.entries())
    if (ladder) await setLadder(database(), items[at]!.id, player.id, ladder.startBpm, ladder);
  return items.map(({ id }) => id);
}
