/** Project files: round trip, damage, and the published JSON Schema judged by an independent validator (ajv). */
import { readFileSync, writeFileSync } from 'node:fs';
import { Ajv2019 } from 'ajv/dist/2019.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_LADDER, readProject, writeProject } from '@/core';
import { demoProject } from '@/demo/library';
import { jsonSchemaText } from './jsonSchema';

const SCHEMA_FILE = 'docs/project-file.schema.json';
const STAMP = { revision: 1, createdAt: '2026-01-05', updatedAt: '2026-01-05', deviceId: 'd' };
const demo = writeProject(demoProject());

describe('project files', () => {
  it('come back equal', () => {
    expect(readProject(demo)).toEqual({ project: demoProject(), problems: [] });
  });

  it('of version 1 are brought up to date', () => {
    const { version: _, ...file } = JSON.parse(demo) as {
      exercises: object[];
      ladders: object[];
    } & object & {
        version: number;
      };
    const old = {
      ...file,
      version: 1,
      exercises: file.exercises.map(
        ({ origin: _o, cues: _c, hand: _h, ...kept }: { origin?: unknown; cues?: unknown; hand?: unknown }) =>
          kept,
      ),
      ladders: [{ ...STAMP, id: 'l', exerciseId: 'e', playerId: 'me', startBpm: 72 }],
    };
    expect(readProject(JSON.stringify(old)).project).toEqual({
      ...demoProject(),
      ladders: [{ ...DEFAULT_LADDER, ...old.ladders[0], goalBpm: null }],
    });
  });

  it('of version 2 get a hand of which nothing is said', () => {
    const file = JSON.parse(demo) as { exercises: { hand?: unknown }[] };
    const old = { ...file, version: 2, exercises: file.exercises.map(({ hand: _h, ...kept }) => kept) };
    expect(readProject(JSON.stringify(old)).project).toEqual(demoProject());
  });

  it.each([
    ['cut in half', demo.slice(0, demo.length / 2), 'cutOff'],
    ['no JSON', 'e|--5--|', 'notJson'],
    ['another JSON', '{"notes":[]}', 'notAProject'],
    ['of a newer version', demo.replace('"version": 3', '"version": 4'), 'newerVersion'],
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
      { numRuns: 150 },
    );
  });

  it('are described by the published JSON Schema', () => {
    if (process.env.WRITE_SCHEMA) writeFileSync(SCHEMA_FILE, jsonSchemaText());
    const published = readFileSync(SCHEMA_FILE, 'utf8');
    expect(published).toBe(jsonSchemaText());
    const ajv = new Ajv2019({ strict: false });
    const validate = ajv.compile(JSON.parse(published) as object);
    expect(validate(JSON.parse(demo)) || validate.errors).toBe(true);
    for (const [from, to] of [
      ['"fret": 8', '"fret": 80'],
      ['"stroke": "down"', '"stroke": "left"'],
      ['"version": 3', '"version": "three"'],
    ] as const)
      expect(validate(JSON.parse(demo.replace(from, to)))).toBe(false);
  });
});
