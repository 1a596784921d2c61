/** The picking model in words: plain sentences for strokes, changes and reasons. */
import type { Stroke } from '../passage/passage';
import type { Transition } from './analysis';
import { counted, countText, times } from './counting';
import { STROKE_NAMES } from './names';
import { leavesSlantOpen, slantWanted, type PickingPolicy, type PolicyKind, type Rule } from './policy';
import { exitText, slantText, type Schools } from './schools';
import type { CostOfOtherChoice } from './otherChoice';
import type { StrokeReason, Unmet } from './strokes';

function turnText({ string, travel, way }: Extract<Rule, { code: 'turns' }>): string {
  switch (way) {
    case 'onward':
      return `sweeps on to string ${string} going ${travel}, and turns there`;
    case 'back':
      return `turns on string ${string}: struck back, with the stroke of the way back`;
    case 'pulled':
      return `sweeps on to string ${string} going ${travel}, and turns there: the rest of it is slurred`;
  }
}

function ruleText(rule: Rule, schools: Schools): string {
  switch (rule.code) {
    case 'alternates':
      return 'alternates';
    case 'alternatesOverSkip':
      return 'alternates over the skipped string';
    case 'enters':
      return `enters string ${rule.string} going ${rule.travel}`;
    case 'turns':
      return turnText(rule);
    case 'pulse':
      return 'belongs to its place in the beat';
    case 'leastTravel':
      return 'lies on the way with the least travel';
    case 'oneSlant':
      return `suits the slant best: ${slantText(rule.slant, schools)}`;
  }
}

/** Why a note has its stroke, in a few words. */
export function reasonText(reason: StrokeReason, schools: Schools): string {
  switch (reason.code) {
    case 'notPicked':
      return 'not picked: slurred or tapped';
    case 'slurred':
      return 'slurred by the plan, which frees the pick';
    case 'locked':
      return reason.words ? `locked by you: ${reason.words}` : 'locked by you';
    case 'pattern':
      return 'the pattern of the recipe';
    case 'start':
      return 'the start you asked for';
    case 'autoStart': {
      if (reason.breaks > 0)
        return `start chosen: the other would break the rule ${times(reason.breaks)} more`;
      if (reason.crossings > 0)
        return `start chosen: ${counted(reason.crossings, 'crossing')} fewer than the other start`;
      return 'start chosen: both starts cost the same, so down';
    }
    case 'startYielded':
      return `the way round needs it: ${ruleText(reason.rule, schools)}`;
    case 'rule':
      return reason.seam
        ? `${ruleText(reason.rule, schools)}, coming round from the last note`
        : ruleText(reason.rule, schools);
    case 'departs':
      return `breaks the rule (${ruleText(reason.rule, schools)}) because a lock or the way round needs it`;
  }
}

/** What the other stroke would cost: "one break more, 2 crossings more", or that it costs nothing. */
export function otherCostText(stroke: Stroke, cost: CostOfOtherChoice): string {
  const parts = [
    [cost.breaks, 'break of the rule', 'breaks of the rule'],
    [cost.unfitExits ?? 0, 'exit that is no sweep', 'exits that are no sweeps'],
    [cost.wrongExits ?? 0, 'exit for the other slant', 'exits for the other slant'],
    [cost.backtracks ?? 0, 'change against the grain', 'changes against the grain'],
    [cost.slurs ?? 0, 'slur', 'slurs'],
    [cost.picks ?? 0, 'picked note', 'picked notes'],
    [cost.crossings, 'crossing', 'crossings'],
    [cost.repeats ?? 0, 'repeated stroke', 'repeated strokes'],
    [cost.upsOnBeat ?? 0, 'upstroke on a beat', 'upstrokes on a beat'],
  ] as const;
  const said = [
    ...(cost.start > 0
      ? ['gives up the start asked for']
      : cost.start < 0
        ? ['keeps the start asked for']
        : []),
    ...parts
      .filter(([count]) => count !== 0)
      .map(([count, noun, plural]) => {
        const size = Math.abs(count);
        return `${countText(size)} ${count > 0 ? 'more' : 'fewer'} ${size === 1 ? noun : plural}`;
      }),
  ];
  const other = stroke === 'down' ? 'Up' : 'Down';
  return `${other} here instead: ${said.length === 0 ? 'costs the same' : said.join(', ')}`;
}

