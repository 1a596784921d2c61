/** A row of picks as a trellis needs it whatever slant is taken, so that it is made once where both are tried. */
import type { Stroke } from '../passage/passage';
import { isStruckBack, type PickingPolicy } from './policy';
import type { WeighedPick } from './tiers';
import { FIRST_STATES } from './trellis';

export const STROKES: readonly Stroke[] = ['down', 'up'];

export interface Row {
  readonly picks: readonly WeighedPick[];
  /** Struck down, struck up and, where any pick may be slurred, slurred after each of them. */
  readonly states: number;
  /** 1 where pick i may be in state s, at i · states + s. */
  readonly allowed: Uint8Array;
  /** How many states of pick i are looked at. */
  readonly statesOf: Uint8Array;
  /** The block of transitions that leads into pick i from pick i − 1; into pick 0 from the last. */
  readonly blockOf: Int32Array;
  /** The first transition of each block, as indices of picks. */
  readonly blocks: readonly (readonly [from: number, to: number])[];
}

/** All that the costs of a transition depend on, as one number; strings are below 16. Beats, and runs and turns, count for one policy each. */
function transitionKey(from: WeighedPick, to: WeighedPick, { kind }: PickingPolicy): number {
  const strings = ((from.thinnest * 16 + from.thickest) * 16 + to.thinnest) * 16 + to.thickest;
  const isOnBeat = kind === 'leastTravel' && to.onBeat === true;
  const runsOn = kind === 'sweep' && to.runsOn === true;
  const turns = kind === 'sweep' ? Number(from.isTurn === true) * 2 + Number(isStruckBack(to)) : 0;
  const back = to.turn?.travel === 'floorward' ? 1 : 0;
  return (((strings * 2 + Number(isOnBeat)) * 2 + Number(runsOn)) * 4 + turns) * 2 + back;
}

/** Lays out at least one pick. @param policy of any slant. */
export function rowOf(picks: readonly WeighedPick[], policy: PickingPolicy): Row {
  const n = picks.length;
  const states = picks.some((pick) => pick.maySlur) ? 2 * FIRST_STATES : FIRST_STATES;
  const allowed = new Uint8Array(n * states);
  const statesOf = new Uint8Array(n);
  const blockOf = new Int32Array(n);
  const blocks: (readonly [number, number])[] = [];
  const known = new Map<number, number>();
  for (let i = 0; i < n; i++) {
    const pick = picks[i]!;
    const maySlur = Number(pick.maySlur === true);
    statesOf[i] = maySlur ? states : FIRST_STATES;
    for (let s = 0; s < states; s++)
      allowed[i * states + s] =
        s < FIRST_STATES ? Number(pick.lock === null || pick.lock === STROKES[s]) : maySlur;
    const before = i === 0 ? n - 1 : i - 1;
    const key = transitionKey(picks[before]!, pick, policy);
    let block = known.get(key);
    if (block === undefined) {
      block = known.size;
      known.set(key, block);
      blocks.push([before, i]);
    }
    blockOf[i] = block;
  }
  return { picks, states, allowed, statesOf, blockOf, blocks };
}
