/** A set of exercises in words: what it trains together, and what would balance it. */
import { counted } from '../picking/counting';
import { setVerdict, type Exposure } from './exposure';
import type { SetMending } from './mendSet';

/** How many changes, and how much of them inside: "12 outside, 8 inside (40 % inside)". */
export function exposureText({ kinds, insideShare }: Exposure): string {
  const share = insideShare === null ? '' : ` (${Math.round(insideShare * 100)} % inside)`;
  return `${kinds.outside} outside, ${kinds.inside} inside${share}`;
}

/** Whether a set balances, in one sentence: in all, and in every direction of every string pair. */
export function setVerdictText(exposure: Exposure): string {
  const { gap, oneSided } = setVerdict(exposure);
  if (gap === null) return 'There are no inside or outside changes to weigh.';
  const total = gap === 0 ? 'In all it balances (50 % inside, give or take 10)' : 'In all it is lopsided';
  if (oneSided.length === 0) return `${total}, and so does every direction of every string pair.`;
  const named = oneSided.map(({ stringFrom, stringTo, kind }) => `${stringFrom} to ${stringTo} only ${kind}`);
  return `${total}; one-sided: ${named.join(', ')}.`;
}

/** What the set would come to: "12 outside, 12 inside (50 % inside), no direction one-sided". */
export function setAfterText({ after }: SetMending): string {
  const { oneSided } = setVerdict(after);
  const sides =
    oneSided.length > 0 ? `${counted(oneSided.length, 'direction')} one-sided` : 'no direction one-sided';
  return `${exposureText(after)}, ${sides}`;
}

/**
 * What to do, in one sentence without its full stop.
 * @param memberIds those of the set, in their order. @param titleOf names an exercise.
 */
export function setMendingText(
  { kind, id, passes }: SetMending,
  memberIds: readonly string[],
  titleOf: (id: string) => string,
): string {
  const title = `“${titleOf(id ?? '')}”`;
  switch (kind) {
    case 'drop':
      return `Leave ${title} out`;
    case 'add':
      return `Add ${title}, ${counted(passes[id!]!, 'pass', 'passes')}`;
    case 'reverse':
      return `Play ${title} backwards instead, as a copy`;
    case 'passes':
      return `Play each in another number of passes: ${memberIds.map((one) => `${titleOf(one)} ${passes[one]} ×`).join(', ')}`;
  }
}
