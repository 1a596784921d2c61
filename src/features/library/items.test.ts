/** Search, filter and order of the library, on the demo. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETUP } from '@/core';
import { demoProject } from '@/demo/library';
import { exerciseOf, type LibraryItem } from '@/storage';
import { choose, EVERYTHING, planned, type Wanted } from './items';

const project = demoProject();
const items = project.exercises.map((record, at): LibraryItem => ({
  record: { ...record, archivedAt: at === 0 ? record.updatedAt : null },
  exercise: exerciseOf(record, project.passages.find(({ hash }) => hash === record.passageHash)!.passage),
  startBpm: record.startBpm,
}));
const titles = (wanted: Partial<Wanted>) =>
  choose(items, { ...EVERYTHING, ...wanted }, DEFAULT_SETUP).map((item) => item.exercise.title);

describe('the library', () => {
  it('finds all words anywhere in what was written, whatever the case', () => {
    expect(titles({ search: 'WEIR sixty' })).toEqual(['Long way round the weir']);
    expect(titles({ search: 'weir bridge' })).toEqual([]);
    expect(titles({ technique: 'string skipping' }).sort()).toEqual([
      'Bell ringers change places',
      'Over the stile',
    ]);
  });

  it('keeps the archive apart', () => {
    expect(titles({ shelf: 'archived' })).toHaveLength(1);
    expect(titles({})).toHaveLength(items.length - 1);
  });

  it('orders by title, by tempo and by the share of inside changes', () => {
    const byTitle = titles({ sort: 'title' });
    expect(byTitle).toEqual([...byTitle].sort((a, b) => a.localeCompare(b)));
    const named = (title: string) => items.find(({ exercise }) => exercise.title === title)!;
    const tempos = titles({ sort: 'tempo' }).map((title) => named(title).startBpm);
    expect(tempos).toEqual([...tempos].sort((a, b) => a - b));
    const shares = titles({ sort: 'inside' })
      .map((title) => planned(named(title), DEFAULT_SETUP).plan.analysis.figures.insideShare)
      .filter((share) => share !== null);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
  });

  it('plans an exercise once and again only when policy or hand change', () => {
    const [item] = items;
    const first = planned(item!, DEFAULT_SETUP).plan;
    expect(planned(item!, DEFAULT_SETUP).plan).toBe(first);
    const other = {
      ...item!,
      exercise: { ...item!.exercise, policy: { ...item!.exercise.policy, start: 'down' as const } },
    };
    expect(planned(other, DEFAULT_SETUP).plan).not.toBe(first);
    expect(planned(item!, { ...DEFAULT_SETUP, handedness: 'left' }).plan).not.toBe(first);
  });

  it('gives the same row when the library is read again, another when something about it is said anew', () => {
    const [item] = items;
    const row = planned(item!, DEFAULT_SETUP);
    const readAgain = structuredClone(item!);
    expect(planned(readAgain, structuredClone(DEFAULT_SETUP))).toBe(row);
    const renamed = { ...item!.record, title: 'Another name' };
    const anew = planned(
      { ...item!, record: renamed, exercise: exerciseOf(renamed, item!.exercise.passage) },
      DEFAULT_SETUP,
    );
    expect(anew).not.toBe(row);
    expect(anew.exercise.title).toBe('Another name');
    expect(anew.plan).toBe(row.plan);
    expect(planned({ ...item!, startBpm: 61 }, DEFAULT_SETUP).startBpm).toBe(61);
  });
});
