/** Project files: round trip, damage, and the published JSON Schema judged by an independent validator (ajv). */
import { readFileSync, writeFileSync } from 'node:fs';
import { Ajv2019 } from 'ajv/dist/2019.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  FRESH_LADDER,
  NEW_PLAYER,
  OPEN_HAND,
  PROJECT_VERSION,
  readProject,
  writeProject,
  type Project,
} from '@/core';
import { demoProject as demoToday } from '@/demo/library';
import { jsonSchemaText } from './jsonSchema';

/** So many times more in the thorough run. */
const THOROUGH = Number(process.env.THOROUGH ?? 1);

const SCHEMA_FILE = 'docs/project-file.schema.json';
const STAMP = { revision: 1, createdAt: '2026-01-05', updatedAt: '2026-01-05', deviceId: 'd' };
const SINCE_16 = {
  ...{ aims: [], weekMinutes: [0, 0, 0, 0, 0, 0, 0], lessonEvery: null, nextLesson: null, archivedOn: null },
} as const;

const NO_FAST_LIMIT = 10;

/** The demo as a file without weeks, and what came with them, gives it. */
function demoBefore17(): Project {
  const project = demoToday();
  const players = project.players.map((player) => ({
    ...player,
    limits: { ...player.limits, fastMinutes: NO_FAST_LIMIT },
  }));
  return { ...project, takes: [], weeks: [], players };
}

/** The demo as a file without lessons, and what came with them, gives it. */
function demoProject(): Project {
  const project = demoBefore17();
  return {
    ...project,
    lessons: [],
    players: project.players.map((player) => ({ ...player, ...SINCE_16 })),
  };
}

const demo = writeProject(demoProject());
const VERSION = `"version": ${PROJECT_VERSION}`;

function withoutFields(records: readonly object[], fields: readonly string[]): object[] {
  return records.map((record) =>
    Object.fromEntries(Object.entries(record).filter(([field]) => !fields.includes(field))),
  );
}

/** The demo as a file without recipes gives it. */
function demoBefore4() {
  const project = demoProject();
  return { ...project, exercises: project.exercises.map((one) => ({ ...one, recipe: null })) };
}

/** A project as a file without runs, kinds of ladders and what more is known of a student gives it. */
function beforeRuns(project: Project): Project {
  const { setup: _, ...unknown } = NEW_PLAYER;
  return {
    ...project,
    players: project.players.map((player) => ({ ...player, ...unknown })),
    ladders: project.ladders.map((ladder) => ({
      ...FRESH_LADDER,
      ...withoutFields([ladder], OF_LADDERS)[0],
    })) as unknown as Project['ladders'],
    runs: [],
    signs: [],
  };
}

const OF_LADDERS = ['rises', 'rounding', 'burstBpm', 'burstPasses', 'upAfter', 'backAfter', 'steps', 'time'];
const OF_PLAYERS = ['hand', 'instrument', 'shapesKnown', 'goals', 'cautions', 'limits'];

