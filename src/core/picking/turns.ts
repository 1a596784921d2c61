/** The strings where a sweep turns. */
import type { Passage } from '../passage/passage';
import { picksOf, type Pick } from './picks';
import { isTravelled, type PickingPolicy, type Turning } from './policy';
import { isSingle, maySlurAfter } from './slurring';

/** A pick with what it has to do with the turn of a sweep. */
export interface TurnedPick extends Pick, Turning {
  /** Slurred because it is not the first on a turning string that is pulled. */
  readonly isPulled?: boolean;
}

/** Ids of the notes that stand alone on a string where a sweep turns, without another slurred to them, in the loop or the line. */
export function loneTurns(passage: Passage, policy: PickingPolicy): string[] {
  const picks = withTurns(passage, policy, picksOf(passage), policy.loop === true);
  return picks.flatMap(({ turn, notes }) => {
    const [at] = notes;
    const note = passage.notes[at!]!;
    const isSlurredOn = passage.notes[at! + 1]?.string === note.string;
    return turn && turn.way !== 'pulled' && !isSlurredOn ? [note.id] : [];
  });
}

/** Places of picks that follow each other on one string; round the seam they are one run. */
function runsOf(picks: readonly Pick[], cycle: boolean): number[][] {
  const runs: number[][] = [];
  picks.forEach((pick, at) => {
    const before = picks[at - 1];
    const runsOn = before && isSingle(pick) && isSingle(before) && before.thinnest === pick.thinnest;
    if (runsOn) runs.at(-1)!.push(at);
    else runs.push([at]);
  });
  const [first, last] = [picks[0], picks.at(-1)];
  const isOneRound = first && last && isSingle(first) && isSingle(last) && first.thinnest === last.thinnest;
  if (cycle && runs.length > 1 && isOneRound) {
    const [begun, ...rest] = runs;
    rest.at(-1)!.push(...begun!);
    return rest;
  }
  return runs;
}

/**
 * The picks of a stretch with the turns of a sweep marked: a string that is come to by a change that travels, and left by one that travels
 * the other way. Picks of other policies are given back as they are. @param cycle whether the last pick leads to the first.
 */
export function withTurns(
  passage: Passage,
  policy: PickingPolicy,
  picks: readonly Pick[],
  cycle: boolean,
): readonly TurnedPick[] {
  if (policy.kind !== 'sweep') return picks;
  const marked: TurnedPick[] = [...picks];
  const runs = runsOf(picks, cycle);
  runs.forEach((run, at) => {
    const from = picks[(cycle ? runs.at(at - 1) : runs[at - 1])?.at(-1) ?? -1];
    const to = picks[(runs[at + 1] ?? (cycle ? runs[0] : undefined))?.[0] ?? -1];
    const on = picks[run[0]!]!;
    if (!from || !to || ![from, on, to].every(isSingle)) return;
    const [coming, going] = [from.thinnest - on.thinnest, on.thinnest - to.thinnest];
    if (!isTravelled(policy, coming) || !isTravelled(policy, going) || coming > 0 === going > 0) return;
    const travel = coming > 0 ? ('floorward' as const) : ('ceilingward' as const);
    const isAlone = run.length === 1;
    const isPulled =
      !isAlone &&
      policy.turn === 'pulled' &&
      run.every(
        (pick, place) =>
          place === 0 ||
          (pick > 0 && run[place - 1] === pick - 1 && maySlurAfter(passage, picks[pick - 1]!, picks[pick]!)),
      );
    if (!isAlone && !isPulled) return;
    const way = isPulled
      ? ('pulled' as const)
      : policy.turn === 'back'
        ? ('back' as const)
        : ('onward' as const);
    run.forEach((pick, place) => {
      marked[pick] = {
        ...picks[pick]!,
        ...(place === 0 ? { turn: { way, travel } } : { isPulled }),
        isTurn: way !== 'back',
      };
    });
  });
  return marked;
}
