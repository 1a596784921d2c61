/** Cues: the two or three sentences that a teacher would write over an exercise, from its analysis. */
import { isStringChange, restString } from '../picking/changes';
import type { Transition } from '../picking/analysis';
import { SIDE_AFTER, slantText, type Schools } from '../picking/schools';
import { STROKE_NAMES, withArticle } from '../picking/names';
import type { Exercise } from '../model/exercise';
import type { Plan } from './plan';

/** More than this nobody keeps in mind while playing. */
const MOST_CUES = 3;

/** Sweeps with one stroke: a single motion over several strings, or the same thing at several places. */
function sweepCue(some: readonly Transition[]): string {
  const [first, last] = [some[0]!, some.at(-1)!];
  const stroke = STROKE_NAMES[first.fromStroke];
  if (some.length === 1)
    return `Let the ${stroke} on string ${first.stringFrom} come to rest on string ${restString(first.stringFrom, first.fromStroke)} and push on from there.`;
  const isOneMotion = some.every((change, at) => at === 0 || change.fromNote === some[at - 1]!.toNote);
  return isOneMotion
    ? `One ${stroke} carries from string ${first.stringFrom} to string ${last.stringTo}: it rests on each string before it sounds it.`
    : `Each ${stroke} that leads on to the next string comes to rest there: push on, do not lift.`;
}

/** How a stroke gets out of the strings. */
function howOut({ fromStroke, slant }: Transition, schools: Schools): string {
  return schools.wording === 'slant' && slant
    ? `${schools.plainly ? 'tilt' : 'slant'} the pick ${slantText(slant, schools)} and let it come out`
    : `bring the pick out on the ${SIDE_AFTER[fromStroke]}`;
}

/** One cue for exits that are alike. */
function exitCue(change: Transition, isOnly: boolean, schools: Schools): string {
  const { stringFrom, stringTo, fromStroke, kind } = change;
  const strings = `string ${stringFrom}`;
  if (kind === 'sweep')
    return `Lift the ${STROKE_NAMES[fromStroke]} on ${strings} over to string ${stringTo} in one direction.`;
  const which = isOnly
    ? `The last note on ${strings}`
    : `Before string ${stringTo} the last note on ${strings}`;
  return `${which} is ${withArticle(fromStroke)}: ${howOut(change, schools)}.`;
}

/**
 * What to say over an exercise, most frequent exits first. Exits that are all alike are said in one sentence; a loop
 * whose strokes turn in the second pass says so.
 */
export function cuesOf({ analysis }: Plan, schools: Schools): string[] {
  const changes = [...analysis.transitions, ...analysis.outsideLoop].filter(
    (change) => isStringChange(change) && change.pass === 0,
  );
  const turns = analysis.loop && analysis.passes === 2;
  const turnCue = turns ? ['The second time round every stroke turns: listen that nothing else does.'] : [];
  const first = changes[0];
  if (!first) return turnCue;
  const isAlike = (change: Transition) =>
    change.fromStroke === first.fromStroke && change.contact === first.contact;
  if (changes.length > 1 && changes.every(isAlike)) {
    const all =
      first.contact === 'rest'
        ? `Every string is left with ${withArticle(first.fromStroke)} that comes to rest on the next string: one motion.`
        : `Every string is left with ${withArticle(first.fromStroke)}: ${howOut(first, schools)} each time.`;
    return [all, ...turnCue];
  }
  const groups = new Map<string, Transition[]>();
  for (const change of changes) {
    const key = `${change.contact === 'rest' ? 'rest' : change.stringFrom} ${change.fromStroke}`;
    groups.set(key, [...(groups.get(key) ?? []), change]);
  }
  const most = [...groups.values()].sort((a, b) => b.length - a.length).slice(0, MOST_CUES - turnCue.length);
  const cues = most.map((some) => {
    const one = some[0]!;
    if (one.contact === 'rest') return sweepCue(some);
    const others = changes.filter((change) => change.stringFrom === one.stringFrom);
    return exitCue(
      one,
      others.every((change) => change.fromStroke === one.fromStroke),
      schools,
    );
  });
  return [...cues, ...turnCue];
}

/** The cues that stand over an exercise: the teacher's own, or those of the plan. */
export function cuesFor({ cues }: Exercise, plan: Plan, schools: Schools): string[] {
  return cues === null
    ? cuesOf(plan, schools)
    : cues
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== '');
}
