/**
 * The runner over several exercises and students against a small model: whatever is opened, judged and taken back, also where the ladder was
 * changed elsewhere, days pass and tabs are closed, each has its own runs, and the session counts those of the exercise it has on.
 */
import '@/storage/testing';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DEFAULT_SETUP, emptyPassage, FRESH_LADDER, newExercise, putNote } from '@/core';
import { climbOf } from '@/core/drills';
import { nextStart } from '@/core/record';
import { addExercises, newId, openSession, readRuns, seededSources, setSources } from '@/storage';
import { Database } from '@/storage/indexed';
import { listening, soon } from '../testing';
import { beginSession, countInSession, nextInSession } from './sessions';
import type { Given } from './state';
import { PracticeStore } from './store';
import { momentAt, silent } from './testing';

const passage = [0, 1, 2, 3].reduce(
  (notes, at) => putNote(notes, at * 1680, 3 - (at % 2), 5),
  emptyPassage(),
);
const EXERCISES = ['e', 'f'] as const;
const PLAYERS = ['me', 'you'] as const;
type ExerciseId = (typeof EXERCISES)[number];
type PlayerId = (typeof PLAYERS)[number];
const exercise = { ...newExercise('Modelled', passage), policy: newExercise('', passage).policy };
/** More runs than are ever judged here: no box is full. */
const BOX = { runs: 500 };
const START_MS = Date.UTC(2026, 0, 5, 9);
const DAY_MS = 86_400_000;
interface Said {
  readonly player: PlayerId;
  readonly exercise: ExerciseId;
  readonly verdict: string;
  /** Only what was said in this sitting can be taken back. */
  readonly sitting: string;
}

interface Model {
  said: Said[];
  /** Of the session of `me`: the exercise that is on, and the runs counted for each. */
  on: ExerciseId;
  readonly counted: Record<ExerciseId, number>;
}

interface Real {
  readonly db: Database;
  store: PracticeStore;
  player: PlayerId;
  exercise: ExerciseId;
  goalBpm: number;
  ms: number;
}

function givenOf({
  player,
  exercise: exerciseId,
  goalBpm,
}: Pick<Real, 'player' | 'exercise' | 'goalBpm'>): Given {
  const climb = climbOf(exercise, { ...FRESH_LADDER, startBpm: 60, goalBpm }, DEFAULT_SETUP);
  return {
    ...{ exerciseId, playerId: player, mode: 'ladder', setup: DEFAULT_SETUP, climb, steps: climb.steps },
    ...{ subdivision: 4, next: nextStart(null, null, climb.steps, 4) },
  };
}

let openings = 0;

async function open(
  real: Real,
  change: Partial<Pick<Real, 'player' | 'exercise' | 'goalBpm'>>,
): Promise<void> {
  await real.store.settled();
  Object.assign(real, change);
  // Each opening has identifiers of its own.
  setSources({ ...seededSources(1000 + openings++, real.ms), nowMs: () => real.ms });
  real.store = new PracticeStore(real.db, givenOf(real), silent);
  real.store.open(false);
  await soon(() => expect(real.store.getSnapshot().phase).not.toBe('opening'));
}

/** A run from start to end. */
function play({ store, ms }: Real): void {
  store.dispatch({ is: 'start', now: momentAt(ms), id: newId(), hasWarmUp: false });
  store.dispatch({ is: 'finished' });
}

const isCounted = (model: Model, { player, exercise: id }: Pick<Real, 'player' | 'exercise'>) =>
  player === 'me' && id === model.on;

async function holds({ said, on, counted }: Model, { db, store }: Real): Promise<void> {
  await store.settled();
  for (const player of PLAYERS) {
    const runs = await readRuns(db, player);
    expect(runs.map(({ exerciseId, verdict }) => `${exerciseId} ${verdict}`).sort()).toEqual(
      said
        .filter((one) => one.player === player)
        .map((one) => `${one.exercise} ${one.verdict}`)
        .sort(),
    );
    expect(new Set(runs.map(({ id }) => id)).size).toBe(runs.length);
  }
  const session = (await openSession(db, 'me'))!;
  expect([session.items[session.at]!.exerciseId, session.items.map(({ doneRuns }) => doneRuns)]).toEqual([
    on,
    EXERCISES.map((id) => counted[id]),
  ]);
}

