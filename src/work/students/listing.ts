/** Which students are listed, and in which order. */
import { ATTENTIONS, type AttentionKind } from '@/core/record';
import type { RosterRow } from './roster';

/** What the list can be ordered by. */
export type RosterColumn = 'name' | 'attention' | 'last' | 'week' | 'lesson';

/** An order of the list. */
export interface RosterOrder {
  readonly by: RosterColumn;
  readonly isReversed: boolean;
}

/** What was asked of the list. */
export interface RosterWanted {
  readonly search: string;
  readonly shelf: 'current' | 'archived';
  readonly order: RosterOrder;
}

/** What is asked of it first: the most urgent on top. */
export const FIRST_ROSTER: RosterWanted = {
  search: '',
  shelf: 'current',
  order: { by: 'attention', isReversed: false },
};

const urgency = ({ attention }: RosterRow) =>
  attention[0] ? ATTENTIONS.indexOf(attention[0].kind) : ATTENTIONS.length;

/** Days in order. */
const byDay = (a: string | null, b: string | null) => (a ?? '').localeCompare(b ?? '');

/** Of the week's plan as much as was practised; without a plan what was practised. */
const doneShare = ({ weekSeconds, weekMinutes }: RosterRow) =>
  weekMinutes === 0 ? weekSeconds : weekSeconds / 60 / weekMinutes;

const ORDERS: Readonly<Record<RosterColumn, (a: RosterRow, b: RosterRow) => number>> = {
  name: (a, b) => a.player.name.localeCompare(b.player.name),
  attention: (a, b) => urgency(a) - urgency(b) || b.attention.length - a.attention.length,
  last: (a, b) => byDay(b.lastDay, a.lastDay),
  week: (a, b) => doneShare(a) - doneShare(b),
  lesson: (a, b) => byDay(a.nextLesson, b.nextLesson),
};

/** Of whom nothing is known that the list is ordered by: last, whichever way it goes. */
const isUnknown = ({ lastDay, weekMinutes, nextLesson }: RosterRow, by: RosterColumn): boolean =>
  (by === 'last' && lastDay === null) ||
  (by === 'week' && weekMinutes === 0) ||
  (by === 'lesson' && nextLesson === null);

/** The students that are wanted, in the order that is wanted; of equal ones by name. */
export function listed(rows: readonly RosterRow[], { search, shelf, order }: RosterWanted): RosterRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = rows.filter(({ player }) => {
    if ((player.archivedOn !== null) !== (shelf === 'archived')) return false;
    const said = [player.name, player.goals, player.cautions, player.instrument, player.shapesKnown]
      .concat(player.aims.map((aim) => aim.words))
      .join(' ')
      .toLowerCase();
    return words.every((word) => said.includes(word));
  });
  const compare = ORDERS[order.by];
  const sign = order.isReversed ? -1 : 1;
  const unknown = (row: RosterRow) => Number(isUnknown(row, order.by));
  return found.sort((a, b) => unknown(a) - unknown(b) || sign * compare(a, b) || ORDERS.name(a, b));
}

/** How many of some students need attention, by reason, the most urgent first. */
export function attentionCounts(rows: readonly RosterRow[]): readonly (readonly [AttentionKind, number])[] {
  return ATTENTIONS.flatMap((kind) => {
    const count = rows.filter(({ attention }) => attention.some((one) => one.kind === kind)).length;
    return count > 0 ? [[kind, count] as const] : [];
  });
}
