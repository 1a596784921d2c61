/** What differs is said in words for every field of every kind of record, whatever it holds. */
import { describe, expect, it } from 'vitest';
import { planImport, type ExerciseRecord, type Here, type Project, type Versions } from '@/core';
import { demoProject } from '@/demo/library';
import { differenceTitle, nameOf, valueText } from '@/ui/taking/differences';

const demo = demoProject();

/** The demo as a file, each record with every field as another record has it. */
function changed(): Project {
  const other = <T extends { id: string; versions: object }>(records: readonly T[]): T[] =>
    records.map((record, at) => {
      const { id } = record;
      return { ...records[(at + 1) % records.length]!, id, versions: { elsewhere: 9 } };
    });
  return {
    ...demo,
    exercises: other(demo.exercises),
    players: other(demo.players),
    ladders: other(demo.ladders),
    backup: null,
  };
}

const byId = <T extends { id: string; versions: Versions }>(records: readonly T[]) =>
  new Map(records.map((one) => [one.id, { shown: one, all: [{ versions: one.versions, said: one }] }]));
const here: Here = {
  exercises: byId(demo.exercises),
  players: byId(demo.players),
  ladders: byId(demo.ladders),
  runs: new Set(demo.runs.map(({ id }) => id)),
  signs: new Set(demo.signs.map(({ id }) => id)),
  takes: new Set(demo.takes.map(({ id }) => id)),
  lessons: byId(demo.lessons),
  weeks: byId(demo.weeks),
  tombstones: new Map(),
};

describe('differences in words', () => {
  const project = changed();
  const { differences, added, same } = planImport(project, here);

  it('are found for every record, in the fields that were changed and no other', () => {
    expect(differences).toHaveLength(demo.exercises.length + demo.players.length + demo.ladders.length);
    expect([added.exercises, added.runs, same.runs]).toEqual([[], [], demo.runs.length]);
    for (const { here: ours, there, fields } of differences)
      for (const { field } of fields)
        expect((ours as unknown as Record<string, unknown>)[field]).not.toEqual(
          (there as unknown as Record<string, unknown>)[field],
        );
  });

  it('have a title and a word on both sides', () => {
    for (const difference of differences) {
      expect(differenceTitle(difference, project)).toMatch(/^(“.+”|Student .+|Ladder of .+ on “.+”)$/);
      for (const { field, here: ours, there } of difference.fields) {
        const words = [nameOf(field), valueText(field, ours, project), valueText(field, there, project)];
        for (const word of words) expect(word).not.toMatch(/^$|undefined|\[object|NaN/);
        expect(words[1]!.length).toBeLessThan(300);
      }
    }
  });

  it('name notes by string and fret', () => {
    const { passageHash: hash } = project.exercises[0] as ExerciseRecord;
    expect(valueText('passageHash', hash, project)).toMatch(/^\d+ notes? on \d+ beats?: \d\/(\d+|x)/);
    expect(valueText('passageHash', 'unknown', project)).toBe('other notes');
  });
});