describe('project files', () => {
  it('come back equal', () => {
    expect(readProject(writeProject(demoToday()))).toEqual({ project: demoToday(), problems: [] });
  });

  it('of version 18 know no takes, and not who judged a run', () => {
    const { takes: _, ...file } = JSON.parse(writeProject(demoToday())) as {
      takes: object[];
      runs: object[];
    };
    const old = { ...file, version: 18, runs: withoutFields(file.runs, ['judgedBy']) };
    expect(readProject(JSON.stringify(old)).project).toEqual({ ...demoToday(), takes: [] });
    expect(readProject(JSON.stringify({ ...old, version: PROJECT_VERSION })).project).toBeNull();
  });

  it('of version 17 know no versions side by side, and no names of deletions', () => {
    const tombstone = { id: 'r', deletedAt: '2026-01-05T10:00:00+01:00', deviceId: 'd', versions: {} };
    const {
      siblings: _,
      parcel: _p,
      ...file
    } = JSON.parse(writeProject(demoToday())) as { siblings: object[]; parcel: null; runs: object[] };
    const old = {
      ...{ ...file, version: 17, runs: withoutFields(file.runs, ['replaces']) },
      tombstones: [
        { ...tombstone, table: 'runs' },
        { ...tombstone, table: 'exercises' },
      ],
    };
    const stones = ['d 2026-01-05T10:00:00+01:00'];
    expect(readProject(JSON.stringify(old)).project).toEqual({
      ...demoToday(),
      takes: [],
      tombstones: [
        { ...tombstone, table: 'runs', stones, undone: [] },
        { ...tombstone, table: 'exercises', stones: [], undone: [] },
      ],
    });
    expect(readProject(JSON.stringify({ ...old, version: PROJECT_VERSION })).project).toBeNull();
  });

  it('of version 16 know no weeks, and no limit of what is fast', () => {
    const { weeks: _, ...file } = JSON.parse(writeProject(demoToday())) as {
      weeks: object[];
      players: { limits: object }[];
    };
    const players = file.players.map((player) => ({
      ...player,
      limits: withoutFields([player.limits], ['fastMinutes'])[0],
    }));
    const old = { ...file, version: 16, players };
    expect(readProject(JSON.stringify(old)).project).toEqual(demoBefore17());
    expect(readProject(JSON.stringify({ ...old, version: PROJECT_VERSION })).project).toBeNull();
  });

  it('of version 15 know no lessons, and less of a student', () => {
    const {
      lessons: _,
      weeks: _w,
      ...file
    } = JSON.parse(writeProject(demoToday())) as {
      lessons: object[];
      weeks: object[];
      players: object[];
    };
    const old = { ...file, version: 15, players: withoutFields(file.players, Object.keys(SINCE_16)) };
    expect(readProject(JSON.stringify(old)).project).toEqual(demoProject());
    // One of today has them.
    expect(readProject(JSON.stringify({ ...old, version: PROJECT_VERSION })).project).toBeNull();
  });

  it('of version 1 are brought up to date', () => {
    const {
      version: _,
      runs: _r,
      ...file
    } = JSON.parse(demo) as {
      exercises: object[];
      ladders: object[];
      players: object[];
    } & object & {
        version: number;
        runs: object[];
      };
    const old = {
      ...file,
      version: 1,
      exercises: withoutFields(file.exercises, ['origin', 'cues', 'hand', 'recipe', 'brief', 'drill']),
      players: withoutFields(file.players, OF_PLAYERS),
      ladders: [{ ...STAMP, id: 'l', exerciseId: 'e', playerId: 'me', startBpm: 72 }],
    };
    expect(readProject(JSON.stringify(old)).project).toEqual({
      ...beforeRuns(demoBefore4()),
      ladders: [{ ...FRESH_LADDER, ...old.ladders[0], versions: { d: 1 } }],
    });
  });

  it.each([
    [2, ['hand', 'recipe', 'brief', 'drill']],
    [3, ['recipe', 'brief', 'drill']],
    [4, ['brief', 'drill']],
    [5, []],
  ])('of version %i get what came since, of which nothing is said', (version, since) => {
    const { runs: _, ...file } = JSON.parse(demo) as Record<'exercises' | 'ladders' | 'runs', object[]> & {
      players: { setup: object }[];
    };
    const isBefore4 = since.includes('recipe');
    const players = withoutFields(file.players, OF_PLAYERS).map((player, at) => {
      const { setup } = file.players[at]!;
      return { ...player, setup: isBefore4 ? withoutFields([setup], ['stretchLimitMm'])[0] : setup };
    });
    const exercises = withoutFields(file.exercises, since);
    const ladders = withoutFields(file.ladders, OF_LADDERS);
    const { project } = readProject(JSON.stringify({ ...file, version, players, exercises, ladders }));
    expect(project).toEqual(beforeRuns(isBefore4 ? demoBefore4() : demoProject()));
  });

  it('of version 6 do not tell of which part a run was', () => {
    const file = JSON.parse(demo) as { runs: object[] };
    const old = { ...file, version: 6, runs: withoutFields(file.runs, ['part']) };
    expect(readProject(JSON.stringify(old)).project).toEqual({ ...demoProject(), signs: [] });
  });

  it.each([
    [10, {}],
    [11, { support: 'bridge', grip: null, slantAtRest: null, pickThicknessMm: 1.5, pickShape: null }],
  ])(
    'of version %d know less of a picking hand, on exercises, students and in what can be undone',
    (version, later) => {
      const known = { motion: 'wrist', edgeAngleDegrees: 20, gripDepth: null, pickPart: 'point', ...later };
      const now = { ...OPEN_HAND, ...known };
      const project = demoProject();
      const withHands = (hand: object) => {
        const exercises = project.exercises.map((one) => ({ ...one, hand }));
        const change = { table: 'exercises', id: 'e', before: { hand }, after: { hand, cues: null } };
        const entry = {
          ...{ id: 'l', scope: 'e', seq: 1, label: 'Picking hand', changes: [change], undone: 0 },
          ...{ mergeKey: null, at: '', touchedMs: 0 },
        };
        return {
          ...project,
          exercises,
          players: project.players.map((one) => ({ ...one, hand })),
          backup: { settings: {}, log: [entry], shelf: [] },
        } as unknown as Project;
      };
      const old = writeProject(withHands(known)).replace(VERSION, `"version": ${version}`);
      expect(readProject(old)).toEqual({ project: withHands(now), problems: [] });
      // A file of today must say it.
      const { problems } = readProject(writeProject(withHands(known)));
      expect(problems.map(({ message }) => message).join()).toContain('damper');
    },
  );

  it('of version 8 know no signs, and sittings that were open in them are over', () => {
    const { signs: _, ...file } = JSON.parse(demo) as { signs: object[] };
    const backup = { settings: { 'practice:me': { id: 's' }, currentPlayer: 'me' }, log: [], shelf: [] };
    expect(readProject(JSON.stringify({ ...file, version: 8, backup })).project).toEqual({
      ...demoProject(),
      signs: [],
      backup: { ...backup, settings: { currentPlayer: 'me' } },
    });
  });

  it('of version 7 get the vector that device and revision stand for', () => {
    const { backup: _, ...file } = JSON.parse(demo) as Record<
      'exercises' | 'players' | 'ladders',
      object[]
    > & {
      backup: null;
    };
    const bare = (records: object[]) => withoutFields(records, ['versions']);
    const [exercises, players, ladders] = [file.exercises, file.players, file.ladders].map(bare);
    const unsaid = { ...players![0], id: 'me' };
    const old = { ...file, version: 7, exercises, ladders, players: [unsaid, ...players!] };
    const { project } = readProject(JSON.stringify(old));
    expect(project?.players[0]?.versions).toEqual({});
    expect({ ...project, players: project?.players.slice(1) }).toEqual({ ...demoProject(), signs: [] });
  });

  it.each([
    ['cut in half', demo.slice(0, demo.length / 2), 'cutOff'],
    ['no JSON', 'e|--5--|', 'notJson'],
    ['another JSON', '{"notes":[]}', 'notAProject'],
    ['of a newer version', demo.replace(VERSION, `"version": ${PROJECT_VERSION + 1}`), 'newerVersion'],
    ['changed by hand', demo.replace('"fret": 8', '"fret": 9'), 'inconsistent'],
    ['with a fret beyond the neck', demo.replace('"fret": 8', '"fret": 80'), 'badField'],
    ['with an unknown field', demo.replace('"exportedAt"', '"colour": 1, "exportedAt"'), 'badField'],
    [
      'nested without end',
      demo.replace('"tombstones": []', `"tombstones": ${'['.repeat(5000)}${']'.repeat(5000)}`),
      'badField',
    ],
  ])('%s: refused whole, with a reason', (_, text, code) => {
    const { project, problems } = readProject(text);
    expect(project).toBeNull();
    expect(problems[0]?.code).toBe(code);
    expect(problems[0]?.message).toContain('Nothing was imported.');
  });

  it('never make the reader throw, wherever they are damaged', () => {
    fc.assert(
      fc.property(fc.nat(demo.length), fc.string({ maxLength: 8 }), fc.nat(40), (at, put, cut) => {
        const { project, problems } = readProject(demo.slice(0, at) + put + demo.slice(at + cut));
        expect(project === null).toBe(problems.length > 0);
      }),
      { numRuns: 50 * THOROUGH },
    );
  });

  it('are described by the published JSON Schema', () => {
    if (process.env.WRITE_SCHEMA) writeFileSync(SCHEMA_FILE, jsonSchemaText());
    const told = readFileSync('docs/project-file.md', 'utf8');
    expect(told).toContain(`JSON file, version ${PROJECT_VERSION},`);
    const published = readFileSync(SCHEMA_FILE, 'utf8');
    expect(published).toBe(jsonSchemaText());
    const ajv = new Ajv2019({ strict: false });
    const validate = ajv.compile(JSON.parse(published) as object);
    expect(validate(JSON.parse(demo)) || validate.errors).toBe(true);
    for (const [from, to] of [
      ['"fret": 8', '"fret": 80'],
      ['"stroke": "down"', '"stroke": "left"'],
      [VERSION, '"version": "six"'],
    ] as const)
      expect(validate(JSON.parse(demo.replace(from, to)))).toBe(false);
  });
});
