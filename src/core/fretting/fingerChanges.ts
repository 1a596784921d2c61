/** Which fingers follow each other over the string changes of an exercise, and which do not. */
import type { Finger } from '../passage/passage';
import type { Fingering } from './fingering';

/** String changes from one finger to another in one direction. On the diagonal rolls and hops are told apart. */
export interface FingerCell {
  readonly from: Finger;
  readonly to: Finger;
  readonly floorward: number;
  readonly ceilingward: number;
  /** Of these, the same finger at the same fret and at another; 0 off the diagonal. */
  readonly rolls: number;
  readonly hops: number;
}

const FINGERS: readonly Finger[] = [1, 2, 3, 4];

/** The whole matrix, row by row: from finger 1 to each, from finger 2 to each, and so on. */
export function fingerChanges({ moves }: Pick<Fingering, 'moves'>): FingerCell[] {
  const over = moves.filter(({ stringFrom, stringTo }) => stringFrom !== stringTo);
  return FINGERS.flatMap((from) =>
    FINGERS.map((to): FingerCell => {
      const here = over.filter(({ fromFinger, toFinger }) => fromFinger === from && toFinger === to);
      const floorward = here.filter(({ stringFrom, stringTo }) => stringFrom > stringTo).length;
      return {
        from,
        to,
        floorward,
        ceilingward: here.length - floorward,
        rolls: here.filter(({ kind }) => kind === 'roll').length,
        hops: here.filter(({ kind }) => kind === 'hop').length,
      };
    }),
  );
}

/** The finger changes that do not happen in either direction; the same finger again is none of them. */
export function missingChanges(cells: readonly FingerCell[]): FingerCell[] {
  return cells.filter(({ from, to, floorward, ceilingward }) => from !== to && floorward + ceilingward === 0);
}