const command = (
  name: string,
  run: (model: Model, real: Real) => void | Promise<void>,
): fc.AsyncCommand<Model, Real> => ({
  check: () => true,
  toString: () => name,
  run: async (model, real) => {
    await run(model, real);
    await holds(model, real);
  },
});

const COMMANDS = [
  fc.constantFrom('clean', 'not clean').map((verdict) =>
    command(`a run, ${verdict}`, (model, real) => {
      play(real);
      const { phase, sitting } = real.store.getSnapshot();
      real.store.dispatch({
        is: 'judge',
        verdict,
        id: newId(),
        now: momentAt(real.ms),
        place: null,
      } as never);
      if (phase !== 'judge') return;
      model.said.push({ ...real, verdict, sitting: sitting!.id });
      if (isCounted(model, real)) model.counted[model.on]++;
    }),
  ),
  fc.constant(
    command('take back', (model, real) => {
      const { sitting, phase } = real.store.getSnapshot();
      real.store.dispatch({ is: 'take back' });
      if (phase === 'ask') return;
      const last = model.said.findLastIndex(
        (one) => one.player === real.player && one.exercise === real.exercise && one.sitting === sitting!.id,
      );
      if (last < 0) return;
      model.said.splice(last, 1);
      if (isCounted(model, real)) model.counted[model.on] = Math.max(0, model.counted[model.on] - 1);
    }),
  ),
  fc.constantFrom(...EXERCISES).map((id) => command(`open ${id}`, (_, real) => open(real, { exercise: id }))),
  fc.constantFrom(...PLAYERS).map((id) => command(`student ${id}`, (_, real) => open(real, { player: id }))),
  fc
    .constantFrom(80, 140)
    .map((goalBpm) => command(`the ladder now ends at ${goalBpm}`, (_, real) => open(real, { goalBpm }))),
  fc.constant(
    command('go on in the session', async (model, real) => {
      await real.store.settled();
      const id = (await nextInSession(real.db, 'me')) as ExerciseId;
      model.on = model.on === 'e' ? 'f' : 'e';
      expect(id).toBe(model.on);
      await open(real, { player: 'me', exercise: id });
    }),
  ),
  fc.constantFrom(0.01, 0.3, 1).map((days) =>
    command(`${days} days later`, async (_, real) => {
      real.ms += days * DAY_MS;
      await open(real, {});
    }),
  ),
];
const [RUN] = COMMANDS;

let databases = 0;

it('each exercise and student has its own runs, and the session counts what it has on', async () => {
  const { told } = listening();
  await fc.assert(
    fc.asyncProperty(fc.commands([...COMMANDS, RUN!, RUN!], { maxCommands: 25 }), async (commands) => {
      setSources({ ...seededSources(7, START_MS), nowMs: () => START_MS });
      const db = new Database(`sessions-${databases++}`);
      told.length = 0;
      await fc.asyncModelRun(async () => {
        await addExercises(
          db,
          EXERCISES.map((id) => ({ id, exercise })),
          'Modelled',
        );
        await beginSession(
          db,
          'me',
          EXERCISES.map((exerciseId) => ({ exerciseId, box: BOX, isDue: false })),
          'by turns',
        );
        const real: Real = {
          ...{ db, player: 'me', exercise: 'e', goalBpm: 100, ms: START_MS },
          store: null as unknown as PracticeStore,
        };
        real.store = new PracticeStore(db, givenOf(real), silent);
        await open(real, {});
        return { model: { said: [], on: 'e' as const, counted: { e: 0, f: 0 } }, real };
      }, commands);
      expect(told.filter(({ text }) => !text.includes('was never judged'))).toEqual([]);
      await db.delete();
    }),
    { numRuns: process.env.THOROUGH ? 150 : 8 },
  );
}, 600_000);

it('two tabs that count at once lose nothing', async () => {
  const db = new Database(`sessions-${databases++}`);
  await beginSession(db, 'me', [{ exerciseId: 'e', box: BOX, isDue: false }], 'blocked');
  await Promise.all([1, 2, 3].map((ms) => countInSession(db, 'me', 'e', ms, 1)));
  expect((await openSession(db, 'me'))!.items[0]!.doneRuns).toBe(3);
  expect(await countInSession(db, 'you', 'e', 1, 1)).toBeUndefined();
  await db.delete();
});
