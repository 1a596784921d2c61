/** The runner as a machine: whatever is pressed in whatever order, it keeps the hand safe and the record true. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MIN_BPM, stepSpeed } from '@/core';
import type { PracticeMode, PracticeSitting } from '@/storage';
import { step } from './machine';
import { bpmOf, openingState, saidOf, standingOf, stepOf, type Given } from './state';
import { isOver } from './over';
import { atMs as at, givenOf, opened, place, PRESSES, runner, type Runner } from './testing';

type Press = keyof typeof PRESSES;
const press = fc.constantFrom(...(Object.keys(PRESSES) as Press[]));
const speedOf = (one: Runner) => stepSpeed(stepOf(one.state), 4, bpmOf(one.state));
const KINDS = ['even', 'ratio', 'twoUpOneBack', 'overshoot', 'density', 'adaptive'] as const;

describe('whatever is pressed', () => {
  it('after “tight” it is slower or rests, after pain nothing plays, and undo takes back the last thing said, no more', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('ladder' as const, 'lesson' as const, 'probe' as const),
        fc.constantFrom(...KINDS),
        fc.array(press, { maxLength: 60 }),
        (mode, kind, presses) => {
          const one = runner(givenOf(mode, kind));
          for (const name of presses) {
            const [before, speed] = [one.state, speedOf(one)];
            const [records, said] = [one.kept.size, saidOf(before)];
            const effects = PRESSES[name](one);
            const { state } = one;
            expect(one.kept.size).toBe(saidOf(state).length);
            if (name === 'tight' && one.kept.size > records) {
              const isSlower = speedOf(one) < speed;
              expect(isSlower || /no slower|enough for today/.test(state.words!.text)).toBe(true);
              expect(speedOf(one)).toBeLessThanOrEqual(speed);
              expect(state.phase === 'rest' || state.phase === 'judge').toBe(true);
            }
            if (before.phase === 'pain') {
              expect(effects.some((effect) => effect.do === 'play')).toBe(false);
              if (name !== 'back') expect(state.phase).toBe('pain');
            }
            if (name === 'pain' && before.phase !== 'pain') expect(state.phase).toBe('pain');
            if (name === 'back' && one.kept.size < records) {
              const last = said.at(-1)!;
              expect(records - one.kept.size).toBe(1);
              expect(saidOf(state)).toEqual(said.slice(0, -1));
              // The run of a verdict that is taken back waits again.
              expect(standingOf(state)).toMatchObject(last.before);
              expect(standingOf(state).waiting?.played ?? null).toBe(
                state.phase === 'judge' ? state.played : null,
              );
              expect(state.sitting!.tights).toBe(before.sitting!.tights - (last.kind === 'tight' ? 1 : 0));
              if (last.kind === 'verdict')
                expect([state.phase, state.played]).toEqual(['judge', last.played]);
            }
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('“tight” slows from there; where nothing is slower it rests; the second is enough for the day', () => {
    const said = (bpm: number, times: number) => {
      const one = runner(givenOf('lesson'));
      one.does({ is: 'set tempo', bpm, place: null });
      const before = bpmOf(one.state);
      for (let time = 0; time < times; time++) PRESSES.tight(one);
      return { text: one.state.words!.text, slower: bpmOf(one.state) < before };
    };
    expect(said(80, 1)).toEqual({ text: expect.stringMatching(/^Slower from here\. Let go/), slower: true });
    expect(said(MIN_BPM, 1)).toEqual({
      text: 'It goes no slower than this: let the hand rest.',
      slower: false,
    });
    for (const bpm of [MIN_BPM, 80]) expect(said(bpm, 2).text).toMatch(/^Tight again: enough for today\./);
  });

  it('three “tight” and one undo: the third is gone, no run is', () => {
    const one = runner(givenOf('ladder', 'overshoot'));
    PRESSES.up(one);
    for (const name of ['start', 'finished', 'clean', 'tight', 'tight', 'tight'] as const) PRESSES[name](one);
    const twice = [...one.kept.keys()].slice(0, -1);
    PRESSES.back(one);
    expect([...one.kept.keys()]).toEqual(twice);
    expect(one.state.sitting!.tights).toBe(2);
  });

  it('a verdict that is taken back leaves the run to be judged anew', () => {
    const one = runner(givenOf('ladder'));
    for (const name of ['start', 'finished', 'unclean', 'back', 'clean'] as const) PRESSES[name](one);
    expect([...one.kept.values()]).toEqual([expect.objectContaining({ verdict: 'clean', passes: 4 })]);
  });

  it('what could not be kept waits for its verdict again, and what was said since stands', () => {
    const one = runner(givenOf('ladder'));
    for (const name of ['start', 'finished', 'clean', 'rested', 'start', 'finished', 'clean'] as const)
      PRESSES[name](one);
    const [first, second] = saidOf(one.state);
    one.does({ is: 'not kept', id: first!.id });
    expect(saidOf(one.state).map(({ id }) => id)).toEqual([second!.id]);
    one.does({ is: 'not kept', id: second!.id });
    expect([one.state.phase, saidOf(one.state)]).toEqual(['judge', []]);
    expect(standingOf(one.state)).toMatchObject(first!.before);
  });
});

describe('a run', () => {
  it('is of the notes it was begun with, whatever another tab makes of them meanwhile', () => {
    const one = runner(givenOf('ladder'));
    PRESSES.start(one);
    one.does({ is: 'given', given: givenOf('ladder', 'twoUpOneBack', 'e', 8) });
    PRESSES.finished(one);
    PRESSES.clean(one);
    expect([...one.kept.values()]).toEqual([expect.objectContaining({ strokes: 4 * 16 })]);
  });

  it('in parts is kept, and only a whole one counts in a row', () => {
    const one = runner(givenOf('ladder'));
    const whole = () => standingOf(one.state).climb.cleanInARow;
    PRESSES.start(one);
    PRESSES.stop(one);
    PRESSES.clean(one);
    expect([one.kept.size, whole()]).toEqual([1, 0]);
    expect(one.state.words!.text).toContain('2 of 4 passes');
    for (const name of ['rested', 'start', 'finished', 'clean'] as const) PRESSES[name](one);
    expect([one.kept.size, whole()]).toEqual([2, 1]);
  });

  it('that is judged while it plays is stopped there, with the strokes up to it; in a lesson it goes on', () => {
    const judged = (mode: PracticeMode) => {
      const one = runner(givenOf(mode));
      PRESSES.start(one);
      const effects = PRESSES.unclean(one).map((effect) => effect.do);
      return { effects, phase: one.state.phase, runs: [...one.kept.values()] };
    };
    // In the second pass, at its first note: sixteen strokes and one.
    const [ladder, lesson] = [judged('ladder'), judged('lesson')];
    expect(ladder.runs).toMatchObject([{ verdict: 'stopped', stoppedIn: 2, passes: 2, strokes: 17 }]);
    expect([ladder.effects, ladder.phase]).toEqual([['stop at click', 'add run'], 'rest']);
    expect(lesson.runs).toMatchObject([{ verdict: 'not clean', stoppedIn: null, passes: 2, strokes: 32 }]);
    expect([lesson.effects, lesson.phase]).toEqual([['add run'], 'playing']);
  });

  it('that is stopped waits for its verdict; in a lesson, or before a whole place was reached, nothing waits', () => {
    const stopped = (mode: PracticeMode, where: ReturnType<typeof place> | null) => {
      const one = runner(givenOf(mode));
      PRESSES.start(one);
      const effects = one.does({ is: 'stop', place: where }).map((effect) => effect.do);
      return [one.state.phase, one.state.played?.passes ?? null, effects[0]];
    };
    expect(stopped('ladder', place(2))).toEqual(['judge', 2, 'stop']);
    expect(stopped('ladder', null)).toEqual(['ready', null, 'stop']);
    expect(stopped('lesson', place(2))).toEqual(['ready', null, 'stop']);
  });

  it('is gone to another step of a ladder alone', () => {
    const one = runner(givenOf('lesson'));
    const before = one.state;
    expect([PRESSES.up(one), one.state]).toEqual([[], before]);
    const probing = runner(givenOf('probe'));
    expect(PRESSES.up(probing)).toEqual([]);
  });

  it('stands on a ladder that was shortened in another tab', () => {
    const one = runner(givenOf('ladder'));
    for (let times = 0; times < 20; times++) PRESSES.up(one);
    const short = givenOf('ladder');
    one.does({ is: 'given', given: { ...short, steps: short.steps.slice(0, 2) } });
    expect(standingOf(one.state).climb.at).toBe(1);
    for (const name of ['start', 'finished', 'clean'] as const) PRESSES[name](one);
    expect(one.kept.size).toBe(1);
  });
});

describe('a sitting', () => {
  const practised = (given: Given, sitting?: PracticeSitting) => {
    const one = runner(given, sitting);
    PRESSES.up(one);
    for (const name of ['start', 'finished', 'clean', 'rested'] as const) PRESSES[name](one);
    return one;
  };

  it('holds several exercises, each at its step, and warms up once', () => {
    const a = practised(givenOf('ladder', 'even', 'a'));
    const b = practised(givenOf('ladder', 'even', 'b'), a.state.sitting!);
    expect(b.state.sitting!.id).toBe(a.state.sitting!.id);
    const again = runner(givenOf('ladder', 'even', 'a'), b.state.sitting!);
    expect(again.state).toMatchObject({ isResumed: true, phase: 'ready' });
    expect(standingOf(again.state)).toEqual(standingOf(a.state));
    // Undo in one takes nothing from the other.
    PRESSES.back(again);
    PRESSES.back(again);
    expect(again.state.sitting!.said.map(({ key }) => key)).toEqual(['b ladder']);
  });

  it('says of a run that waited in a sitting that is over that it was not judged', () => {
    const one = runner(givenOf('ladder'));
    one.does({ is: 'start', now: at(0), id: one.id(), hasWarmUp: false });
    one.does({ is: 'finished' });
    const next = (now: { ms: number; at: string }) =>
      step(openingState(givenOf('ladder')), opened(one.state.sitting!, null, now));
    expect(next(at(0)).state.phase).toBe('judge');
    const { state, effects } = next(at(0, '2026-11-26'));
    expect(state.phase).toBe('ready');
    expect(effects).toEqual([
      { do: 'say', text: expect.stringContaining('The last run of 2026-11-25 was never judged') },
    ]);
    const other = step(
      openingState(givenOf('ladder', 'even', 'f')),
      opened(one.state.sitting!, null, at(0, '2026-11-26')),
    );
    expect(other.effects).toEqual([]);
  });

  it('is over with its day, or after four hours without a word: the next begins anew, at the reckoned start', () => {
    const { sitting } = practised(givenOf('ladder')).state;
    const HOUR = 3_600_000;
    expect(isOver(sitting!, at(4 * HOUR))).toBe(false);
    for (const now of [at(4 * HOUR + 2), at(60_000, '2026-11-26')]) {
      expect(isOver(sitting!, now)).toBe(true);
      const anew = step(openingState(givenOf('ladder')), {
        ...opened(sitting!, null, now),
        hasWarmUp: true,
        id: 't',
      });
      expect(anew.state).toMatchObject({
        phase: 'warm-up',
        isResumed: false,
        sitting: { id: 't', said: [] },
      });
      // A page that stayed open finds it out before it plays.
      const kept = step(openingState(givenOf('ladder')), opened(sitting!)).state;
      const started = step(kept, { is: 'start', now, id: 't', hasWarmUp: true });
      expect(started.effects.map((effect) => effect.do)).toEqual(['keep']);
      expect(started.state).toMatchObject({ phase: 'warm-up', sitting: { id: 't' } });
    }
  });

  it('asks once after pain on the same day', () => {
    const hurt = runner(givenOf('ladder'));
    PRESSES.pain(hurt);
    const pain = { id: 'pain', bpm: 72 };
    const again = runner(givenOf('ladder'), hurt.state.sitting!, pain);
    expect(again.state.phase).toBe('ask');
    PRESSES.start(again);
    expect(again.played).toEqual([]);
    again.does({ is: 'go on' });
    PRESSES.start(again);
    expect(again.played).toHaveLength(1);
    expect(runner(givenOf('ladder'), again.state.sitting!, pain).state.phase).toBe('ready');
  });
});

it('slides within a run on a ladder alone, and goes on from step to step only where the same notes are played at a steady tempo', () => {
  const sliding = (mode: PracticeMode) => {
    const given = givenOf(mode, 'even');
    const steps = given.steps.map((one) => ({ ...one, toBpm: one.bpm + 4, restSeconds: 0 }));
    const one = runner({ ...given, steps });
    const effects = PRESSES.start(one);
    return effects.flatMap((effect) => (effect.do === 'play' ? [effect.toBpm] : []));
  };
  expect(sliding('ladder')).toEqual([64]);
  expect(sliding('lesson')).toEqual([null]);
  // While it plays a step further is a tempo of the same run, or it stops and plays anew.
  const further = (change: Partial<Given['steps'][number]>) => {
    const given = givenOf('ladder', 'even');
    const steps = given.steps.map((one, index) => (index === 1 ? { ...one, ...change } : one));
    const one = runner({ ...given, steps });
    PRESSES.start(one);
    return one.does({ is: 'go to', at: 1, place: place(0) }).map((effect) => effect.do);
  };
  expect(further({})).toEqual(['set tempo', 'keep']);
  const others: Partial<Given['steps'][number]>[] = [
    { subdivision: 3 },
    { part: 'pair' },
    { toBpm: 90 },
    { passes: 9 },
  ];
  for (const change of others)
    expect([change, further(change).includes('set tempo')]).toEqual([change, false]);
});
