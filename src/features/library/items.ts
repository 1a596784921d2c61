/** Search, filter and sort of the library; pure. */
import {
  checkGoal,
  DEFAULT_SCHOOLS,
  planOf,
  techniqueText,
  type GoalTechnique,
  type Plan,
  type Setup,
} from '@/core';
import type { LibraryItem } from '@/storage';

/** An exercise with its plan, as a row shows it. */
export interface PlannedItem extends LibraryItem {
  readonly plan: Plan;
}

export const SORTS = ['changed', 'title', 'inside', 'tempo', 'practised'] as const;
export type Sort = (typeof SORTS)[number];

export interface Wanted {
  readonly search: string;
  readonly technique: GoalTechnique | 'any';
  readonly shelf: 'current' | 'archived' | 'deleted';
  readonly sort: Sort;
}

export const EVERYTHING: Wanted = { search: '', technique: 'any', shelf: 'current', sort: 'changed' };

/** Rows as they were made last, by their exercise: what is said anew when the library is read again is not worked out again. */
const rows = new Map<
  string,
  { readonly plannedBy: string; readonly saidBy: string; readonly row: PlannedItem }
>();

/** An item with its plan; the same object as before, where nothing about it has changed. */
export function planned(item: LibraryItem, setup: Setup): PlannedItem {
  const { record, exercise, startBpm } = item;
  const { passage, policy } = exercise;
  const known = rows.get(record.id);
  const plannedBy = JSON.stringify([record.passageHash, policy, setup]);
  const saidBy = JSON.stringify([record, startBpm]);
  if (known?.plannedBy === plannedBy && known.saidBy === saidBy) return known.row;
  const plan = known?.plannedBy === plannedBy ? known.row.plan : planOf(passage, policy, setup);
  const row = { ...item, plan };
  rows.set(record.id, { plannedBy, saidBy, row });
  return row;
}

function textOf({ exercise }: LibraryItem): string {
  const { title, goal, alsoTrains, studentNotes } = exercise;
  return [title, goal.words, goal.kind, goal.technique, alsoTrains, ...studentNotes.map((note) => note.text)]
    .join(' ')
    .toLowerCase();
}

/** Made once: asked for a language each time, five hundred titles take 50 ms. */
const TITLES = new Intl.Collator('en', { numeric: true });

/** The later moment first. */
const later = (a: string, b: string) => (a < b ? 1 : a > b ? -1 : 0);

/** The items wanted, in order. All words of the search must occur. @param lastDays when each was practised last. */
export function choose(
  items: readonly LibraryItem[],
  wanted: Wanted,
  setup: Setup,
  lastDays: ReadonlyMap<string, string> = new Map(),
): LibraryItem[] {
  const words = wanted.search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = items.filter((item) => {
    const isArchived = item.record.archivedAt !== null;
    return (
      isArchived === (wanted.shelf === 'archived') &&
      (wanted.technique === 'any' || techniqueText(item.exercise, DEFAULT_SCHOOLS) === wanted.technique) &&
      words.every((word) => textOf(item).includes(word))
    );
  });
  const by: Record<Sort, (a: LibraryItem, b: LibraryItem) => number> = {
    changed: (a, b) => later(a.record.updatedAt, b.record.updatedAt),
    title: () => 0,
    inside: (a, b) => insideShare(b, setup) - insideShare(a, setup),
    tempo: (a, b) => a.startBpm - b.startBpm,
    practised: (a, b) => later(lastDays.get(a.record.id) ?? '', lastDays.get(b.record.id) ?? ''),
  };
  return found.sort((a, b) => by[wanted.sort](a, b) || TITLES.compare(a.exercise.title, b.exercise.title));
}

/** An exercise with the drills that are folded under it. */
export interface Folded {
  readonly item: LibraryItem;
  readonly drills: readonly LibraryItem[];
}

/** Drills under the exercise that they were cut out of, in the order of their group, where that exercise is wanted too. */
export function folded(found: readonly LibraryItem[], items: readonly LibraryItem[]): Folded[] {
  const foundIds = new Set(found.map(({ record }) => record.id));
  const groups = new Map<string, LibraryItem[]>();
  for (const item of items) {
    const { drill, archivedAt } = item.record;
    if (drill && archivedAt === null)
      groups.set(drill.parentId, [...(groups.get(drill.parentId) ?? []), item]);
  }
  const isUnder = ({ record: { drill, archivedAt } }: LibraryItem) =>
    drill !== null && archivedAt === null && foundIds.has(drill.parentId);
  return found
    .filter((item) => !isUnder(item))
    .map((item) => ({
      item,
      drills:
        item.record.archivedAt === null
          ? (groups.get(item.record.id) ?? []).sort((a, b) => a.record.drill!.order - b.record.drill!.order)
          : [],
    }));
}

function insideShare(item: LibraryItem, setup: Setup): number {
  return planned(item, setup).plan.analysis.figures.insideShare ?? -1;
}

/** The goal's check of an item, in words. */
export function goalState(item: PlannedItem): string {
  return checkGoal(item.exercise.goal, item.plan.analysis).text;
}
