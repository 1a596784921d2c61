/** Why wishes cannot be granted together, where it can be said in one sentence: by what is counted, or by what there is not. */
import type { Brief, Target } from '../model/brief';
import { counted } from '../picking/counting';
import { pitchClassOf } from '../compose/tones';
import { pitchClasses, type Wish } from './brief';
import { pickedNotes, rhythmOf } from './rhythm';
import { tonesText } from './tonesText';

/** A reason that holds whatever the line is. */
export type Reason =
  /** A note that is asked for is none of the tones. */
  | { readonly code: 'notInTones'; readonly name: string }
  /** The policy turns the stroke at every note, or sweeps to neighbour strings only. */
  | { readonly code: 'noSweeps'; readonly overSkip: boolean }
  /** Moves one way need as many the other, or one less: more steps than there are. */
  | {
      readonly code: 'back';
      readonly strings: readonly [number, number];
      readonly there: number;
      readonly back: number;
      readonly steps: number;
    }
  /** More turns of direction than there are steps to turn between. */
  | { readonly code: 'turns'; readonly asked: number; readonly most: number }
  /** Going round, what turns up turns down again. */
  | { readonly code: 'oddTurns'; readonly asked: number }
  /** A round comes out even with its rhythm. */
  | { readonly code: 'rhythmRound'; readonly each: number }
  /** More changes than there are steps. */
  | { readonly code: 'steps'; readonly asked: number; readonly steps: number };

/** Steps on which the string may change: what is slurred to stays on it. */
const stepsOf = (brief: Brief) => pickedNotes(brief) - (brief.loop ? 0 : 1);

/** Whether no change counts toward both. */
function areApart(a: Target, b: Target): boolean {
  const differ = <T>(one: T | null, other: T | null) =>
    one !== null && other !== null && JSON.stringify(one) !== JSON.stringify(other);
  return (
    differ(a.kind, b.kind) ||
    differ(a.strings, b.strings) ||
    differ(a.direction, b.direction) ||
    differ(a.skipped, b.skipped)
  );
}

/** A set of targets no two of which count the same change, as it comes. */
function apart(targets: readonly Target[]): Target[] {
  const set: Target[] = [];
  for (const target of [...targets].sort((a, b) => b.min - a.min))
    if (set.every((other) => areApart(target, other))) set.push(target);
  return set;
}

const sum = (targets: readonly Target[]) => targets.reduce((all, { min }) => all + min, 0);

/** Between two strings what goes over comes back before it goes again: so many moves one way need as many back, one less where it ends there. */
function backReason(brief: Brief, targets: readonly Target[]): Reason | null {
  for (const { strings, direction } of targets) {
    if (strings === null || direction === null) continue;
    const alike = targets.filter(
      (one) => one.direction === direction && one.strings?.join() === strings.join(),
    );
    const there = sum(apart(alike));
    const back = brief.loop ? there : there - 1;
    const steps = stepsOf(brief);
    if (there > 0 && there + back > steps) {
      const [thicker, thinner] = strings;
      const way = direction === 'floorward' ? ([thicker, thinner] as const) : ([thinner, thicker] as const);
      return { code: 'back', strings: way, there, back, steps };
    }
  }
  return null;
}

function sweepReason({ policy, strokes, rhythm }: Brief, targets: readonly Target[]): Reason | null {
  const sweeps = targets.filter(({ kind, min }) => kind === 'sweep' && min > 0);
  if (sweeps.length === 0 || policy === 'oneSlant' || strokes) return null;
  // By pulse a stroke comes twice only where the rhythm leaves a slot out.
  if (policy === 'alternateByNote' || (policy === 'alternateByPulse' && !rhythm))
    return { code: 'noSweeps', overSkip: false };
  if (policy === 'alternateByPulse') return null;
  const isOver = ({ skipped, strings }: Target) =>
    (skipped ?? 0) > 0 || (strings !== null && strings[0] - strings[1] > 1);
  return sweeps.some(isOver) ? { code: 'noSweeps', overSkip: true } : null;
}

function turnsReason(brief: Brief): Reason | null {
  const { min, max } = brief.turns!;
  const most = brief.loop ? brief.notes - (brief.notes % 2) : Math.max(0, brief.notes - 2);
  if (min > most) return { code: 'turns', asked: min, most };
  return brief.loop && min === max && min % 2 === 1 ? { code: 'oddTurns', asked: min } : null;
}

/** The first reason that can be said for some wishes of a brief, which cannot be granted together; null where it is not as simple as that. */
export function reasonFor(brief: Brief, wishes: readonly Wish[]): Reason | null {
  const tones = pitchClasses(brief.tones);
  for (const { kind } of wishes) {
    const name = kind === 'startsOn' || kind === 'endsOn' ? brief[kind] : null;
    if (name !== null && !tones.includes(pitchClassOf(name))) return { code: 'notInTones', name };
  }
  const targets = wishes.flatMap((wish) => (wish.kind === 'target' ? [brief.targets[wish.at]!] : []));
  const sweeps = sweepReason(brief, targets);
  if (sweeps) return sweeps;
  const { notes: each } = rhythmOf(brief);
  const isUneven = brief.loop && brief.notes % each !== 0;
  if (isUneven && wishes.some(({ kind }) => kind === 'rhythm')) return { code: 'rhythmRound', each };
  const asked = sum(apart(targets));
  const turns = wishes.some(({ kind }) => kind === 'turns') ? turnsReason(brief) : null;
  return (
    turns ??
    backReason(brief, targets) ??
    (asked > stepsOf(brief) ? { code: 'steps', asked, steps: stepsOf(brief) } : null)
  );
}

/** A reason in a sentence. */
export function reasonText(reason: Reason, brief: Brief): string {
  const picked = pickedNotes(brief);
  const notes = `${counted(brief.notes, 'note')}${picked < brief.notes ? `, ${picked} of them picked,` : ''}`;
  const room = ({ steps }: { readonly steps: number }) =>
    `${notes}${brief.loop ? ' going round' : ''} have ${counted(steps, 'step')}`;
  switch (reason.code) {
    case 'notInTones':
      return `${reason.name} is no note of ${tonesText(brief)}.`;
    case 'noSweeps':
      return reason.overSkip
        ? 'A sweep goes to the next string only, not over one.'
        : 'Alternate picking makes no sweeps: every note turns the stroke. Economy picking would.';
    case 'back': {
      const { strings, there, back } = reason;
      const moves = `${counted(there, 'move')} from ${strings[0]} to ${strings[1]}`;
      return `${moves} ${there === 1 ? 'needs' : 'need'} ${back} back: that is ${counted(there + back, 'step')}, and ${room(reason)}.`;
    }
    case 'turns':
      return `${counted(brief.notes, 'note')}${brief.loop ? ' going round' : ''} can turn ${counted(reason.most, 'time')} at most.`;
    case 'oddTurns':
      return `Going round, a line turns up as often as down: ${reason.asked} in all cannot be.`;
    case 'rhythmRound': {
      const { each } = reason;
      const less = brief.notes - (brief.notes % each);
      const even = less > 0 ? `${less} or ${less + each}` : String(each);
      return `Going round, the rhythm of ${counted(each, 'note')} comes out even with ${even} notes, not with ${brief.notes}.`;
    }
    case 'steps':
      return `That is ${counted(reason.asked, 'change')}, and ${room(reason)}.`;
  }
}
