/** Searches of the Bench as they are shown: a real search of the core, run to its end in one go. */
import { expect, it } from 'vitest';
import {
  DEFAULT_SETUP,
  emptyPassage,
  mendings,
  newExercise,
  putNote,
  slotsOf,
  STANDARD_TUNING,
  type Exercise,
  type Mending,
} from '@/core';
import { draftBrief, searching, type Brief, type Outcome, type SearchEvent } from '@/core/brief';
import { Search } from '../searching';
import { compose, composedAfter, composedText, linesFor, type Composed } from './composing';
import { mend, mendingKey, type Mended } from './mending';

const heard = () => new Promise((resolve) => setTimeout(resolve));

/** Three notes on each of two strings: 1.5 in the trade's words, and lopsided when it goes round. */
const exercise = ((): Exercise => {
  const passage = [0, 1, 2, 3, 4, 5].reduce(
    (made, at) => putNote(made, slotsOf(made)[at]!.ticks, at < 3 ? 3 : 2, 5 + (at % 3)),
    { ...emptyPassage(), tuning: STANDARD_TUNING },
  );
  const one = newExercise('Ford', passage);
  return {
    ...one,
    policy: { ...one.policy, loop: true },
    goal: { ...one.goal, kind: 'inside' },
  };
})();

/** Runs a search to its end: every message first, then the result. */
function atOnce(brief: Brief, report: (event: SearchEvent) => void): Promise<Outcome> {
  const search = searching(brief, DEFAULT_SETUP, { seed: 1 });
  for (;;) {
    const next = search.next();
    if (next.done) return Promise.resolve(next.value);
    report(next.value);
  }
}

it('lines come one by one and stay where they are; the end puts the best first, and draws none anew that was there', async () => {
  const search = new Search<Composed>();
  const shown: Composed[] = [];
  search.subscribe(() => {
    const { shown: now } = search.getSnapshot();
    if (now) shown.push(now);
  });
  const brief: Brief = { ...draftBrief(exercise), notes: 6, frets: [5, 8], targets: [] };
  // Nothing may be said before the search is known to run, as with a worker.
  const start = (to: Brief, _: unknown, __: number, report: (event: SearchEvent) => void) => ({
    result: Promise.resolve().then(() => atOnce(to, report)),
    stop: () => undefined,
  });
  compose(search, start, brief, DEFAULT_SETUP, 1);
  expect(search.getSnapshot()).toMatchObject({
    isRunning: true,
    shown: { brief, candidates: [], stage: 'looking' },
  });
  await heard();
  const { shown: end, isRunning, fault } = search.getSnapshot();
  expect({ isRunning, fault }).toEqual({ isRunning: false, fault: null });
  const last = shown.filter(({ outcome }) => outcome === null).at(-1)!.candidates;
  expect(last.length).toBeGreaterThan(1);
  for (const { candidates, outcome } of shown)
    if (!outcome) expect(last.slice(0, candidates.length)).toEqual(candidates);
  const costs = end!.candidates.map(({ cost }) => cost);
  expect(costs).toEqual([...costs].sort((a, b) => a - b));
  expect(end!.candidates.length).toBe(end!.outcome!.candidates.length);
  const again = end!.candidates.filter((one) => last.includes(one));
  expect(again.length).toBeGreaterThan(0);
  const stages = [...new Set(shown.map(({ stage }) => stage))];
  expect(stages).toEqual(
    ['looking', 'proving', 'more'].filter((one) => stages.includes(one as Composed['stage'])),
  );
});

it('what mends it comes while it is tried; only a search that tried all says that there is nothing', async () => {
  const search = new Search<Mended>();
  let tell!: (tried: number, found: Mending | null) => void;
  let settle!: (found: Mending[]) => void;
  const start = (_: Exercise, __: unknown, report: typeof tell) => {
    tell = report;
    return { result: new Promise<Mending[]>((resolve) => (settle = resolve)), stop: () => undefined };
  };
  mend(search, start, exercise, DEFAULT_SETUP);
  tell(4, null);
  expect(search.getSnapshot().shown).toEqual({ of: exercise, mendings: [], tried: 4, isWhole: false });
  search.stop();
  expect(search.getSnapshot().shown!.isWhole).toBe(false);
  const found = mendings(exercise, DEFAULT_SETUP, {});
  expect(found.length).toBeGreaterThan(1);
  mend(search, start, exercise, DEFAULT_SETUP);
  tell(9, found[1]!);
  expect(search.getSnapshot().shown!.mendings).toEqual([found[1]]);
  settle(found);
  await heard();
  expect(search.getSnapshot().shown).toEqual({ of: exercise, mendings: found, tried: 9, isWhole: true });
  const keys = found.map(mendingKey);
  expect(new Set(keys).size).toBe(keys.length);
});

it('lines are found again after leaving, for each of the last eight exercises; the search of an older one ends', () => {
  const stopped: string[] = [];
  const searches = Array.from({ length: 9 }, (_, at) => {
    const search = linesFor(`e${at}`);
    search.begin(
      {
        brief: draftBrief(exercise),
        setup: DEFAULT_SETUP,
        candidates: [],
        outcome: null,
        stage: 'looking',
        isProven: false,
      },
      () => ({ result: new Promise(() => undefined), stop: () => stopped.push(`e${at}`) }),
      (now) => now,
    );
    // The first is looked at again, so that another one is the oldest.
    if (at === 4) linesFor('e0');
    return search;
  });
  expect(stopped).toEqual(['e1']);
  expect(linesFor('e8')).toBe(searches[8]);
  expect(linesFor('e0').getSnapshot()).toMatchObject({ isRunning: true });
  expect(linesFor('e1').getSnapshot()).toEqual({ shown: null, isRunning: false, fault: null });
});

it('stopped, it says what is proven so far and no more', () => {
  const begun: Composed = {
    brief: draftBrief(exercise),
    setup: DEFAULT_SETUP,
    candidates: [],
    outcome: null,
    stage: 'looking',
    isProven: false,
  };
  const candidate = { passage: exercise.passage } as Composed['candidates'][number];
  const found = composedAfter(begun, { kind: 'candidate', candidate });
  const proving = composedAfter(found, { kind: 'proving' });
  const settled = [true, false].map((isProven) => composedAfter(proving, { kind: 'settled', isProven }));
  expect(composedText(begun, false)).toMatch(/^Stopped before a line was found; that says nothing/);
  for (const one of [found, proving, settled[1]!])
    expect(composedText(one, false)).toMatch(
      /^Stopped: 1 line; .*whether a smoother one exists is not known/,
    );
  expect(composedText(settled[0]!, false)).toMatch(/^Stopped: 1 line; the smoothest is proven best/);
  expect([begun, proving, settled[0]!].map((one) => composedText(one, true))).toEqual([
    'Looking for lines: 0 so far …',
    '1 line; looking whether a smoother one exists …',
    '1 line; looking for others nearly as smooth …',
  ]);
});
