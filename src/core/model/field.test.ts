/** Descriptions of records: the shape that Joi makes of them takes what the type says and nothing else; what is missing is filled. */
import fc from 'fast-check';
import Joi from 'joi';
import { describe, expect, it } from 'vitest';
import {
  field,
  filled,
  filledWithin,
  firstOf,
  group,
  kind,
  listOf,
  number,
  oneOf,
  orNull,
  pairOf,
  shapesOf,
  text,
  versionsOf,
  whole,
  yesOrNo,
  type Elsewhere,
  type Kind,
} from './field';

const NOTHING = {} as Elsewhere;
const takes = (one: Kind<unknown>, value: unknown) =>
  Joi.object(shapesOf({ one }, Joi, NOTHING)).validate({ one: value }, { convert: false }).error ===
  undefined;

/** Values of many kinds, near the limits that are used below. */
const anything = fc.oneof(
  fc.constantFrom(null, undefined, true, false, '', 'up', 'down', 'upward', [], {}),
  fc.integer({ min: -2, max: 8 }),
  fc.constantFrom(0.5, 2.5, NaN, Infinity),
  fc.string({ maxLength: 6 }),
  fc.array(fc.integer({ min: -1, max: 6 }), { maxLength: 4 }),
);

/** What each kind takes, said without Joi. */
const isWhole = (least: number, most: number) => (value: unknown) =>
  Number.isInteger(value) && Number(value) >= least && Number(value) <= most;
const isList = (value: unknown, least: number, most: number): value is unknown[] =>
  Array.isArray(value) && value.length >= least && value.length <= most && value.every(isWhole(1, 5));
const KINDS: readonly (readonly [string, Kind<unknown>, (value: unknown) => boolean])[] = [
  ['text', text(4), (value) => typeof value === 'string' && value.length <= 4],
  ['one of names', oneOf(['up', 'down']), (value) => value === 'up' || value === 'down'],
  ['a number', number(0, 3), (value) => typeof value === 'number' && value >= 0 && value <= 3],
  ['a whole number', whole(1, 5), isWhole(1, 5)],
  ['yes or no', yesOrNo, (value) => typeof value === 'boolean'],
  ['a value or null', orNull(whole(1, 5)), (value) => value === null || isWhole(1, 5)(value)],
  ['a list', listOf(whole(1, 5), 3, 1), (value) => isList(value, 1, 3)],
  ['a list that may be empty', listOf(whole(1, 5), 2), (value) => isList(value, 0, 2)],
  ['a pair', pairOf(whole(1, 5)), (value) => isList(value, 2, 2)],
];

describe('a kind', () => {
  it.each(KINDS)('%s: its shape takes what it is, and nothing else', (_, one, isOne) => {
    fc.assert(
      fc.property(anything, (value) => {
        expect(takes(one, value)).toBe(isOne(value));
      }),
      { numRuns: 400 },
    );
  });

  it('a group takes all of its fields, each of its kind, and no other', () => {
    const pick = group({ motion: orNull(oneOf(['wrist', 'arm'])), degrees: whole(0, 90) });
    expect(takes(pick, { motion: null, degrees: 30 })).toBe(true);
    for (const wrong of [
      { motion: 'wrist' },
      { motion: 'leg', degrees: 3 },
      { motion: null, degrees: 3, b: 1 },
    ])
      expect(takes(pick, wrong)).toBe(false);
  });
});

describe('what a description says besides', () => {
  const FIELDS = {
    name: text(),
    pick: field(
      group({ motion: oneOf(['wrist', 'arm']), tip: field(whole(0, 9), { since: 12, was: 3, first: 5 }) }),
      { first: { motion: 'arm', tip: 5 } },
    ),
    steps: orNull(
      listOf(group({ at: whole(0, 9), how: field(text(), { since: 14, was: 'even', first: 'odd' }) }), 3),
    ),
    told: field(orNull(text()), { since: 11, was: null, first: 'new' }),
    own: kind<number>((joi) => joi.number().greater(0)),
    said: field(orNull(text()), {
      first: 'today',
      recast: { since: 13, older: (value) => (value === '' ? 'nothing' : value) },
    }),
  } as const;

  it('gives a new record its first values', () => {
    expect(firstOf(FIELDS)).toEqual({ pick: { motion: 'arm', tip: 5 }, told: 'new', said: 'today' });
  });

  it('fills an older record with what was then, never with what is first, and changes nothing that is there', () => {
    expect(filled(FIELDS, { name: 'a', pick: { motion: 'wrist' }, more: 1 })).toEqual({
      name: 'a',
      pick: { motion: 'wrist', tip: 3 },
      told: null,
      more: 1,
    });
    expect(filledWithin(FIELDS, { steps: [{ at: 1 }, { at: 2, how: 'x' }, 7] })).toEqual({
      steps: [{ at: 1, how: 'even' }, { at: 2, how: 'x' }, 7],
    });
    expect(filledWithin(FIELDS, { steps: null })).toEqual({ steps: null });
    const whole = { name: 'a', pick: { motion: 'arm', tip: 0 }, steps: null, told: '', own: 1 };
    expect(filled(FIELDS, whole)).toEqual(whole);
    fc.assert(
      fc.property(fc.anything(), (value) => {
        const before = structuredClone(value);
        const got = filled(FIELDS, value);
        expect(value).toEqual(before);
        if (value === null || typeof value !== 'object' || Array.isArray(value)) expect(got).toBe(value);
      }),
      { numRuns: 200 },
    );
  });

  it('reads what was said otherwise before as it is said today, also in a part of a record', () => {
    expect(filled(FIELDS, { name: 'a', said: '' })).toMatchObject({ said: 'nothing' });
    expect(filledWithin(FIELDS, { said: '' })).toEqual({ said: 'nothing' });
    expect(filledWithin(FIELDS, { said: 'nothing' })).toEqual({ said: 'nothing' });
  });

  it('knows which versions brought fields, in groups and lists of them too', () => {
    expect(versionsOf(FIELDS).sort()).toEqual([11, 12, 13, 14]);
  });
});
