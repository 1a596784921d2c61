/** Joi is the judge: whatever is done to a record, a quick yes is never given where Joi says no, and records as they are get one. */
import fc from 'fast-check';
import Joi from 'joi';
import { expect, it } from 'vitest';
import { demoProject } from '@/demo/library';
import { quickCheck } from '../src/core/formats/project/quick';
import { RECORD_SCHEMAS, type ListName } from '../src/core/formats/project/schema';

const demo = demoProject();
const LISTS = (Object.keys(RECORD_SCHEMAS) as ListName[]).filter((name) => demo[name].length > 0);

const JUNK: readonly unknown[] = [
  ...[undefined, null, true, '', 'x', 'x'.repeat(100_001), '2026-01-05', 'down', 'a'.repeat(64)],
  ...[0, -1, 1.5, 7, 1e9, 1e17, NaN, Infinity, [], [1], [null], {}, { x: 1 }, [[]], -0],
];

/** Where in a value something can be put, deeper ones too. */
function placesIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (value === null || typeof value !== 'object') return [path];
  const inner = Object.entries(value).flatMap(([key, one]) => placesIn(one, [...path, key]));
  return [path, ...inner, [...path, 'unheard of'], [...path, '1']];
}

function withAt(value: unknown, [key, ...path]: readonly string[], put: unknown): unknown {
  if (key === undefined) return put;
  const whole = (value ?? {}) as Record<string, unknown>;
  const next = withAt(whole[key], path, put);
  if (Array.isArray(value)) return value.map((one: unknown, at) => (String(at) === key ? next : one));
  return { ...whole, [key]: next };
}

const isFit = (schema: Joi.Schema, value: unknown) =>
  schema.required().validate(value, { abortEarly: false, convert: false }).error === undefined;

it.each(LISTS)('%s: yes to every record of the demo, and never against Joi', (name) => {
  const schema: Joi.Schema = RECORD_SCHEMAS[name];
  const check = quickCheck(schema);
  // What hangs on another field is left to Joi.
  if (name === 'siblings') return expect(check).toBeNull();
  const records: readonly unknown[] = demo[name];
  for (const record of records) expect(check!(record)).toBe(isFit(schema, record));
  expect(records.filter((record) => check!(record))).toHaveLength(records.length);
  let [fit, unfit] = [0, 0];
  fc.assert(
    fc.property(fc.nat(), fc.nat(), fc.constantFrom(...JUNK), (nth, at, junk) => {
      const record = records[nth % records.length];
      const places = placesIn(record);
      const changed = withAt(record, places[at % places.length]!, junk);
      const isJoi = isFit(schema, changed);
      if (isJoi) fit++;
      else unfit++;
      expect(check!(changed)).toBe(isJoi);
    }),
    { numRuns: process.env.THOROUGH ? 5000 : 100 },
  );
  expect(Math.min(fit, unfit)).toBeGreaterThan(0);
});

it('leaves to Joi what it does not know', () => {
  const unknown = [
    ...[Joi.string().email({ tlds: false }), Joi.string().lowercase(), Joi.number().multiple(3), Joi.date()],
    ...[Joi.array().unique(), Joi.array().ordered(1).items(2), Joi.array().has(Joi.number())],
    ...[Joi.object({ a: Joi.any(), b: Joi.any() }).xor('a', 'b'), Joi.object({ a: Joi.ref('b') })],
    ...[Joi.number().invalid(3), Joi.any().forbidden(), Joi.string().default('x'), Joi.number().unsafe()],
    ...[Joi.alternatives(Joi.number(), Joi.string()).match('all'), Joi.any().custom((value) => value)],
    ...[Joi.any().when('a', { is: 1, then: 2 }), Joi.object().rename('a', 'b'), Joi.string().trim()],
  ];
  for (const schema of unknown)
    expect([schema.describe(), quickCheck(Joi.object({ deep: schema }))]).toEqual([schema.describe(), null]);
});
