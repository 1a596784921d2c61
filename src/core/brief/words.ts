/** Briefs, conflicts and outcomes in words. */
import { strokeWords } from '../compose/words';
import { asksForChanges, goalText } from '../balance/goal';
import { NO_GOAL } from '../model/exercise';
import { counted } from '../picking/counting';
import { capital, withArticle } from '../picking/names';
import type { PickingPolicy } from '../picking/policy';
import { slantText, type Schools } from '../picking/schools';
import { policyText } from '../picking/words';
import { fingerWishes, landed, policyOf, slantOfBrief, type FingerWish, type Wish } from './brief';
import { type Brief, type Contour, type Target } from '../model/brief';
import type { Advice } from './conflict';
import { goalFrom } from './draft';
import { RHYTHM_SIGNS } from './rhythm';
import type { Outcome } from './search';
import { tonesText } from './tonesText';

function countsText({ min, max }: Pick<Target, 'min' | 'max'>): string {
  if (max === null) return min === 0 ? 'any number of' : `at least ${min}`;
  if (max === 0) return 'no';
  if (min === max) return String(min);
  return min === 0 ? `at most ${max}` : `${min} to ${max}`;
}

/** "6 inside changes from 2 to 1"; "at least 4 string changes over 1 string". */
export function targetText(target: Target): string {
  const { strings, direction, skipped, max } = target;
  const where = goalText({ ...NO_GOAL, strings, direction, skipped });
  const kind =
    target.kind === null ? 'string changes' : target.kind === 'sweep' ? 'sweeps' : `${target.kind} changes`;
  // One is what is counted: “1 inside change”, “at least 1 outside change”, “at most 1 sweep”.
  const isOne = max === null ? target.min === 1 : max === 1;
  const said = isOne ? kind.replace(/s$/, '') : kind;
  return `${countsText(target)} ${where.replace('string changes', said)}`;
}

/** "picked, slurred to, rest". */
export const rhythmText = (rhythm: string): string =>
  [...rhythm].map((sign) => RHYTHM_SIGNS[sign as keyof typeof RHYTHM_SIGNS]).join(', ');

/** "at least 3 turns of direction". */
function turnsText(wish: NonNullable<Brief['turns']>): string {
  const isOne = wish.max === null ? wish.min === 1 : wish.max === 1;
  return `${countsText(wish)} ${isOne ? 'turn' : 'turns'} of direction`;
}

/** "2 changes from finger 1 to finger 4, floorward". */
function fingerWishText({ change: [from, to, direction, string], times }: FingerWish): string {
  const some = times === 1 ? 'a change' : `${times} changes`;
  const where = [direction ?? '', string === undefined ? '' : `to string ${string}`];
  return [`${some} from finger ${from} to finger ${to}`, ...where].filter((part) => part !== '').join(', ');
}

/** What a wish asks for, in a few words. */
export function wishText(wish: Wish, brief: Brief, schools: Schools): string {
  switch (wish.kind) {
    case 'target':
      return targetText(brief.targets[wish.at]!);
    case 'fingerChange': {
      return fingerWishText(fingerWishes(brief).find(({ entries }) => entries.includes(wish.at))!);
    }
    case 'notes':
      return counted(brief.notes, 'note');
    case 'slant':
      return `one slant: ${slantText(slantOfBrief(brief)!, schools)}`;
    case 'start':
      return `the start with ${withArticle(brief.start)}`;
    case 'startsOn':
      return `the first note ${brief.startsOn}`;
    case 'endsOn':
      return `the last note ${brief.endsOn}`;
    case 'largestLeap':
      return `no leap over ${counted(brief.largestLeap!, 'semitone')}`;
    case 'noRepeats':
      return 'no note twice in a row';
    case 'noSkips':
      return 'no skip';
    case 'changesOn':
      return CHANGES_ON_WORDS[brief.changesOn!];
    case 'turns':
      return turnsText(brief.turns!);
    case 'rhythm':
      return `the rhythm ${rhythmText(brief.rhythm!)}`;
    case 'loop':
      return 'that it goes round';
  }
}

const CHANGES_ON_WORDS = {
  'the beat': 'strings change on the beat only',
  'off the beat': 'strings change off the beat only',
} as const;

/** What to change so that a line may be found. */
export function adviceText(advice: Advice, schools: Schools): string {
  const text = changeText(advice, schools);
  return advice.isSure ? text : `${text}: this may work`;
}

