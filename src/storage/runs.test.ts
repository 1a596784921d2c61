/** The record against a recount: days are what their runs say, whatever is added, put right, taken away, undone or merged. */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { emptyPassage, newExercise, passageHash, putNote, type RunRecord } from '@/core';
import { VERDICTS, REASONS, type DayRecord } from '@/core/record';
import { Database } from './indexed';
import { refreshAllDays } from './days';
import { exportProject } from './exchange';
import { importProject } from './importing';
import { addExercise } from './library';
import { recordScope } from './scopes';
import { lastSitting, ofStandingKey, standingKey } from './practice';
import type { PracticeSitting } from './kept';
import { addRun, correctRun, removeRuns } from './judged';
import { saidRun } from '@/core/record/testing';
import { daysOn, readDays, readRuns, type NewRun } from './runs';
import { newId, seededSources, setSources } from './sources';
import { sweepUnused } from './sweep';
import { undoOrRedo } from './undo';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

let db: Database;
let count = 0;

beforeEach(() => {
  setSources(seededSources(count, Date.UTC(2026, 0, 5)));
  db = new Database(`runs-${count++}`);
});
afterEach(() => db.close());

const passage = putNote(emptyPassage(), 0, 2, 7);
const HASH = passageHash(passage);

const runOf = (change: Partial<NewRun> = {}): NewRun => saidRun({ passageHash: HASH, ...change });

const day = fc.integer({ min: 1, max: 4 }).map((date) => `2026-02-0${date}T10:00:00+01:00`);
const somewhere = { fromNote: 'n1', toNote: 'n2', kind: 'outside', stringFrom: 2, stringTo: 1 } as const;
const some = fc.record({
  exerciseId: fc.constantFrom('a', 'b'),
  at: day,
  bpm: fc.integer({ min: 40, max: 200 }),
  passes: fc.integer({ min: 1, max: 9 }),
  verdict: fc.constantFrom(...VERDICTS),
  reason: fc.constantFrom(null, ...REASONS),
  place: fc.constantFrom(null, somewhere),
});
const act = fc.oneof(
  fc.record({ do: fc.constant('add' as const), run: some }),
  fc.record({ do: fc.constant('correct' as const), run: some, at: fc.nat() }),
  fc.record({ do: fc.constant('remove' as const), at: fc.nat() }),
  fc.record({ do: fc.constantFrom('undo' as const, 'redo' as const) }),
);

async function countsOf(database: Database) {
  const runs = await readRuns(database, 'me');
  const days = await readDays(database, 'me');
  const sum = (list: readonly number[]) => list.reduce((total, one) => total + one, 0);
  const ofRuns = [
    runs.length,
    runs.filter(({ verdict }) => verdict === 'clean').length,
    sum(runs.map(({ passes }) => passes)),
    runs.filter(({ place }) => place !== null).length,
    sum(runs.map(({ exposure }) => exposure.outside)),
    new Set(runs.map((run) => run.exerciseId + run.day)).size,
  ];
  const ofDays = [
    sum(days.map((one) => one.runs)),
    sum(days.map(({ clean }) => clean)),
    sum(days.map(({ passes }) => passes)),
    sum(days.flatMap(({ fails }) => fails.map((fail) => fail.runs))),
    sum(days.map(({ exposure }) => exposure.outside)),
    days.length,
  ];
  const inSpeeds = sum(days.flatMap(({ speeds }) => speeds.map((group) => group.runs)));
  return { runs, days, ofRuns, ofDays, inSpeeds };
}

const ordered = (days: readonly DayRecord[]) =>
  days
    .map((one) => JSON.stringify({ ...one, speeds: one.speeds.map((group) => JSON.stringify(group)).sort() }))
    .sort();

