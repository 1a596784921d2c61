/** Whether an exercise grants a brief, told by the ordinary plan and analysis and by nothing of the search. */
import { planOf } from '../plan/plan';
import { pitchOf, type Passage } from '../passage/passage';
import type { Setup } from '../instrument/instrument';
import { isStringChange } from '../picking/changes';
import type { PickingPolicy } from '../picking/policy';
import { pitchClassOf } from '../compose/tones';
import {
  fingerWishes,
  isFingerChange,
  landed,
  pitchClasses,
  slantOfBrief,
  wishesOf,
  type Wish,
} from './brief';
import { type Brief } from '../model/brief';
import { counts } from './pickRules';

/** Whether each note stands, sounds and is struck or slurred as the signs of the rhythm say, read sign by sign. */
function isInRhythm({ rhythm = '', subdivision, loop }: Brief, passage: Passage): boolean {
  const { meter, notes, lengthTicks } = passage;
  const slot = meter.beatTicks / subdivision;
  const signAt = (ticks: number) => rhythm[(ticks / slot) % rhythm.length];
  const isHere = notes.every(({ technique, onsetTicks, durationTicks }, at) => {
    const isPicked = technique === 'pick';
    if (signAt(onsetTicks) !== (isPicked ? 'p' : 's')) return false;
    for (let ticks = onsetTicks + slot; ticks < onsetTicks + durationTicks; ticks += slot)
      if (signAt(ticks) !== '-') return false;
    const next = notes[at + 1]?.onsetTicks ?? (loop ? lengthTicks : onsetTicks + durationTicks);
    for (let ticks = onsetTicks + durationTicks; ticks < next; ticks += slot)
      if (signAt(ticks) !== '.') return false;
    return true;
  });
  return isHere && (!loop || (lengthTicks / slot) % rhythm.length === 0);
}

/** The wishes of a brief that an exercise does not grant; of its strings, frets and tones nothing but the given may occur. */
export function unmetWishes(
  brief: Brief,
  passage: Passage,
  policy: PickingPolicy,
  setup: Setup,
): (Wish | { readonly kind: 'material' })[] {
  const { analysis, assignment } = planOf(passage, policy, setup);
  const { notes } = passage;
  const pitches = notes.map((note) => pitchOf(passage, note));
  const inRow = brief.loop ? [...pitches, pitches[0]!] : pitches;
  const leaps = inRow.slice(1).map((pitch, at) => Math.abs(pitch - inRow[at]!));
  const slant = slantOfBrief(brief);
  const onsetOf = new Map(notes.map(({ id, onsetTicks }) => [id, onsetTicks]));
  const startsOn = (name: string | null, pitch: number | undefined) =>
    name === null || (pitch !== undefined && pitch % 12 === pitchClassOf(name));
  const isGranted = (wish: Wish): boolean => {
    switch (wish.kind) {
      case 'target': {
        const target = brief.targets[wish.at]!;
        const count =
          analysis.transitions.filter(
            (change) =>
              isStringChange(change) && counts(target, change.kind, change.stringFrom, change.stringTo),
          ).length / analysis.passes;
        return count >= target.min && (target.max === null || count <= target.max);
      }
      case 'fingerChange': {
        const { change, times } = fingerWishes(brief).find(({ entries }) => entries.includes(wish.at))!;
        const round = brief.loop ? [...notes, notes[0]!] : notes;
        const had = round.slice(1).filter((note, at) => {
          const [a, b] = [round[at]!, note].map(({ string, finger }) => ({ string, finger }));
          return isFingerChange(change, a!, b!);
        }).length;
        return had >= times;
      }
      case 'notes':
        return notes.length === landed(brief).notes;
      case 'slant':
        return analysis.transitions.every((change) => change.slant === null || change.slant === slant);
      case 'start':
        return assignment.passes[0]![0] === brief.start;
      case 'startsOn':
        return startsOn(brief.startsOn, pitches[0]);
      case 'endsOn':
        return startsOn(brief.endsOn, pitches.at(-1));
      case 'largestLeap':
        return leaps.every((leap) => leap <= brief.largestLeap!);
      case 'noRepeats':
        return leaps.every((leap) => leap > 0);
      case 'noSkips':
        return analysis.transitions.every(({ skipped }) => skipped === 0);
      case 'changesOn':
        // A round of no whole number of beats comes in on another place of the beat each time.
        if (brief.loop && passage.lengthTicks % passage.meter.beatTicks !== 0) return false;
        return analysis.transitions.filter(isStringChange).every(({ toNote }) => {
          const isOn = onsetOf.get(toNote)! % passage.meter.beatTicks === 0;
          return isOn === (brief.changesOn === 'the beat');
        });
      case 'turns': {
        const { min, max } = brief.turns!;
        const moves = inRow.slice(1).map((pitch, at) => Math.sign(pitch - inRow[at]!));
        const going = moves.filter((move) => move !== 0);
        const count = going.filter((move, at) => {
          const before = at > 0 ? going[at - 1] : brief.loop ? going.at(-1) : move;
          return move !== before;
        }).length;
        return count >= min && (max === null || count <= max);
      }
      case 'rhythm':
        return isInRhythm(brief, passage);
      case 'loop':
        return analysis.loop;
    }
  };
  const classes = pitchClasses(brief.tones);
  const isMaterial = notes.every(
    ({ string, fret }, at) =>
      brief.strings.includes(string) &&
      fret >= brief.frets[0] &&
      fret <= brief.frets[1] &&
      classes.includes(pitches[at]! % 12),
  );
  return [
    ...(isMaterial ? [] : [{ kind: 'material' as const }]),
    ...wishesOf(brief).filter((wish) => !isGranted(wish)),
  ];
}