function changeText({ wish, brief }: Advice, schools: Schools): string {
  switch (wish.kind) {
    case 'target':
      return `Ask for ${targetText(brief.targets[wish.at]!)}`;
    case 'fingerChange':
      return brief.fingerChanges.length === 0
        ? 'Do without that finger change'
        : `Of finger changes ask for ${fingerWishes(brief).map(fingerWishText).join(' and ')}`;
    case 'notes':
      return `Make it ${counted(brief.notes, 'note')} long`;
    case 'slant': {
      const slant = slantOfBrief(brief);
      return slant === null ? 'Do without one slant' : `Take the other slant: ${slantText(slant, schools)}`;
    }
    case 'start':
      return `Start with ${withArticle(brief.start)}`;
    case 'startsOn':
      return 'Leave the first note open';
    case 'endsOn':
      return 'Leave the last note open';
    case 'largestLeap':
      return `Allow leaps up to ${counted(brief.largestLeap!, 'semitone')}`;
    case 'noRepeats':
      return 'Allow a note twice in a row';
    case 'noSkips':
      return 'Allow skips';
    case 'changesOn':
      return 'Let strings change anywhere in the beat';
    case 'rhythm':
      return 'Pick a note on every slot';
    case 'turns':
      return brief.turns ? `Ask for ${turnsText(brief.turns)}` : 'Let the line turn as often as it likes';
    case 'loop':
      return 'Play it once instead of round';
    case 'policy':
      return `Take ${policyText(policyOf(brief), schools)}`;
    case 'strings':
      return `Take strings ${[...brief.strings].sort((a, b) => b - a).join(', ')}`;
    case 'frets':
      return `Take frets ${brief.frets[0]} to ${brief.frets[1]}`;
  }
}

/** How sure the search is. */
export function outcomeText({ state, candidates, bound, conflict }: Outcome): string {
  switch (state) {
    case 'best':
      return 'The first is proven best: no line that grants the brief is smoother.';
    case 'best found':
      return bound === null
        ? 'The first is the best found; how much smoother one could be is not known.'
        : `The first is the best found: at most ${candidates[0]!.cost - bound} steps above what no line can beat.`;
    case 'impossible':
      if (conflict?.wishes.length === 0)
        return 'The brief is impossible: on these strings and frets this hand has too few of these notes to go from one to another.';
      if (conflict === null)
        return 'The brief is impossible: every line was looked at, and none grants all of it.';
      if (conflict.wishes.length === 1) return 'The brief is impossible: this wish cannot be granted here.';
      return `The brief is impossible: these wishes cannot be granted together${conflict.isSure ? '' : '; perhaps fewer of them stand in the way'}.`;
    case 'none found':
      return 'None was found within the limits of the search, nor a proof that there is none.';
  }
}

const CONTOUR_WORDS: Readonly<Record<Contour, string>> = {
  free: '',
  rising: 'rising',
  falling: 'falling',
  arch: 'up, then down',
  sequence: 'in groups, three up and one back',
};

const LIKENESS_WORDS = {
  like: 'near to the notes of before',
  unlike: 'away from the notes of before',
} as const;

/** "17 notes, so that it ends on a beat". */
function lengthText(brief: Brief): string {
  const { notes } = landed(brief);
  return `${counted(notes, 'note')}${brief.lands && !brief.loop ? ', so that it ends on a beat' : ''}`;
}

/** What a brief asks for, said in one sentence: every wish of it, also those that stand folded away. */
export function briefText(brief: Brief, schools: Schools): string {
  const { strings, frets, targets, loop, policy, start, subdivision, strokes = '' } = brief;
  const { contour, largestLeap, startsOn, endsOn, mayRepeat, noSkips, likeness, returns } = brief;
  const { changesOn, turns, rhythm } = brief;
  const slant = slantOfBrief(brief);
  const what = [
    lengthText(brief),
    `${subdivision} a beat`,
    tonesText(brief),
    `on ${strings.length === 1 ? 'string' : 'strings'} ${[...strings].sort((a, b) => b - a).join(', ')}`,
    `frets ${frets[0]} to ${frets[1]}`,
    ...(strokes === ''
      ? [
          policyText({ kind: policy, slant: slant ?? 'downward' } as PickingPolicy, schools),
          `starting with ${withArticle(start)}`,
        ]
      : [`strokes ${strokeWords(strokes)} over and over`]),
    slant === null || (policy === 'oneSlant' && strokes === '')
      ? ''
      : `exits for ${slantText(slant, schools)} only`,
    loop ? 'going round' : 'played once',
  ];
  const wants = [
    ...(targets.length === 0 ? ['no changes in particular'] : targets.map(targetText)),
    ...fingerWishes(brief).map(fingerWishText),
    CONTOUR_WORDS[contour],
    turns ? turnsText(turns) : '',
    rhythm ? `${rhythmText(rhythm)}, over and over` : '',
    largestLeap === null ? '' : `no leap over ${counted(largestLeap, 'semitone')}`,
    startsOn === null ? '' : `the first note ${startsOn}`,
    endsOn === null ? '' : `the last note ${endsOn}`,
    mayRepeat ? 'a note may come twice in a row' : '',
    noSkips ? 'no skips' : '',
    changesOn ? CHANGES_ON_WORDS[changesOn] : '',
    returns ? `a figure of ${returns} that returns, moved` : '',
    likeness ? LIKENESS_WORDS[likeness.wish] : '',
  ];
  const said = (parts: readonly string[], by: string) => parts.filter((part) => part !== '').join(by);
  return `${said(what, ', ')}: ${said(wants, '; ')}.`;
}

/** A name for a line that a brief gave: what it trains, its length and its notes; "Inside between 3 and 2, 8 notes, A minor". */
export function briefName(brief: Brief): string {
  const goal = { ...NO_GOAL, ...goalFrom(brief) };
  const trains = asksForChanges(goal) ? [goalText(goal)] : [];
  return capital([...trains, counted(landed(brief).notes, 'note'), tonesText(brief)].join(', '));
}
