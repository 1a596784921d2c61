/**
 * Three devices with wrong clocks, that change things and give each other files in any order: in the end all know the same, and nothing
 * is lost unseen. Held against causal histories: a version is the set of all changes that it came from (Lamport 1978; that version
 * vectors tell the same: Parker et al. 1983), and deletions are sets that only grow (Shapiro et al. 2011, 2P and OR sets).
 */
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, expect, it } from 'vitest';
import {
  emptyPassage,
  ME,
  newExercise,
  putNote,
  readProject,
  titleOf,
  writeProject,
  type ExerciseRecord,
  type RunRecord,
} from '@/core';
import { exportProject } from './exchange';
import { Database } from './indexed';
import { importProject, readImportPlan, type ImportChoice } from './importing';
import { correctRun, addRun, removeRuns } from './judged';
import { addExercise, deleteExercise, renameExercise } from './library';
import { readDays, readRuns } from './runs';
import { LIBRARY, recordScope } from './scopes';
import { newId, seededSources, setSources, type Sources } from './sources';
import { undoOrRedo } from './undo';

const THOROUGH = process.env.THOROUGH !== undefined;
const EXERCISES = 2;
let count = 0;
const open: Database[] = [];
afterEach(() => {
  for (const db of open.splice(0)) db.close();
});

/** A version: all changes it came from, and what it says; null: deleted. */
interface Past {
  readonly events: ReadonlySet<number>;
  readonly title: string | null;
}
const includes = (one: ReadonlySet<number>, other: ReadonlySet<number>) =>
  [...other].every((event) => one.has(event));
const union = (some: readonly Past[]) => new Set(some.flatMap(({ events }) => [...events]));
const maximal = (all: readonly Past[]): Past[] =>
  all.filter(
    (one, at) =>
      !all.some(
        (other, nth) =>
          includes(other.events, one.events) && (other.events.size > one.events.size || nth < at),
      ),
  );
const titles = (all: readonly Past[]) => [...new Set(all.map(({ title }) => title ?? '†'))].sort();

/** What a device knows of runs: all that were ever made, with the first of their chain and what they replace, and deletions as sets. */
interface Runs {
  readonly made: Map<string, { readonly root: string; readonly replaces: ReadonlySet<string> }>;
  /** Of one run alone, or of all that names it. */
  readonly stones: Map<string, { readonly ids: ReadonlySet<string>; readonly chain: boolean }>;
  readonly back: Set<string>;
}
const heldBy = ({ made, stones, back }: Runs): string[] => {
  const lying = [...stones].filter(([id]) => !back.has(id)).map(([, stone]) => stone);
  const dead = (id: string) => {
    const { root, replaces } = made.get(id)!;
    const names = id === root ? [] : [root, ...replaces];
    return lying.some(({ ids, chain }) => ids.has(id) || (chain && names.some((name) => ids.has(name))));
  };
  const alive = [...made.keys()].filter((id) => !dead(id));
  return [...new Set(alive.map((id) => made.get(id)!.root))]
    .map((root) => {
      const chain = alive.filter((id) => made.get(id)!.root === root);
      const named = new Set(chain.flatMap((id) => (id === root ? [] : [root, ...made.get(id)!.replaces])));
      return chain
        .filter((id) => !named.has(id))
        .sort()
        .at(-1)!;
    })
    .sort();
};

interface Device {
  readonly db: Database;
  readonly sources: Sources;
  readonly versions: Past[][];
  readonly runs: Runs;
  /** What undo would take back: of the library, and of the record. */
  readonly done: (() => void)[];
  readonly judged: (() => void)[];
}

const runOf = (hash: string, exerciseId: string, at: number) => ({
  ...{
    playerId: ME,
    exerciseId,
    sessionId: null,
    at: `2026-01-0${1 + (at % 5)}T10:00:00+01:00`,
    bpm: 60 + at,
  },
  ...({
    passageHash: hash,
    subdivision: 4,
    passes: 1,
    verdict: 'clean',
    stoppedIn: null,
    reason: null,
  } as const),
  ...{ place: null, seconds: 10, strokes: 8, wideStretches: 0, sound: null, seen: '', part: null },
  ...{
    byHand: false,
    judgedBy: 'ear' as const,
    corrects: null,
    replaces: [],
    exposure: { outside: 1, inside: 1, sweep: 0, backtrack: 0 },
  },
});

