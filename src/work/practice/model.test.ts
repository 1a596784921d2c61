/**
 * The runner's store on a database against a small model: whatever is pressed, whatever the clock does, also where the tab is closed in
 * the middle, the record holds each run and sign that was said once, and none that was taken back.
 */
import '@/storage/testing';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, FRESH_LADDER, newExercise, putNote, type PlayPlace } from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart, type Reason } from '@/core/record';
import { newId, readRuns, readSigns, seededSources, setSources } from '@/storage';
import { Database } from '@/storage/indexed';
import { listening, soon } from '../testing';
import { PracticeStore } from './store';
import { momentAt, silent } from './testing';
import type { Given } from './state';

const passage = [0, 1, 2, 3].reduce(
  (notes, at) => putNote(notes, at * 1680, 3 - (at % 2), 5),
  emptyPassage(),
);
const plain = newExercise('Modelled', passage);
const exercise = { ...plain, policy: { ...plain.policy, loop: true } };
const climb = climbOf(exercise, { ...FRESH_LADDER, startBpm: 60, goalBpm: 100 }, DEFAULT_SETUP);
const GIVEN: Given = {
  ...{ exerciseId: 'e', playerId: 'me', mode: 'ladder', setup: DEFAULT_SETUP, climb, steps: climb.steps },
  ...{ subdivision: 4, next: nextStart(null, null, climb.steps, 4) },
};

/** What was said and stands, oldest first; `sitting` counts sittings, since only what was said in this one can be taken back. */
type Said =
  | { readonly kind: 'run'; readonly verdict: string; reason: Reason | null; readonly sitting: number }
  | { readonly kind: 'tight' | 'pain'; readonly sitting: number };

interface Model {
  said: Said[];
  sitting: number;
}

interface Real {
  db: Database;
  store: PracticeStore;
  /** Moved by hand. */
  ms: number;
}

const START_MS = Date.UTC(2026, 0, 5, 9);
const HOUR_MS = 3_600_000;
async function opened(db: Database): Promise<PracticeStore> {
  const store = new PracticeStore(db, GIVEN, silent);
  store.open(false);
  await soon(() => expect(store.getSnapshot().phase).not.toBe('opening'));
  return store;
}

let seeds = 0;

/** The sources are asked for the moment of opening; they stand where the clock of the test does. No id comes twice. */
const setClock = (ms: number) => setSources({ ...seededSources(seeds++, ms), nowMs: () => ms });

async function holds({ said }: Model, { db, store }: Real): Promise<void> {
  await store.settled();
  const [runs, signs] = await Promise.all([readRuns(db, 'me'), readSigns(db, 'me')]);
  const wanted = said.filter((one) => one.kind === 'run');
  // What was stopped on the way is not clean too.
  const fields = (one: { verdict: string; reason?: Reason | null }) =>
    `${one.verdict === 'clean' ? 'clean' : 'not clean'} ${one.reason ?? '-'}`;
  expect(runs.map(fields).sort()).toEqual(wanted.map(fields).sort());
  expect(signs.map(({ kind }) => kind).sort()).toEqual(
    said.flatMap(({ kind }) => (kind === 'run' ? [] : [kind])).sort(),
  );
  expect(new Set(runs.map(({ id }) => id)).size).toBe(runs.length);
}

/** A key or a moment; `run` says what it makes of the model by where the runner stands. */
const command = (
  name: string,
  run: (model: Model, real: Real, phase: string) => void | Promise<void>,
): fc.AsyncCommand<Model, Real> => ({
  check: () => true,
  toString: () => name,
  run: async (model, real) => {
    await run(model, real, real.store.getSnapshot().phase);
    await holds(model, real);
  },
});

