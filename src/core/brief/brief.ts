/** A brief: what an exercise that is to be composed must do, wish by wish. */
import type { Direction, Slant } from '../picking/changes';
import { pitchClassOf, scaleTones, chordIntervals } from '../compose/tones';
import type { Tuning } from '../instrument/instrument';
import type { Finger, Stroke } from '../passage/passage';
import type { PickingPolicy } from '../picking/policy';

/** The policies that a search can hold to note by note. */
export const BRIEF_POLICIES = ['alternateByNote', 'economy', 'sweep', 'oneSlant'] as const;
export type BriefPolicy = (typeof BRIEF_POLICIES)[number];

/** Notes that may be used. */
export type Tones =
  | { readonly kind: 'chromatic' }
  | { readonly kind: 'scale'; readonly tonic: string; readonly name: string }
  | { readonly kind: 'chord'; readonly tonic: string; readonly name: string };

/** Changes of some kind that must occur so often in a pass. Null means any. */
export interface Target {
  readonly kind: 'outside' | 'inside' | 'sweep' | null;
  /** Thicker string first. */
  readonly strings: readonly [number, number] | null;
  readonly direction: Direction | null;
  readonly skipped: number | null;
  readonly min: number;
  /** Null: as many as there come. */
  readonly max: number | null;
}

/** Where the line goes by and large. */
export const CONTOURS = ['free', 'rising', 'falling', 'arch', 'sequence'] as const;
export type Contour = (typeof CONTOURS)[number];

export interface Brief {
  readonly tuning: Tuning;
  /** 0 is none. */
  readonly capo: number;
  readonly policy: BriefPolicy;
  readonly start: Stroke;
  /** The one slant that every exit must suit; null asks for none. */
  readonly slant: Slant | null;
  readonly tones: Tones;
  /** The strings that may be used. */
  readonly strings: readonly number[];
  /** Lowest and highest fret, from the capo. */
  readonly frets: readonly [number, number];
  /** Notes of one pass, 2 to `MAX_BRIEF_NOTES`. */
  readonly notes: number;
  /** Slots a beat. */
  readonly subdivision: number;
  readonly loop: boolean;
  readonly targets: readonly Target[];
  /** Changes from one finger to another that must occur at least once. */
  readonly fingerChanges: readonly (readonly [Finger, Finger])[];
  readonly contour: Contour;
  /** Semitones; null allows any. */
  readonly largestLeap: number | null;
  /** Whether a pitch may follow itself. */
  readonly mayRepeat: boolean;
  /** Names of notes, such as `F#`; null leaves them open. */
  readonly startsOn: string | null;
  readonly endsOn: string | null;
  /** An exercise to keep near to, or away from, place by place. */
  readonly likeness: {
    readonly wish: 'like' | 'unlike';
    readonly places: readonly { readonly string: number; readonly fret: number }[];
  } | null;
}

export const MIN_BRIEF_NOTES = 2;
export const MAX_BRIEF_NOTES = 128;
/** Each doubles the states of a line. */
export const MAX_FINGER_CHANGES = 6;

/** Pitch classes that the tones of a brief allow, the tonic first; throws a RangeError for names that are none. */
export function pitchClasses(tones: Tones): number[] {
  if (tones.kind === 'chromatic') return Array.from({ length: 12 }, (_, at) => at);
  if (tones.kind === 'scale') return scaleTones(tones.tonic, tones.name);
  const root = pitchClassOf(tones.tonic);
  return [...new Set(chordIntervals(tones.name).map((steps) => (root + steps) % 12))];
}

/** The picking policy of a composed exercise. */
export function policyOf({ policy, start, loop, slant }: Brief): PickingPolicy {
  return {
    kind: policy,
    start,
    loop,
    ...(policy === 'oneSlant' ? { slant: slant ?? 'downward' } : {}),
  };
}

/** The slant that every exit must suit: asked for, or that of the policy. */
export function slantOfBrief({ policy, slant }: Brief): Slant | null {
  return slant ?? (policy === 'oneSlant' ? 'downward' : null);
}

/** One thing that a brief wishes and that can be given up. `at` numbers targets and finger changes. */
export type Wish =
  | { readonly kind: 'target' | 'fingerChange'; readonly at: number }
  | {
      readonly kind:
        'notes' | 'slant' | 'start' | 'startsOn' | 'endsOn' | 'largestLeap' | 'noRepeats' | 'loop';
    };

/** Every wish of a brief, in the order in which they are tried when one must be given up. */
export function wishesOf(brief: Brief): Wish[] {
  return [
    ...(brief.startsOn === null ? [] : [{ kind: 'startsOn' as const }]),
    ...(brief.endsOn === null ? [] : [{ kind: 'endsOn' as const }]),
    ...(brief.largestLeap === null ? [] : [{ kind: 'largestLeap' as const }]),
    ...(brief.mayRepeat ? [] : [{ kind: 'noRepeats' as const }]),
    ...brief.fingerChanges.map((_, at) => ({ kind: 'fingerChange' as const, at })),
    { kind: 'start' },
    ...(slantOfBrief(brief) === null ? [] : [{ kind: 'slant' as const }]),
    ...(brief.loop ? [{ kind: 'loop' as const }] : []),
    { kind: 'notes' },
    ...brief.targets.map((_, at) => ({ kind: 'target' as const, at })),
  ];
}