const ACTS = [
  'rename',
  'delete',
  'undo',
  'run',
  'correct',
  'delete run',
  'undo run',
  'send',
  'send',
  'choose',
] as const;
type Act = readonly [(typeof ACTS)[number], number, number, number];

async function world(acts: readonly Act[]): Promise<Device[]> {
  const seed = 100 * count++;
  let events = 0;
  const ids: string[] = [];
  const devices: Device[] = [0, 1, 2].map((at) => {
    const db = new Database(`merging-${count}-${at}`);
    open.push(db);
    // Their clocks are years apart, and one goes backwards past the others.
    const sources = seededSources(seed + at + 1, Date.UTC(2026 + [0, 3, -9][at]!, 4, 5));
    const runs: Runs = { made: new Map(), stones: new Map(), back: new Set() };
    return { db, sources, versions: Array.from({ length: EXERCISES }, () => []), runs, done: [], judged: [] };
  });
  const on = (device: Device) => setSources(device.sources);
  const [first] = devices;
  on(first!);
  for (let at = 0; at < EXERCISES; at++) {
    const { id } = await addExercise(
      first!.db,
      newExercise(`first ${at}`, putNote(emptyPassage(), 0, 2, at)),
      'New',
    );
    ids.push(id);
    first!.versions[at]!.push({ events: new Set([events++]), title: `first ${at}` });
  }
  const hash = (await first!.db.exercises.get(ids[0]!))!.passageHash;
  const send = async (from: Device, to: Device, choices?: ReadonlyMap<string, ImportChoice>) => {
    on(from);
    const text = writeProject({ ...(await exportProject(from.db)), backup: null });
    on(to);
    const { project, problems } = readProject(text);
    expect(problems).toEqual([]);
    await importProject(to.db, project!, 'In', choices ? { choices } : {});
    // What a file brought is taken back by another test.
    to.done.length = 0;
    for (const [at, mine] of to.versions.entries())
      mine.splice(0, Infinity, ...maximal([...mine, ...from.versions[at]!]));
    for (const list of ['made', 'stones'] as const)
      for (const [id, one] of from.runs[list]) (to.runs[list] as Map<string, unknown>).set(id, one);
    for (const id of from.runs.back) to.runs.back.add(id);
    return project!;
  };
  for (const to of devices.slice(1)) await send(first!, to);
  for (const [act, who, pick, other] of acts) {
    const device = devices[who % 3]!;
    const { db, versions, runs, done, judged } = device;
    on(device);
    const at = pick % EXERCISES;
    const id = ids[at]!;
    const shown: ExerciseRecord | undefined = await db.exercises.get(id);
    const held = await readRuns(db, ME);
    const run: RunRecord | undefined = held[pick % Math.max(1, held.length)];
    const [past, event] = [versions[at]!, events++];
    if (act === 'rename' && shown) {
      const title = `t${event}`;
      await renameExercise(db, shown, title);
      const from = past.filter((one) => one.title === shown.title);
      const next = { events: union(from).add(event), title };
      past.splice(0, Infinity, ...past.filter((one) => !from.includes(one)), next);
      done.length = 0;
    }
    if (act === 'delete' && shown) {
      await deleteExercise(db, shown);
      const gone = { events: union(past).add(event), title: null };
      past.splice(0, Infinity, gone);
      done.push(() => past.splice(0, Infinity, { events: union(past).add(events++), title: shown.title }));
    }
    if (act === 'undo' && done.length > 0) {
      await undoOrRedo(db, LIBRARY, 'undo');
      done.pop()!();
    }
    if (act === 'choose') {
      const from = devices[(who + 1 + (other % 2)) % 3]!;
      on(from);
      const file = { ...(await exportProject(from.db)), backup: null };
      on(device);
      const { differences } = await readImportPlan(db, file);
      const found = differences.find((one) => one.id === id && one.order === 'apart');
      const choice = other % 4 < 2 ? 'mine' : 'theirs';
      await send(from, device, found ? new Map([[`exercises ${id}`, choice]]) : new Map());
      if (!found) continue;
      const said = (choice === 'mine' ? found.here : found.there) as ExerciseRecord | null;
      past.splice(0, Infinity, { events: union(past).add(event), title: said?.title ?? null });
    }
    if (act === 'run') {
      const own = newId();
      await addRun(db, own, runOf(hash, id, other));
      runs.made.set(own, { root: own, replaces: new Set() });
      const stone = () => runs.stones.set(`s${events++}`, { ids: new Set([own]), chain: false });
      judged.push(stone);
    }
    if (act === 'correct' && run) {
      const { root } = runs.made.get(run.id)!;
      const before = (await db.runs.toArray()).filter(
        (one) => one.id !== root && runs.made.get(one.id)!.root === root,
      );
      const { id: own } = await correctRun(db, run, runOf(hash, run.exerciseId, other));
      runs.made.set(own, { root, replaces: new Set(before.map((one) => one.id)) });
      judged.push(() => runs.stones.set(`s${events++}`, { ids: new Set([own]), chain: false }));
    }
    if (act === 'delete run' && run) {
      const { root } = runs.made.get(run.id)!;
      const chain = (await db.runs.toArray()).filter((one) => runs.made.get(one.id)!.root === root);
      await removeRuns(db, [run]);
      const names = chain.flatMap((one) => [one.id, root, ...runs.made.get(one.id)!.replaces]);
      runs.stones.set(`s${event}`, { ids: new Set(names), chain: true });
      const gone = new Set(chain.map((one) => one.id));
      judged.push(() => {
        for (const [stone, { ids: on, chain: all }] of runs.stones)
          if (all ? names.some((name) => on.has(name)) : [...on].some((name) => gone.has(name)))
            runs.back.add(stone);
      });
    }
    if (act === 'undo run' && judged.length > 0) {
      await undoOrRedo(db, recordScope(ME), 'undo');
      judged.pop()!();
    }
    if (act === 'send') await send(device, devices[(who + 1 + (other % 2)) % 3]!);
  }
  for (const [from, to] of [
    [0, 1],
    [1, 2],
    [2, 0],
    [0, 1],
    [1, 0],
    [0, 2],
  ] as const)
    await send(devices[from]!, devices[to]!);
  return devices;
}