describe('the record', () => {
  it('adds up to days that agree with a recount, after any adding, correcting, deleting, undoing and merging', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 14 }), async (acts) => {
        const mine = new Database(`runs-${count++}`);
        await mine.passages.put({ hash: HASH, passage });
        for (const one of acts) {
          const there = await readRuns(mine, 'me');
          const run = 'at' in one ? there[one.at % Math.max(1, there.length)] : undefined;
          if (one.do === 'add') await addRun(mine, newId(), runOf(one.run));
          else if (one.do === 'correct' && run) await correctRun(mine, run, runOf(one.run));
          else if (one.do === 'remove' && run) await removeRuns(mine, [run]);
          else if (one.do === 'undo' || one.do === 'redo') await undoOrRedo(mine, recordScope('me'), one.do);
        }
        const { days, ofRuns, ofDays, inSpeeds } = await countsOf(mine);
        expect(ofDays).toEqual(ofRuns);
        expect(inSpeeds).toBe(ofRuns[0]);
        // The newest of some exercises are the first of all that are theirs.
        const newest = await readRuns(mine, 'me', { among: new Set(['a']), newest: 2 });
        const ofA = (await readRuns(mine, 'me')).filter(({ exerciseId }) => exerciseId === 'a');
        expect(newest.map(({ at }) => at)).toEqual(ofA.slice(0, 2).map(({ at }) => at));
        // Written bit by bit or all at once is the same.
        await refreshAllDays(mine);
        expect(ordered(await readDays(mine, 'me'))).toEqual(ordered(days));
        // Into another browser and back again nothing is doubled and nothing comes back.
        const other = new Database(`runs-${count++}`);
        await importProject(other, await exportProject(mine), 'Import');
        expect(ordered(await readDays(other, 'me'))).toEqual(ordered(days));
        await importProject(mine, await exportProject(other), 'Import');
        expect(ordered(await readDays(mine, 'me'))).toEqual(ordered(days));
        mine.close();
        other.close();
      }),
      { numRuns: 10 * THOROUGH },
    );
  });

  it('keeps a run and where the session stands together, and what was played', async () => {
    const { id } = await addExercise(db, newExercise('Played', passage), 'New');
    const climb = { at: 2, cleanInARow: 1, uncleanInARow: 0, easing: 1 };
    const key = standingKey(id, 'ladder');
    const sitting: PracticeSitting = {
      ...{ id: 's', playerId: 'me', startedAt: '2026-01-05T10:00:00+00:00', day: '2026-01-05', lastMs: 1 },
      ...{
        isWarm: true,
        tights: 0,
        standings: { [key]: { climb, bpm: 80 } },
        said: [],
        open: key,
        painSeen: [],
      },
    };
    await addRun(db, 'r', runOf({ exerciseId: id }), { sitting: { sitting, key } });
    expect((await lastSitting(db, 'me'))?.standings[key]?.climb).toEqual(climb);
    expect(ofStandingKey(key)).toEqual({ exerciseId: id, mode: 'ladder' });
    expect(await daysOn(db, 'me', id)).toHaveLength(1);
    // The passage is changed and swept; that of the run stays.
    await db.exercises.update(id, { passageHash: passageHash(putNote(passage, 0, 3, 5)) });
    await db.log.clear();
    await sweepUnused(db);
    expect(await db.passages.get(HASH)).toBeDefined();
  });

  it('a write that fails keeps neither the run nor the step', async () => {
    await expect(
      addRun(db, 'r', runOf(), {
        sitting: { sitting: { playerId: 'me', bad: () => 0 } as unknown as PracticeSitting, key: 'e ladder' },
      }),
    ).rejects.toThrow();
    expect(await db.runs.count()).toBe(0);
    expect(await db.days.count()).toBe(0);
  });

  it('goes by the local day of the run, whatever the clock says later', async () => {
    await addRun(db, newId(), runOf({ at: '2026-03-01T23:50:00-05:00' }));
    await addRun(db, newId(), runOf({ at: '2026-02-28T00:10:00+09:00' }));
    const days: RunRecord[] = await readRuns(db, 'me', { from: '2026-02-28', to: '2026-03-01' });
    expect(days.map((run) => run.day)).toEqual(['2026-03-01', '2026-02-28']);
  });
});
