/** What a take says: the report as it is shown, kept and compared. */
import type { Grouping, NotJudged, TakeFault } from '../model/take';
import type { ChangeKind } from '../picking/changes';

/** A planned note in a take. */
export interface TakenNote {
  readonly id: string;
  /** Seconds of the recording; null: missing, or in a bunch and not heard apart from it. */
  readonly onset: number | null;
  /** Milliseconds after where this player was due there; null: as for the onset. */
  readonly deviationMs: number | null;
  readonly state: 'played' | 'missing' | 'wrong';
  /** A swept note that came in under half its slot. */
  readonly bunched?: boolean;
  /** It sounds on under the next, which is on another string; absent: it does not, or it cannot be told. */
  readonly ringsOn?: boolean;
  /** Decibels beside other notes of its pitch; absent: it cannot be told. */
  readonly loudnessDb?: number;
}

/** How much later notes of a kind come than the reference, with the 95 % interval. */
export interface KindLateness {
  readonly n: number;
  readonly meanMs: number;
  readonly low: number;
  readonly high: number;
  /** Chance of so much if there were nothing, corrected for the number of kinds (Holm). */
  readonly p: number;
}

/** After a kind of change, beside the reference. */
export interface ChangeLateness extends KindLateness {
  readonly change: ChangeKind;
}

/** Of one way of sorting. */
export interface GroupLateness extends KindLateness {
  readonly by: Grouping;
  /** What they are, in words. */
  readonly group: string;
}

/** What the same rule would say of the run, and where. */
export interface SuggestedVerdict {
  readonly clean: boolean;
  /** The first note that speaks against it; null: none. */
  readonly noteId: string | null;
  readonly because: TakeFault | null;
}

/** What a take says. */
export interface TakeReport {
  readonly state: 'judged' | 'not judged';
  readonly why?: NotJudged;
  readonly notes: readonly TakenNote[];
  /** Seconds of the recording of notes too many. */
  readonly extras: readonly number[];
  readonly kinds: readonly ChangeLateness[];
  /** What the kinds are held against: alternating on one string, or where that is too seldom the commonest kind. */
  readonly reference: ChangeKind;
  readonly groups: readonly GroupLateness[];
  /** Changes of which there are too few to tell. */
  readonly tooFew: readonly { readonly change: ChangeKind; readonly n: number }[];
  /** Robust standard deviation of all notes, of downstrokes and of upstrokes, in milliseconds; null: too few. */
  readonly spreadMs: {
    readonly all: number;
    readonly down: number | null;
    readonly up: number | null;
  } | null;
  /** How much slower the take was played than the plan, in parts; below 0: faster. */
  readonly slower: number;
  /** Seconds of the recording at which planned seconds were due, at each planned note. */
  readonly due: readonly number[];
  /** Where the player broke off: the note it went on with, and how many seconds it took more. */
  readonly breaks: readonly { readonly noteId: string; readonly seconds: number }[];
  /** Neighbours that were played in each other's place. */
  readonly swapped: readonly (readonly [string, string])[];
  /** The first and last note that was heard, where others were planned before or after. */
  readonly startedLate: boolean;
  readonly stoppedEarly: boolean;
  /** The sound is squared by an amplifier: loudness cannot be told, and below 3 ms nothing is said. */
  readonly driven: boolean;
  /** Milliseconds that the take lies behind its clicks; null: none was heard in it, and the delay of the sound is not known. */
  readonly behindClicksMs: number | null;
  /** How many notes ring on into the next, on another string, and of how many it could be told; null: of none. */
  readonly ringing: { readonly told: number; readonly on: number } | null;
  readonly verdict: SuggestedVerdict | null;
}