/** What is kept on a device, as it is said, whatever is shown of it. */
async function knownOn({ db }: Device): Promise<string[][]> {
  const found: string[][] = [];
  for (const { id } of await db.exercises
    .toArray()
    .then(async (all) => [
      ...all,
      ...(await db.tombstones
        .where('[table+id]')
        .between(['exercises', ''], ['exercises', '\uffff'])
        .toArray()),
    ])) {
    const [shown, stone, beside] = await Promise.all([
      db.exercises.get(id),
      db.tombstones.get(['exercises', id]),
      db.siblings.toArray(),
    ]);
    const others = beside.filter((one) => one.id === id).map(({ record }) => titleOf(record) || '†');
    found.push([
      id,
      ...new Set([...(shown ? [shown.title] : []), ...(stone ? ['†'] : []), ...others].sort()),
    ]);
  }
  return [...new Map(found.map((one) => [one[0], one])).values()].sort((a, b) => (a[0]! < b[0]! ? -1 : 1));
}

const ACT = fc.tuple(fc.constantFrom(...ACTS), fc.nat(2), fc.nat(5), fc.nat(7));

it('three devices that have all met know the same, by the history of every change', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(ACT, { minLength: 4, maxLength: 22 }), async (acts) => {
      const devices = await world(acts);
      const [one] = devices;
      const known = await knownOn(one!);
      const wanted = one!.versions.map((past) => titles(maximal(past)));
      expect(known.map(([, ...said]) => said).sort()).toEqual(wanted.sort());
      const held = heldBy(one!.runs);
      for (const device of devices) {
        expect(await knownOn(device)).toEqual(known);
        expect((await readRuns(device.db, ME)).map(({ id }) => id).sort()).toEqual(held);
        // Days are added up from the runs that hold, never from days.
        const days = await readDays(device.db, ME);
        expect(days.reduce((sum, { runs }) => sum + runs, 0)).toBe(held.length);
        // Something that is there is shown.
        const there = known.filter(([, ...said]) => said.some((title) => title !== '†'));
        expect((await device.db.exercises.toArray()).map(({ id }) => id).sort()).toEqual(
          there.map(([id]) => id).sort(),
        );
      }
    }),
    { numRuns: THOROUGH ? 1000 : 20 },
  );
}, 1_500_000);

