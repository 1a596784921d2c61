/** Exposure: how many changes of each kind are played in some passes, of one exercise or of a set. */
import { passBeats } from '../tempo/climb';
import type { Exercise } from '../model/exercise';
import type { Plan } from '../plan/plan';
import { loopSpan, type Stroke } from '../passage/passage';
import type { Figures, PairCount } from '../picking/analysis';
import { isStringChange, type ChangeKind } from '../picking/changes';
import { placeInBeat } from '../picking/places';
import { pairRows, type PairRow } from './balance';

/** An exercise that is played so many times. */
export interface Played {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly passes: number;
  readonly bpm: number;
  /** Where the last pass was broken off: changes that leave this moment or a later one were not played. */
  readonly untilTicks?: number;
}

type Kinds = Record<'outside' | 'inside' | 'sweep' | 'backtrack', number>;

/** What the hand meets in a time: changes by kind, strokes, seconds. */
export interface Exposure {
  /** Changes by strings and direction, as a pass has them in figures. */
  readonly pairs: readonly PairCount[];
  readonly kinds: Readonly<Kinds>;
  readonly skips: number;
  /** The strokes that passes begin with. */
  readonly starts: Readonly<Record<Stroke, number>>;
  /** Changes by the place in the beat that they leave, 0 the beat itself. */
  readonly places: readonly Readonly<Kinds>[];
  readonly seconds: number;
  /** Inside / (inside + outside); null when there is neither. */
  readonly insideShare: number | null;
}

/** Beats of some passes, the last perhaps broken off. */
function playedBeats(exercise: Exercise, passes: number, untilTicks: number): number {
  const { passage, policy } = exercise;
  const beats = passBeats(exercise);
  const from = policy.loop ? loopSpan(passage).startTicks : -passage.pickupTicks;
  const last = Math.max(0, untilTicks - from) / passage.meter.beatTicks;
  return (passes - 1) * beats + Math.min(beats, last);
}

const noKinds = (): Kinds => ({ outside: 0, inside: 0, sweep: 0, backtrack: 0 });

const isCounted = (kind: ChangeKind): kind is keyof Kinds => kind !== 'alternate' && kind !== 'repeat';

/**
 * The exposure of some exercises in the passes given for each. The seam of a loop is played between passes only: the last pass
 * ends without one, so that three passes of an odd loop are not balanced.
 */
export function exposureOf(played: readonly Played[]): Exposure {
  const pairs = new Map<string, PairCount & Kinds>();
  const kinds = noKinds();
  const starts = { down: 0, up: 0 };
  const places: Kinds[] = [];
  let [skips, seconds] = [0, 0];
  for (const { exercise, plan, passes, bpm, untilTicks = Infinity } of played) {
    const { passage } = exercise;
    const { analysis, assignment } = plan;
    seconds += (playedBeats(exercise, passes, untilTicks) * 60) / bpm;
    const { startTicks, endTicks } = loopSpan(passage);
    const passTicks = endTicks - startTicks;
    const noteById = new Map(passage.notes.map((note) => [note.id, note]));
    for (let pass = 0; pass < passes; pass++) {
      const first = assignment.passes[pass % assignment.passes.length]!.find((stroke) => stroke !== null);
      if (first) starts[first]++;
      for (const change of analysis.transitions) {
        const { kind, stringFrom, stringTo, seam, skipped } = change;
        if (change.pass !== pass % analysis.passes || !isStringChange(change) || !isCounted(kind)) continue;
        if (seam && pass === passes - 1) continue;
        const { onsetTicks } = noteById.get(change.fromNote)!;
        if (pass === passes - 1 && onsetTicks >= untilTicks) continue;
        kinds[kind]++;
        if (skipped > 0) skips++;
        const key = `${stringFrom} ${stringTo}`;
        const pair = pairs.get(key) ?? { stringFrom, stringTo, ...noKinds() };
        pairs.set(key, { ...pair, [kind]: pair[kind] + 1 });
        const place = placeInBeat(passage, onsetTicks, analysis.loop ? pass : 0, passTicks);
        (places[place] ??= noKinds())[kind]++;
      }
    }
  }
  const either = kinds.inside + kinds.outside;
  return {
    pairs: [...pairs.values()],
    kinds,
    skips,
    starts,
    places: Array.from(places, (one) => one ?? noKinds()),
    seconds,
    insideShare: either === 0 ? null : kinds.inside / either,
  };
}

/** Exposure by string pair, as figures have it. */
export function exposedPairs({ pairs }: Exposure): PairRow[] {
  return pairRows({ pairs } as Figures);
}

/** How far the inside share of a set may be off 50 %: common practice, no source. */
const SET_TOLERANCE = 0.1;

/** How a set stands against balance: never told from the total alone. */
export interface SetVerdict {
  /** How far the inside share is beyond its tolerance, 0 on target; null where there are no such changes. */
  readonly gap: number | null;
  /** Directions of string pairs that are trained in one kind only. */
  readonly oneSided: readonly {
    readonly stringFrom: number;
    readonly stringTo: number;
    readonly kind: 'outside' | 'inside';
  }[];
}

/** The verdict on a set. */
export function setVerdict({ insideShare, pairs }: Exposure): SetVerdict {
  const off = insideShare === null ? null : Math.abs(insideShare - 0.5) - SET_TOLERANCE;
  return {
    gap: off === null ? null : off > 1e-9 ? off : 0,
    oneSided: pairs.flatMap(({ stringFrom, stringTo, outside, inside }) =>
      outside + inside === 0 || (outside > 0 && inside > 0)
        ? []
        : [{ stringFrom, stringTo, kind: outside > 0 ? ('outside' as const) : ('inside' as const) }],
    ),
  };
}
