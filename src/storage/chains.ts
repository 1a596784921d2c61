/** Runs with their corrections, wherever these lie. */
import { namedBy, type RunRecord } from '@/core';
import { standing } from '@/core/record';
import { tables, type DatabaseHandle } from './database';

/** All corrections there are: they are few. */
export const readCorrections = (db: DatabaseHandle): Promise<RunRecord[]> =>
  tables(db).runs.where('corrects').above('').toArray();

/** Of some runs those that hold, by all corrections there are. */
export function holding(runs: readonly RunRecord[], corrections: readonly RunRecord[]): RunRecord[] {
  if (corrections.length === 0) return [...runs];
  const known = new Set(runs.map(({ id }) => id));
  const all = [...runs, ...corrections.filter(({ id }) => !known.has(id))];
  return standing(all).filter(({ id }) => known.has(id));
}

/** The ids of whatever belongs to one chain with some runs: what they put right, and what puts that right too. */
export function chainIds(runs: readonly RunRecord[], corrections: readonly RunRecord[]): Set<string> {
  const ids = new Set(runs.flatMap((run) => [run.id, ...namedBy(run)]));
  for (let before = -1; before < ids.size;) {
    before = ids.size;
    for (const one of corrections) {
      const names = [one.id, ...namedBy(one)];
      if (names.some((id) => ids.has(id))) for (const id of names) ids.add(id);
    }
  }
  return ids;
}

/** The first run of a chain, as far as it is known here. */
export function rootOf(run: RunRecord, corrections: readonly RunRecord[]): string {
  const byId = new Map(corrections.map((one) => [one.id, one]));
  let root = run.corrects ?? run.id;
  for (let steps = 0; steps < byId.size && byId.get(root)?.corrects; steps++)
    root = byId.get(root)!.corrects!;
  return root;
}

/** Of what belongs to a chain the ids of all but its first: what a correction of it replaces. */
export function replacedBy(root: string, run: RunRecord, corrections: readonly RunRecord[]): string[] {
  return [...chainIds([run], corrections)].filter((id) => id !== root).sort();
}
