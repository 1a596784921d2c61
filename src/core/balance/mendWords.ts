/** Mendings in words. */
import type { Exercise } from '../model/exercise';
import { counted, countText } from '../picking/counting';
import { policyText } from '../picking/words';
import type { Schools } from '../picking/schools';
import type { Mending, ScopedShare } from './mend';

/** What to do, in one sentence. */
export function mendText(exercise: Exercise, mending: Mending, schools: Schools): string {
  if (mending.first) {
    const { first, ...second } = mending;
    const then = { ...exercise, passage: first.passage, policy: first.policy };
    return `${mendText(exercise, first, schools)} Then: ${mendText(then, { ...second, first: null }, schools)}`;
  }
  const { passage: before, policy: was } = exercise;
  const { kind, note, to, policy, passage } = mending;
  const one = before.notes[note - 1];
  const place = one ? `note ${note} (string ${one.string}, fret ${one.fret})` : '';
  const isOdd = was.loop === true && was.kind === 'alternateByNote';
  switch (kind) {
    case 'start':
      return `Start with ${policy.start === 'up' ? 'an upstroke' : 'a downstroke'}.`;
    case 'bothStarts':
      return 'Play one pass from each stroke, a beat’s rest between: half of the passes have the other start.';
    case 'oneMore':
      return `Play the last note once more${isOdd ? ': a round of an odd number of strokes balances itself' : ''}.`;
    case 'oneLess':
      return `Leave the last note out${isOdd ? ': a round of an odd number of strokes balances itself' : ''}.`;
    case 'reverse':
      return 'Play it backwards.';
    case 'thereAndBack':
      return 'Play it there and back, the turning note once.';
    case 'thereAndBackTwice':
      return 'Play it there and back, the turning note twice.';
    case 'slur':
      return `Slur ${place} instead of picking it.`;
    case 'otherString':
      return `Take ${place} on string ${Number(to)} at fret ${passage.notes.find(({ id }) => id === one?.id)?.fret}: the same pitch.`;
    case 'shiftStrings':
      return `Move all of it one string toward the ${to === 1 ? 'ceiling' : 'floor'}, the frets as they are.`;
    case 'policy':
      return `Use ${policyText(policy, schools)}.`;
  }
}

/** "3 outside, 12 inside"; sweeps where there are any. */
export function shareText({ outside, inside, sweep }: ScopedShare): string {
  const swept = sweep > 0 ? `, ${countText(sweep)} swept` : '';
  return `${countText(outside)} outside, ${countText(inside)} inside${swept}`;
}

/** What a change costs: "3 strokes turn, 1 note slurred, stays in position"; a beat or chord only where it is left. */
export function costsText({ costs, policy }: Mending): string {
  const { turned, slurred, leavesPosition, leavesBeat, leavesChord } = costs;
  return [
    turned === 0 ? 'no stroke turns' : `${counted(turned, 'stroke')} ${turned === 1 ? 'turns' : 'turn'}`,
    slurred === 0
      ? ''
      : `${counted(slurred, 'note')} slurred${policy.kind === 'oneSlant' ? ' by one slant' : ''}`,
    leavesPosition ? 'leaves the position' : 'stays in position',
    leavesBeat ? 'a pass does not end on a beat any more' : '',
    leavesChord ? 'other notes than the exercise had' : '',
  ]
    .filter((part) => part !== '')
    .join(', ');
}
