/** Repeats and endings of a part, written out in the order in which the bars are played. */
import { FOREIGN_LIMITS } from '../foreign';
import { child, childrenOf, el, type XmlElement } from './xml';

interface Bar {
  readonly element: XmlElement;
  readonly startsRepeat: boolean;
  /** How often what it ends is played; 0: it ends none. */
  readonly times: number;
  /** The passes that its ending is played in; null: it is in none. */
  readonly passes: readonly number[] | null;
  /** Divisions and time in force in it. */
  readonly inForce: readonly XmlElement[];
}

const MOST_TIMES = 16;

const barlines = (measure: XmlElement) => childrenOf(measure, 'barline');
const passesOf = (numbers: string): number[] =>
  numbers.split(/[\s,.]+/).flatMap((part) => {
    const [, first, last] = /^(\d+)(?:-(\d+))?$/.exec(part) ?? [];
    if (first === undefined) return [];
    const count = Math.min(MOST_TIMES, Number(last ?? first) - Number(first) + 1);
    return Array.from({ length: Math.max(0, count) }, (_, at) => Number(first) + at);
  });

function barsOf(part: XmlElement): Bar[] {
  let passes: readonly number[] | null = null;
  let [divisions, time]: [XmlElement | null, XmlElement | null] = [null, null];
  return childrenOf(part, 'measure').map((element): Bar => {
    const endings = barlines(element).flatMap((line) => childrenOf(line, 'ending'));
    const start = endings.find(({ attributes }) => attributes.type === 'start');
    if (start) passes = passesOf(start.attributes.number ?? '');
    const mine = passes;
    if (endings.some(({ attributes }) => attributes.type === 'stop' || attributes.type === 'discontinue'))
      passes = null;
    for (const attributes of childrenOf(element, 'attributes')) {
      divisions = child(attributes, 'divisions') ?? divisions;
      time = child(attributes, 'time') ?? time;
    }
    const repeats = barlines(element).flatMap((line) => childrenOf(line, 'repeat'));
    const back = repeats.find(({ attributes }) => attributes.direction === 'backward');
    return {
      element,
      startsRepeat: repeats.some(({ attributes }) => attributes.direction === 'forward'),
      times: back ? Math.max(2, Math.min(MOST_TIMES, Number(back.attributes.times ?? 2) || 2)) : 0,
      passes: mine && mine.length > 0 ? mine : null,
      inForce: [divisions, time].filter((one) => one !== null),
    };
  });
}

/** Indices of bars in the order in which they are played; null where that has no end in sight. */
function order(bars: readonly Bar[]): number[] | null {
  const played: number[] = [];
  let [from, pass] = [0, 1];
  for (let at = 0; at < bars.length; at++) {
    const { startsRepeat, times, passes } = bars[at]!;
    // A repeat begins where one is written; after the last ending of one the next may begin unwritten.
    if (startsRepeat && at !== from) [from, pass] = [at, 1];
    if (passes && !passes.includes(pass)) continue;
    played.push(at);
    if (played.length > FOREIGN_LIMITS.beats) return null;
    const endsWhole = !bars[at + 1]?.passes && passes !== null && times === 0;
    if (endsWhole) [from, pass] = [at + 1, 1];
    if (times === 0) continue;
    // With endings a repeat is played as often as they say.
    const most = passes ? Math.max(times, ...endingsFrom(bars, at)) : times;
    if (pass < most) {
      pass++;
      at = from - 1;
    } else [from, pass] = [at + 1, 1];
  }
  return played;
}

/** The passes of the endings that follow one another from a bar on. */
function endingsFrom(bars: readonly Bar[], at: number): number[] {
  const passes: number[] = [];
  for (let next = at; bars[next]?.passes; next++) passes.push(...bars[next]!.passes!);
  return passes;
}

const withoutRepeats = (measure: XmlElement): XmlElement => ({
  ...measure,
  children: measure.children.flatMap((one) =>
    one.name === 'barline'
      ? [{ ...one, children: one.children.filter(({ name }) => name !== 'repeat' && name !== 'ending') }]
      : [one],
  ),
});

/**
 * A part with its repeats written out. One repeat without endings is left as it is: that is a loop.
 * @returns null where nothing is to be written out.
 */
export function unfolded(part: XmlElement): { part: XmlElement; bars: number; written: number } | null {
  const bars = barsOf(part);
  const repeats = bars.filter(({ times }) => times > 0).length;
  if (repeats === 0 || (repeats === 1 && bars.every(({ passes }) => passes === null))) return null;
  const played = order(bars);
  if (!played) return null;
  const children = played.map((at, place) => {
    const { element, inForce } = bars[at]!;
    const bare = withoutRepeats(element);
    const follows = place === 0 || played[place - 1] === at - 1;
    return follows ? bare : { ...bare, children: [el('attributes', [...inForce]), ...bare.children] };
  });
  return { part: { ...part, children }, bars: bars.length, written: played.length };
}
