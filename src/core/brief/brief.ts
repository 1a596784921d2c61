/** What a brief says: tones, policy and wishes. */
import { chordIntervals, pitchClassOf, scaleTones } from '../compose/tones';
import { MAX_BRIEF_NOTES, MIN_BRIEF_NOTES, type Brief, type FingerChange, type Tones } from '../model/brief';
import type { Slant } from '../picking/changes';
import type { PickingPolicy } from '../picking/policy';
import { periodOf, rhythmOf } from './rhythm';

/** Pitch classes that the tones of a brief allow, the tonic first; throws a RangeError for names that are none. */
export function pitchClasses(tones: Tones): number[] {
  if (tones.kind === 'chromatic') return Array.from({ length: 12 }, (_, at) => at);
  if (tones.kind === 'scale') return scaleTones(tones.tonic, tones.name);
  const root = pitchClassOf(tones.tonic);
  return [...new Set(chordIntervals(tones.name).map((steps) => (root + steps) % 12))];
}

/** The picking policy of a composed exercise. */
export function policyOf({ policy, start, loop, slant, strokes = '' }: Brief): PickingPolicy {
  // A pattern stands at the notes; the policy has only what is written in later.
  if (strokes !== '')
    return { kind: 'alternateByNote', start: strokes.startsWith('u') ? 'up' : 'down', loop };
  return {
    kind: policy,
    start,
    loop,
    ...(policy === 'oneSlant' ? { slant: slant ?? 'downward' } : {}),
  };
}

/** The slant that every exit must suit: asked for, or that of the policy. */
export function slantOfBrief({ policy, slant, strokes = '' }: Brief): Slant | null {
  return slant ?? (policy === 'oneSlant' && strokes === '' ? 'downward' : null);
}

/**
 * The brief with the length that its line has: where that was not asked exactly and the line is played once, its last note comes to lie on
 * a beat, at most a beat later (earlier where there are no more notes).
 */
export function landed(brief: Brief): Brief {
  if (!brief.lands || brief.loop) return brief;
  const { slotOf, isSlurred } = rhythmOf(brief);
  const isHome = (notes: number) => slotOf(notes - 1) % brief.subdivision === 0 && !isSlurred(notes - 1);
  // In as many notes every sign of the rhythm has stood on every slot of the beat.
  const within = periodOf(brief, true);
  for (let notes = brief.notes; notes <= Math.min(MAX_BRIEF_NOTES, brief.notes + within); notes++)
    if (isHome(notes)) return { ...brief, notes };
  for (let notes = brief.notes; notes >= MIN_BRIEF_NOTES; notes--)
    if (isHome(notes)) return { ...brief, notes };
  return brief;
}

/** A wish for finger changes: how often at least, and the first of the entries that say so. */
export interface FingerWish {
  readonly change: FingerChange;
  readonly times: number;
  readonly entries: readonly number[];
}

const knownWishes = new WeakMap<readonly FingerChange[], readonly FingerWish[]>();

/** The finger changes of a brief, alike ones as one wish. */
export function fingerWishes({ fingerChanges }: Pick<Brief, 'fingerChanges'>): readonly FingerWish[] {
  const known = knownWishes.get(fingerChanges);
  if (known) return known;
  const byName = new Map<string, number[]>();
  fingerChanges.forEach((change, at) => {
    const name = change.join();
    byName.set(name, [...(byName.get(name) ?? []), at]);
  });
  const wishes = [...byName.values()].map((entries) => ({
    change: fingerChanges[entries[0]!]!,
    times: entries.length,
    entries,
  }));
  knownWishes.set(fingerChanges, wishes);
  return wishes;
}

/** The finger changes of a brief with one wish, by its number, for another change or so many times; 0 leaves it out. */
export function withFingerWish(
  brief: Brief,
  at: number,
  change: FingerChange,
  times: number,
): FingerChange[] {
  return fingerWishes(brief).flatMap((wish, other) =>
    Array.from({ length: other === at ? times : wish.times }, () => (other === at ? change : wish.change)),
  );
}

/** Whether a step from one place to another is a finger change that is wished for. */
export function isFingerChange(
  [from, to, direction = null, string]: FingerChange,
  a: { readonly string: number; readonly finger: number | undefined },
  b: { readonly string: number; readonly finger: number | undefined },
): boolean {
  if (a.string === b.string || a.finger !== from || b.finger !== to) return false;
  if (string !== undefined && b.string !== string) return false;
  return direction === null || direction === (a.string > b.string ? 'floorward' : 'ceilingward');
}

/** One thing that a brief wishes and that can be given up. `at` numbers targets and finger changes. */
export type Wish =
  | { readonly kind: 'target' | 'fingerChange'; readonly at: number }
  | {
      readonly kind:
        | 'notes'
        | 'slant'
        | 'start'
        | 'startsOn'
        | 'endsOn'
        | 'largestLeap'
        | 'noRepeats'
        | 'noSkips'
        | 'changesOn'
        | 'turns'
        | 'rhythm'
        | 'loop';
    };

/** Every wish of a brief, in the order in which they are tried when one must be given up. */
export function wishesOf(brief: Brief): Wish[] {
  return [
    ...(brief.startsOn === null ? [] : [{ kind: 'startsOn' as const }]),
    ...(brief.endsOn === null ? [] : [{ kind: 'endsOn' as const }]),
    ...(brief.largestLeap === null ? [] : [{ kind: 'largestLeap' as const }]),
    ...(brief.mayRepeat ? [] : [{ kind: 'noRepeats' as const }]),
    ...(brief.noSkips ? [{ kind: 'noSkips' as const }] : []),
    ...(brief.changesOn ? [{ kind: 'changesOn' as const }] : []),
    ...(brief.turns ? [{ kind: 'turns' as const }] : []),
    ...(brief.rhythm ? [{ kind: 'rhythm' as const }] : []),
    ...fingerWishes(brief).map(({ entries: [at] }) => ({ kind: 'fingerChange' as const, at: at! })),
    ...(brief.strokes ? [] : [{ kind: 'start' as const }]),
    ...(slantOfBrief(brief) === null ? [] : [{ kind: 'slant' as const }]),
    ...(brief.loop ? [{ kind: 'loop' as const }] : []),
    { kind: 'notes' },
    ...brief.targets.map((_, at) => ({ kind: 'target' as const, at })),
  ];
}