const place = (pass: number) => ({ pass, ticks: 100 }) as PlayPlace;
const COMMANDS = [
  fc.constant(
    command('start', (model, { store, ms }, phase) => {
      const { sitting } = store.getSnapshot();
      store.dispatch({ is: 'start', now: momentAt(ms), id: newId(), hasWarmUp: false });
      const isNew = store.getSnapshot().sitting !== sitting;
      if (isNew && ['ready', 'rest', 'judge'].includes(phase)) model.sitting++;
    }),
  ),
  fc.constant(command('finished', (_, { store }) => store.dispatch({ is: 'finished' }))),
  fc.integer({ min: -1, max: 3 }).map((pass) =>
    command(`stop in pass ${pass}`, (_, { store }) => {
      store.dispatch({ is: 'stop', place: pass < 0 ? null : place(pass) });
    }),
  ),
  fc.tuple(fc.constantFrom('clean', 'not clean'), fc.integer({ min: -1, max: 3 })).map(([verdict, pass]) =>
    command(`judge ${verdict} in pass ${pass}`, (model, { store, ms }, phase) => {
      const { played } = store.getSnapshot();
      store.dispatch({
        ...{ is: 'judge', verdict, id: newId(), now: momentAt(ms) },
        place: pass < 0 ? null : place(pass),
      });
      // In the middle of a run nothing is judged before a pass; clean wants one whole pass.
      const whole = phase === 'playing' ? pass : (played?.passes ?? 0);
      const canJudge = phase === 'judge' || (phase === 'playing' && pass >= 0);
      if (canJudge && (verdict === 'not clean' || whole >= 1))
        model.said.push({ kind: 'run', verdict, reason: null, sitting: model.sitting });
    }),
  ),
  fc.constantFrom<Reason>('uneven', 'ringing').map((reason) =>
    command(`because ${reason}`, (model, { store }, phase) => {
      const { words } = store.getSnapshot();
      store.dispatch({ is: 'name reason', reason });
      if (words === null || words.isClean || phase === 'judge' || phase === 'pain') return;
      const last = model.said.findLast((one) => one.kind === 'run' && one.sitting === model.sitting);
      if (last?.kind === 'run') last.reason = reason;
    }),
  ),
  fc.constantFrom('tight' as const, 'pain' as const).map((kind) =>
    command(kind, (model, { store, ms }, phase) => {
      store.dispatch({ is: 'sign', kind, id: newId(), now: momentAt(ms) });
      if (phase !== 'pain' && phase !== 'ask' && !(kind === 'tight' && phase === 'done'))
        model.said.push({ kind, sitting: model.sitting });
    }),
  ),
  fc.constant(
    command('take back', (model, { store }, phase) => {
      store.dispatch({ is: 'take back' });
      if (phase === 'playing' || phase === 'ask') return;
      const last = model.said.findLastIndex(({ sitting }) => sitting === model.sitting);
      if (last >= 0) model.said.splice(last, 1);
    }),
  ),
  fc.constant(command('end', (_, { store }) => store.dispatch({ is: 'end' }))),
  fc.constant(command('again', (_, { store }) => store.dispatch({ is: 'again' }))),
  fc.constant(command('go on', (_, { store }) => store.dispatch({ is: 'go on' }))),
  fc.constantFrom(0.01, 1, 5).map((hours) =>
    command(`${hours} h later`, (_, real) => {
      real.ms += hours * HOUR_MS;
    }),
  ),
  fc
    .nat(9)
    .map((at) => command(`step ${at}`, (_, { store }) => store.dispatch({ is: 'go to', at, place: null }))),
  fc.constant(
    command('the tab is closed and opened', async (model, real) => {
      await real.store.settled();
      const before = real.store.getSnapshot();
      setClock(real.ms);
      real.store = await opened(real.db);
      const after = real.store.getSnapshot();
      if (after.sitting!.id !== before.sitting!.id) model.sitting++;
      // A run that waits for its verdict waits on, with the notes it was played with.
      else if (before.played) {
        const asked = after.phase === 'ask' ? 'ask' : 'judge';
        expect([after.phase, after.played]).toEqual([asked, before.played]);
        expect(after.playing?.bpm).toBe(before.playing?.bpm ?? after.playing?.bpm);
      }
    }),
  ),
];

/** What makes a run, so that most sequences have some. */
const OFTEN = [...COMMANDS.slice(0, 4), ...COMMANDS.slice(0, 4), COMMANDS[6]!];

let databases = 0;

it('no run is lost or doubled, and none that was taken back stays', async () => {
  const { told } = listening();
  await fc.assert(
    fc.asyncProperty(fc.commands([...COMMANDS, ...OFTEN], { maxCommands: 25 }), async (commands) => {
      setClock(START_MS);
      const db = new Database(`model-${databases++}`);
      told.length = 0;
      await fc.asyncModelRun(
        async () => ({
          model: { said: [], sitting: 0 },
          real: { db, store: await opened(db), ms: START_MS },
        }),
        commands,
      );
      const isFailure = ({ text }: { text: string }) => !/^Not one whole pass|was never judged/.test(text);
      expect(told.filter(isFailure)).toEqual([]);
      await db.delete();
    }),
    { numRuns: process.env.THOROUGH ? 400 : 15 },
  );
}, 600_000);