it('a file that is taken back leaves nothing, here or for others; taken in again, all is there again', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(ACT, { minLength: 3, maxLength: 10 }), async (acts) => {
      const [from, to] = await world(acts);
      setSources(from!.sources);
      const [one, two] = await from!.db.exercises.toArray();
      if (one) await renameExercise(from!.db, one, 'After');
      if (two) await deleteExercise(from!.db, two);
      const ran = (await from!.db.runs.toArray())[0];
      if (ran) await removeRuns(from!.db, [ran]);
      const added = await addExercise(from!.db, newExercise('Own', putNote(emptyPassage(), 0, 2, 7)), 'New');
      await addRun(
        from!.db,
        newId(),
        runOf((await from!.db.exercises.get(added.id))!.passageHash, added.id, 3),
      );
      const { project } = readProject(writeProject({ ...(await exportProject(from!.db)), backup: null }));
      setSources(to!.sources);
      const all = async () => {
        const { db } = to!;
        const tables = [db.exercises, db.runs, db.days, db.siblings, db.tombstones];
        // Other versions may go on lying on the shelf; as deleted lies there only what is not here.
        const deleted = db.shelf.filter(({ why }) => why === 'deleted').toArray();
        return Promise.all([
          ...tables.map((table) => table.toArray()),
          deleted.then((some) => some.map(({ shelvedAt: _, ...one }) => one)),
        ]);
      };
      const before = await all();
      const { entry } = await importProject(to!.db, project!, 'In');
      const after = await all();
      expect(after).not.toEqual(before);
      expect((await undoOrRedo(to!.db, LIBRARY, 'undo', entry!.id))?.stays).toEqual([]);
      expect(await all()).toEqual(before);
      await undoOrRedo(to!.db, LIBRARY, 'redo', entry!.id);
      expect(await all()).toEqual(after);
      // What was worked on since stays, and is named.
      await renameExercise(to!.db, (await to!.db.exercises.get(added.id))!, 'Worked on');
      const { stays } = (await undoOrRedo(to!.db, LIBRARY, 'undo', entry!.id))!;
      expect(stays).toContainEqual({ table: 'exercises', title: 'Worked on', why: 'changed' });
      expect(await to!.db.exercises.get(added.id)).toMatchObject({ title: 'Worked on' });
      expect(await to!.db.runs.where('exerciseId').equals(added.id).count()).toBe(0);
    }),
    { numRuns: THOROUGH ? 300 : 8 },
  );
}, 1_500_000);

it.each(['A smaller text', 'zz: a greater one'])(
  'a file that was changed by hand counts as what is here, and replaces nothing unasked: %s',
  async (title) => {
    const [{ db, sources }] = (await world([])) as [Device];
    setSources(sources);
    const { project } = readProject(writeProject({ ...(await exportProject(db)), backup: null }));
    const [first, ...others] = project!.exercises;
    const file = { ...project!, exercises: [{ ...first!, title }, ...others] };
    expect(await importProject(db, file, 'In')).toMatchObject({ kept: 1, replaced: 0, beside: 0 });
    expect(await db.exercises.get(first!.id)).toMatchObject({ title: first!.title });
    expect((await db.shelf.toArray()).map(({ record }) => record.title)).toContain(title);
  },
);
