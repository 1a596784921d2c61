/** How the simulated player plays a plan: when each note comes, which are left out, wrong or too many. */
import type { ChangeKind } from '../../picking/changes';
import type { PlannedNote, TakePlan } from '../plan';
import { chanceOf } from './chance';

/** What the player gets wrong, each on its own; nothing is the default. */
export interface PlayerErrors {
  /** Standard deviation of each note about its place, in milliseconds. */
  readonly spreadMs?: number;
  /** The whole take this much behind the plan; below 0: ahead. */
  readonly lateMs?: number;
  /** Milliseconds that notes after a kind of change come late; below 0: early. */
  readonly lateAfter?: Partial<Readonly<Record<ChangeKind, number>>>;
  /** Milliseconds gained or lost by the end of each minute, evenly; above 0: slower. */
  readonly driftMsAMinute?: number;
  /** Milliseconds that upstrokes come late: the hands are uneven. */
  readonly unevenMs?: number;
  /** Part of the swept notes that come at this part of their slot after the note before. */
  readonly bunchedTo?: number;
  /** Parts of the notes, 0–1, that are left out, played a tone off, or followed by a note too many. */
  readonly missing?: number;
  readonly wrong?: number;
  readonly extra?: number;
  /** Seconds of silence before the note of this index: the player stops and goes on. */
  readonly pause?: { readonly before: number; readonly seconds: number };
  /** Only the notes from one index to before another are played. */
  readonly only?: readonly [number, number];
}

/** A note as it was played. */
export interface PlayedNote {
  /** The planned note; null: too many. */
  readonly note: PlannedNote | null;
  /** Seconds on the plan's time line. */
  readonly at: number;
  readonly midi: readonly number[];
  readonly technique: PlannedNote['technique'];
  readonly string: number | null;
  readonly until: number;
}

/** A wrong note is one fret or two off, up or down: a finger that missed its place. */
const OFF = [-2, -1, 1, 2];
/** A note is let go at the latest after so long. */
const LONGEST_SECONDS = 4;

/** Draws so many of a list, each at most once, none beside another: two faults side by side cannot be told apart. */
function drawn(count: number, from: readonly number[], part: () => number): Set<number> {
  const left = [...from];
  const taken = new Set<number>();
  while (taken.size < count && left.length > 0) {
    const [one] = left.splice(Math.floor(part() * left.length), 1);
    if (![one! - 1, one! + 1].some((beside) => taken.has(beside))) taken.add(one!);
  }
  return taken;
}

/** What a player with these errors plays; the same seed plays the same. */
export function playedBy({ notes }: TakePlan, errors: PlayerErrors, seed: number): PlayedNote[] {
  const chance = chanceOf(seed);
  const [first, last] = errors.only ?? [0, notes.length];
  const faulty = notes.map((_, at) => at).filter((at) => at > first && at < last - 1);
  const missing = Math.round((errors.missing ?? 0) * notes.length);
  const wrong = Math.round((errors.wrong ?? 0) * notes.length);
  const extra = Math.round((errors.extra ?? 0) * notes.length);
  const faults = [...drawn(missing + wrong + extra, faulty, chance.part)];
  const isMissing = new Set(faults.slice(0, missing));
  const isWrong = new Set(faults.slice(missing, missing + wrong));
  const hasExtra = new Set(faults.slice(missing + wrong));
  const played: PlayedNote[] = [];
  let before = -Infinity;
  for (let at = first; at < last; at++) {
    const note = notes[at]!;
    const slot = at > 0 ? note.onset - notes[at - 1]!.onset : 0;
    const next = notes[at + 1]?.onset ?? note.onset + 0.5;
    const late =
      (errors.lateMs ?? 0) +
      (errors.spreadMs ?? 0) * chance.normal() +
      (note.change ? (errors.lateAfter?.[note.change] ?? 0) : 0) +
      (note.stroke === 'up' ? (errors.unevenMs ?? 0) : 0) +
      ((errors.driftMsAMinute ?? 0) * note.onset) / 60;
    const pause = errors.pause && at >= errors.pause.before ? errors.pause.seconds : 0;
    const isBunched = errors.bunchedTo !== undefined && note.change === 'sweep' && before > -Infinity;
    const onset = isBunched ? before + slot * errors.bunchedTo : note.onset + late / 1000 + pause;
    // Notes keep their order, however uneven the hand is.
    const when = Math.max(onset, before + 0.004);
    if (isMissing.has(at)) continue;
    const off = isWrong.has(at) ? OFF[Math.floor(chance.part() * OFF.length)]! : 0;
    const until = Math.min(note.until ?? next, note.onset + LONGEST_SECONDS) + late / 1000 + pause;
    const { technique } = note;
    const string = note.string ?? null;
    played.push({
      note,
      at: when,
      midi: note.midi.map((one) => one + off),
      technique,
      string,
      until: Math.max(until, when + 0.02),
    });
    before = when;
    if (!hasExtra.has(at)) continue;
    const between = when + (0.35 + 0.3 * chance.part()) * (next - note.onset);
    played.push({ note: null, at: between, midi: note.midi, technique: 'pick', string, until: next });
    before = between;
  }
  return played;
}
