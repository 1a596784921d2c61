/** Schools: where practitioners say the same thing differently. They change words only, never a figure. */
import type { Stroke } from '../passage/passage';
import type { Analysis, Transition } from './analysis';
import { restString, type Slant } from './changes';
import { counted, named } from './counting';

export const NAMINGS = ['grip', 'tip'] as const;
export const SWITCHINGS = ['early', 'late'] as const;
export const WORDINGS = ['exit', 'slant'] as const;

/** The words a teacher prefers where schools differ. */
export interface Schools {
  /** A slant is named by the grip end of the pick or by its tip. */
  readonly naming: (typeof NAMINGS)[number];
  /** The slant turns right after the crossing or at the last note before the next. */
  readonly switching: (typeof SWITCHINGS)[number];
  /** A change is explained by the stroke that must come out or by the slant that lets it out. */
  readonly wording: (typeof WORDINGS)[number];
  /** Words for whoever does not know the trade's: the pick tilts, it has no slant. Absent: no. */
  readonly plainly?: boolean;
}

/** The words before anyone chose others. */
export const DEFAULT_SCHOOLS: Schools = { naming: 'grip', switching: 'early', wording: 'exit' };

/** Where the pick stands after a stroke that left the strings. */
export const SIDE_AFTER: Readonly<Record<Stroke, string>> = { down: 'floor side', up: 'ceiling side' };

const OTHER_WAY = { upward: 'downward', downward: 'upward' } as const;

/** "upward (grip end up)"; by the tip the words swap: "downward (tip down)" is the same slant. */
export function slantText(slant: Slant, { naming }: Schools): string {
  const named = naming === 'grip' ? slant : OTHER_WAY[slant];
  const end = naming === 'grip' ? 'grip end' : 'tip';
  return `${named} (${end} ${named === 'upward' ? 'up' : 'down'})`;
}

/** What a change asks of the pick: by the exit or by the slant that helps it; empty where it asks nothing. */
export function exitText(change: Transition, schools: Schools): string {
  const { contact, slant, fromStroke, stringFrom } = change;
  if (contact === null || slant === null) return '';
  const stroke = `${fromStroke}stroke`;
  if (schools.wording === 'exit')
    return contact === 'rest'
      ? `The ${stroke} comes to rest on string ${restString(stringFrom, fromStroke)}.`
      : `The ${stroke} on string ${stringFrom} must come out on the ${SIDE_AFTER[fromStroke]}.`;
  const by = `A slant ${slantText(slant, schools)}`;
  return contact === 'rest'
    ? `${by} brings the ${stroke} to rest on string ${restString(stringFrom, fromStroke)}.`
    : `${by} lets the ${stroke} on string ${stringFrom} out.`;
}

/** Which strokes come out of the strings and which come to rest, under one slant. */
function exitsOf(analysis: Analysis, slant: Slant): string {
  const asking = [...analysis.transitions].filter((change) => change.slant === slant);
  const out = asking.find((change) => change.contact === 'clear');
  const rest = asking.find((change) => change.contact === 'rest');
  return [
    out ? `${out.fromStroke}strokes come out on the ${SIDE_AFTER[out.fromStroke]}` : '',
    rest ? `${rest.fromStroke}strokes come to rest on the next string` : '',
  ]
    .filter((part) => part !== '')
    .join(' and ');
}

/**
 * One sentence on the slants that a line asks for and where they turn, the switching school's version first.
 * `number` gives the number of the note at a pick.
 */
export function slantsText(analysis: Analysis, number: (pick: number) => number, schools: Schools): string {
  const { class: slantClass, slants, switches } = analysis.slants;
  const isExit = schools.wording === 'exit';
  if (slantClass === 'free')
    return isExit ? 'No stroke has to come out of the strings.' : 'No exit asks for a slant.';
  if (slantClass === 'one slant') {
    const slant = slantText(slants[0]!, schools);
    return isExit
      ? `All exits are of one kind: ${exitsOf(analysis, slants[0]!)}. One slant helps them, ${slant}.`
      : `All exits are helped by one slant: ${slant}.`;
  }
  const at = (when: Schools['switching']) =>
    named('note', [...new Set(switches.map((one) => number(one[when])))]);
  const turns = counted(switches.length, 'switch', 'switches');
  const other = schools.switching === 'early' ? 'late' : 'early';
  const begin = isExit
    ? `Exits of both kinds: ${exitsOf(analysis, 'upward')} (${slantText('upward', schools)}); ${exitsOf(analysis, 'downward')} (${slantText('downward', schools)}). The slant turns, ${turns}`
    : `Both slants, ${turns}`;
  return `${begin}: ${schools.switching} at ${at(schools.switching)} (${other}: ${at(other)}).`;
}