/** What could not be satisfied; `place` names the note, for example "note 5 (string 2, fret 7)". */
export function unmetText(unmet: Unmet, place: string): string {
  switch (unmet.code) {
    case 'ruleBroken':
      return `The stroke rule is broken at ${place}.`;
    case 'enteredOff':
      return `The stroke rule is broken where the lead-in goes over into the loop, at ${place}.`;
    case 'startYielded':
      return `The start you asked for had to give way at ${place}.`;
    case 'lockContradicted':
      return `Two locks on one stroke differ; the one on the thicker string holds, not that at ${place}.`;
    case 'unfitExit':
      return `The exit at ${place} cannot be swept: it leaves against the way on.`;
    case 'wrongSlant':
      return `The exit at ${place} asks for the other slant.`;
    case 'lockWithoutPick':
      return `The lock at ${place} has no effect: the note is not picked. It is kept.`;
  }
}

const POLICY_NAMES: Readonly<Record<PolicyKind, string>> = {
  alternateByNote: 'alternate picking',
  alternateByPulse: 'alternate picking by the pulse',
  economy: 'economy picking',
  sweep: 'sweep picking',
  leastTravel: 'least travel',
  oneSlant: 'one slant',
};

/** The name of a policy, with the slant where it has one. */
export function policyText(policy: PickingPolicy, schools: Schools): string {
  const name = POLICY_NAMES[policy.kind];
  if (policy.kind !== 'oneSlant') return name;
  return `${name}, ${leavesSlantOpen(policy) ? 'whichever fits' : slantText(slantWanted(policy), schools)}`;
}

/** What is trained: the technique that the goal names, or the way the strokes are decided. */
export function techniqueText(
  { goal, policy }: { readonly goal: { readonly technique: string | null }; readonly policy: PickingPolicy },
  schools: Schools,
): string {
  return goal.technique ?? policyText(policy, schools);
}

/** One sentence about a change, as it is shown when the change is pointed at. */
export function changeText(change: Transition, schools: Schools): string {
  const { kind, stringFrom, stringTo, fromStroke, toStroke, skipped, crossings } = change;
  const asks = exitText(change, schools);
  const strokes = `${STROKE_NAMES[fromStroke]}, then ${STROKE_NAMES[toStroke]}`;
  if (kind === 'alternate') return `Stays on string ${stringFrom}: ${strokes}.`;
  if (kind === 'repeat')
    return `Stays on string ${stringFrom} with a second ${STROKE_NAMES[fromStroke]}: the pick goes back over the string first.`;
  const from = `from string ${stringFrom} to string ${stringTo}`;
  const over = skipped === 0 ? '' : `, over ${counted(skipped, 'string')} not played`;
  const where = {
    outside: `the pick goes round the outside of the two strings`,
    inside: `both are struck from the gap between them`,
    sweep:
      skipped === 0
        ? `one motion carries the pick on to the next string`
        : `one direction, lifted over ${counted(skipped, 'string')}`,
    backtrack: `the same stroke against the way the hand moves`,
  }[kind];
  const cross = crossings === 0 ? '' : ` It passes ${counted(crossings, 'string line')} silently.`;
  const name = { outside: 'Outside', inside: 'Inside', sweep: 'Sweep', backtrack: 'Against the grain' }[kind];
  const turn = change.turn ? ' Here the sweep turns.' : '';
  return `${name} ${from}${over}: ${strokes}; ${where}.${turn}${cross}${asks === '' ? '' : ` ${asks}`}`;
}
