/** A draft from what an exercise is: key, strings, window, changes and policy, each reckoned by hand. */
import { describe, expect, it } from 'vitest';
import { NO_GOAL, newExercise, type Exercise, type Goal } from '../model/exercise';
import { putNote } from '../passage/edits';
import { emptyPassage } from '../passage/empty';
import { draftBrief, goalFrom, withCandidate, withTyped } from './draft';

/** Sixteen notes a slot apart: string and fret. */
const line = (places: readonly (readonly [string: number, fret: number])[]): Exercise =>
  newExercise(
    'Line',
    places.reduce((notes, [string, fret], at) => putNote(notes, at * 1680, string, fret), emptyPassage()),
  );
const plain = line(Array.from({ length: 16 }, (_, at) => [at % 2 === 0 ? 3 : 2, 5 + (at % 3)]));
const wanting = (goal: Partial<Goal>, one = plain) => draftBrief({ ...one, goal: { ...NO_GOAL, ...goal } });
const made = (source: object) => draftBrief({ ...plain, recipe: { recipe: { source } } as never }).tones;

describe('a draft', () => {
  it('takes its tones from the recipe; without one all tones, and of nothing a scale', () => {
    expect(made({ kind: 'scale', tonic: 'E', scale: 'aeolian' })).toEqual({
      kind: 'scale',
      tonic: 'E',
      name: 'aeolian',
    });
    for (const kind of ['arpeggio', 'chord'])
      expect(made({ kind, tonic: 'G', chord: 'm7' })).toEqual({ kind: 'chord', tonic: 'G', name: 'm7' });
    expect(made({ kind: 'fingers' })).toEqual({ kind: 'chromatic' });
    expect(draftBrief(newExercise('', emptyPassage())).tones.kind).toBe('scale');
  });

  it('takes a window of five frets from the lowest, or as wide as the notes are', () => {
    expect(plain.passage.notes).toHaveLength(16);
    expect(draftBrief(plain).frets).toEqual([5, 9]);
    const wide = [
      [3, 12],
      [2, 3],
      [2, 5],
    ] as const;
    expect(draftBrief(line(wide)).frets).toEqual([3, 12]);
  });

  it('takes the strings that are played, or those of the goal with one on each side; of one string all', () => {
    expect(draftBrief(plain).strings).toEqual([3, 2]);
    expect(wanting({ strings: [4, 3] }).strings).toEqual([5, 4, 3, 2]);
    expect(wanting({ strings: [6, 5] }).strings).toEqual([6, 5, 4]);
    const one = line([
      [3, 5],
      [3, 7],
    ]);
    expect(draftBrief(one).strings).toEqual([6, 5, 4, 3, 2, 1]);
  });

  it('asks for one change in four notes, of the kind and at the place that the goal names', () => {
    const of = (goal: Partial<Goal>, one?: Exercise) =>
      wanting(goal, one).targets.map(({ kind, min, max }) => [kind, min, max]);
    expect(of({ kind: 'outside' })).toEqual([
      ['outside', 4, null],
      ['inside', 0, 0],
    ]);
    expect(of({ kind: 'inside' })).toEqual([
      ['inside', 4, null],
      ['outside', 0, 0],
    ]);
    expect(of({ kind: 'sweep' })).toEqual([['sweep', 4, null]]);
    expect(of({ kind: 'balanced' })).toEqual([
      ['inside', 4, 4],
      ['outside', 4, 4],
    ]);
    expect(of({})).toEqual([[null, 4, null]]);
    // Of few notes one all the same.
    expect(
      of(
        {},
        line([
          [3, 5],
          [2, 5],
          [3, 5],
        ]),
      ),
    ).toEqual([[null, 1, null]]);
    const scope = { strings: [3, 2] as const, direction: 'floorward' as const, skipped: 0 };
    expect(wanting({ kind: 'outside', ...scope }).targets).toMatchObject([scope, scope]);
  });

  it('takes length, loop and first stroke from what is there; a note alone is no length', () => {
    const up = { kind: 'economy', start: 'up', loop: true } as const;
    expect(draftBrief({ ...plain, policy: up })).toMatchObject({
      ...{ notes: 16, policy: 'economy', start: 'up', loop: true, largestLeap: 12, slant: null },
    });
    expect(draftBrief(plain)).toMatchObject({ policy: 'alternateByNote', start: 'down', loop: false });
    expect([draftBrief(plain).lands, draftBrief(line([[3, 5]])).lands]).toEqual([undefined, true]);
    expect(draftBrief(line([[3, 5]])).notes).toBe(16);
    const many = line(Array.from({ length: 200 }, () => [3, 5]));
    expect(draftBrief(many).notes).toBeLessThan(200);
    expect(wanting({ kind: 'sweep' }).policy).toBe('sweep');
    // One slant stays the one that is taken.
    for (const slant of ['upward', 'downward'] as const)
      expect(draftBrief({ ...plain, policy: { kind: 'oneSlant', start: 'auto', slant } }).slant).toBe(slant);
    // What no brief can ask for is drafted as alternate picking.
    expect(draftBrief({ ...plain, policy: { kind: 'allDown' } as never }).policy).toBe('alternateByNote');
  });
});

describe('what a brief amounts to', () => {
  const target = { strings: null, direction: null, skipped: null } as const;
  const goal = (
    ...some: readonly (readonly [
      kind: 'inside' | 'outside' | 'sweep' | null,
      min: number,
      max: number | null,
    ])[]
  ) => goalFrom({ targets: some.map(([kind, min, max]) => ({ ...target, kind, min, max })) } as never).kind;

  it('is its first wish for changes of a kind; as many inside as outside are a balance', () => {
    expect(goal()).toBeUndefined();
    expect(goal([null, 3, null], ['inside', 2, null])).toBe('inside');
    expect(goal(['outside', 0, 0], ['inside', 2, null])).toBe('inside');
    expect(goal(['inside', 3, 3], ['outside', 3, 3])).toBe('balanced');
    expect(goal(['inside', 3, null], ['outside', 2, null])).toBe('inside');
    expect(goal(['inside', 3, null], ['inside', 3, null])).toBe('inside');
    expect(goal(['sweep', 3, null], ['inside', 3, null])).toBe('sweep');
  });

  it('becomes the goal of an exercise that has none; meter, swing and a goal that is there stay', () => {
    const brief = wanting({ kind: 'inside' });
    const candidate = { passage: emptyPassage(), policy: plain.policy, recipe: null };
    const meter = { ...plain.passage.meter, beats: 3 };
    const had = { ...plain, passage: { ...plain.passage, meter, swingPercent: 60 } };
    const taken = withCandidate(had, brief, candidate);
    expect([taken.passage.meter, taken.passage.swingPercent, taken.goal.kind]).toEqual([meter, 60, 'inside']);
    expect([taken.brief, taken.briefTyped]).toEqual([brief, brief]);
    const kept = withCandidate({ ...had, goal: { ...NO_GOAL, kind: 'sweep' } }, brief, candidate);
    expect(kept.goal.kind).toBe('sweep');
    expect('swingPercent' in withCandidate(plain, brief, candidate).passage).toBe(false);
  });

  it('is typed part by part; a part that is taken out is gone', () => {
    const one = withTyped(plain, { turns: { min: 2, max: null } });
    expect(one.briefTyped).toEqual({ ...draftBrief(plain), turns: { min: 2, max: null } });
    const two = withTyped(one, { turns: undefined, notes: 9 });
    expect(two.briefTyped).toEqual({ ...draftBrief(plain), notes: 9 });
  });
});
