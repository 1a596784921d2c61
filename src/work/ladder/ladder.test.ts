/** Setting a ladder: shown at once, kept, given up where it cannot be; steps made by hand stay. */
import '@/storage/testing';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { buildLadder, emptyPassage, MAX_BPM, newExercise, type LadderSpec, type LadderStep } from '@/core';
import { addExercise, database, keptLadder } from '@/storage';
import { tables } from '@/storage/database';
import { listening, soon } from '../testing';
import { LadderSetting, withAhead } from './setting';
import { changedStep, fieldsWith, stepAfter } from './steps';

const SPEC: LadderSpec = { startBpm: 60, goalBpm: 72, strategy: { kind: 'steps', stepBpm: 4 } } as never;

describe('setting', () => {
  let id: string;
  let setting: LadderSetting;
  beforeEach(async () => {
    ({ id } = await addExercise(database(), newExercise('Gate', emptyPassage()), 'New'));
    setting = new LadderSetting(id, 30);
  });
  afterEach(() => {
    vi.restoreAllMocks();
  });
  const kept = (playerId: string) => keptLadder(database(), id, playerId);

  it('is shown at once, also what is set twice before it is kept, and only for its student', async () => {
    const one = setting.set('ash', 80, { startBpm: 84 });
    const two = setting.set('ash', 80, { goalBpm: 120 });
    expect(setting.fieldsOf('ash')).toEqual({ startBpm: 84, goalBpm: 120 });
    expect(setting.fieldsOf('rowan')).toBeNull();
    expect(withAhead(undefined, setting.fieldsOf('ash'), 80)).toMatchObject({ startBpm: 84, goalBpm: 120 });
    expect(withAhead(undefined, null, 80)).toBeUndefined();
    await Promise.all([one, two]);
    expect(await kept('ash')).toMatchObject({ startBpm: 84, goalBpm: 120 });
    expect(await kept('rowan')).toBeUndefined();
  });

  it('gives way to what is kept once that is read back, or another tab has overtaken it', async () => {
    await setting.set('ash', 80, { startBpm: 84 });
    setting.readBack('ash', undefined);
    setting.readBack('rowan', await kept('ash'));
    expect(setting.fieldsOf('ash')).toEqual({ startBpm: 84 });
    setting.readBack('ash', await kept('ash'));
    expect(setting.fieldsOf('ash')).toBeNull();
    await setting.set('ash', 80, { startBpm: 90 });
    expect(setting.fieldsOf('ash')).toEqual({ startBpm: 90 });
    await soon(() => expect(setting.fieldsOf('ash')).toBeNull());
    // What was set after it is not given up with it.
    await setting.set('ash', 80, { startBpm: 90, goalBpm: 130 });
    listening();
    // Its own time begins when it is kept: here not before it is looked at.
    let letGo!: (why: Error) => void;
    const held = new Promise((_, no) => (letGo = no));
    vi.spyOn(tables(database()), 'transaction').mockReturnValue(held as never);
    const later = setting.set('ash', 80, { goalBpm: 140 });
    await new Promise((resolve) => setTimeout(resolve, 31));
    expect(setting.fieldsOf('ash')).toMatchObject({ goalBpm: 140 });
    letGo(new Error('enough'));
    await later;
  });

  it('says what could not be kept, and shows it no more', async () => {
    const { told } = listening();
    vi.spyOn(tables(database()), 'transaction').mockRejectedValue(new Error('the disk is gone') as never);
    const setting_ = setting.set('ash', 80, { startBpm: 84 });
    expect(setting.fieldsOf('ash')).toEqual({ startBpm: 84 });
    await setting_;
    expect(setting.fieldsOf('ash')).toBeNull();
    await soon(() =>
      expect(told.map(({ text }) => text)).toEqual([
        'Keeping the ladder did not work: the disk is gone. It is as it was before.',
      ]),
    );
  });
});

describe('steps by hand', () => {
  const steps = buildLadder(SPEC);
  const tempos = (some: readonly LadderStep[] | null | undefined) => some?.map(({ bpm }) => bpm);

  it('one is changed and marked, the others are the same values', () => {
    const next = changedStep(steps, 1, { bpm: 65 });
    expect(next[1]).toEqual({ ...steps[1]!, bpm: 65, byHand: true });
    next.forEach((one, at) => at !== 1 && expect(one).toBe(steps[at]));
  });

  it('one more lies halfway to the next, after the last two beats a minute on, and never beyond what can be played', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 30, max: MAX_BPM }), { minLength: 1, maxLength: 8 }),
        fc.nat(7),
        (bpms, n) => {
          const some = bpms.map((bpm) => ({ ...steps[0]!, bpm }));
          const at = n % some.length;
          const next = stepAfter(some, at);
          expect(next.toSpliced(at + 1, 1)).toEqual(some);
          const [before, made, after] = [some[at]!.bpm, next[at + 1]!.bpm, some[at + 1]?.bpm];
          expect(next[at + 1]!.byHand).toBe(true);
          if (after === undefined || after === before) expect(made).toBe(Math.min(MAX_BPM, before + 2));
          else expect(Math.abs(made - (before + after) / 2)).toBeLessThanOrEqual(0.5);
        },
      ),
    );
  });

  it('a change of the spec keeps what was made by hand and computes the rest anew; without any it computes all', () => {
    expect(fieldsWith({ goalBpm: 80 }, SPEC, null, undefined)).toEqual({ goalBpm: 80 });
    expect(fieldsWith({ goalBpm: 80 }, SPEC, steps, undefined)).toEqual({ goalBpm: 80, steps: null });
    const mine = changedStep(steps, 1, { bpm: 65, passes: 9 });
    const made = fieldsWith({ goalBpm: 80 }, SPEC, mine, undefined);
    expect(tempos(made.steps)).toContain(65);
    expect(made.steps!.filter(({ byHand }) => byHand)).toEqual([mine[1]]);
    expect(tempos(made.steps)!.at(-1)).toBe(80);
    expect(tempos(fieldsWith({ goalBpm: null }, SPEC, mine, undefined).steps)!.at(-1)).toBe(72);
  });
});
