/**
 * What a record says, written once, field by field: the type, the shape that a file is held to, what a new record has, what an older
 * record is given, and the field's name in words. Types, schemas, migrations and first values are all derived from it.
 */
import type { Root, Schema } from 'joi';

/** Shapes of values that are described elsewhere, because they need more than the model. */
export type Elsewhere = Readonly<Record<'policy' | 'question' | 'recipe' | 'brief', Schema>>;

/** Values of one kind. */
export interface Kind<Value> {
  /** Joi comes late: it is given by whoever checks. */
  readonly shape: (joi: Root, elsewhere: Elsewhere) => Schema;
  /** For the compiler alone. */
  readonly value?: Value;
  /** Of a group, or of each in a list of groups: what it is made of. */
  readonly fields?: Fields;
}

/** What is said of a field besides its kind. */
export interface Saying<Value> {
  /** What a new record has. Absent where each says its own. */
  readonly first?: Value;
  /** The version of records that brought it. */
  readonly since?: number;
  /** What records of before `since` are given: written out, so that it never follows what is first today. */
  readonly was?: Value;
  /** How values of before a version are read today; a value of that version or later it gives back as it is. */
  readonly recast?: { readonly since: number; readonly older: (value: unknown) => unknown };
  /** Its name in words, where that is not its name in code. */
  readonly called?: string;
}

/** A field of a record. */
export type Field<Value> = Kind<Value> & Saying<Value>;
/** All fields of a record, by name. */
export type Fields = Readonly<Record<string, Field<unknown>>>;

/** The type of a kind. */
export type ValueOf<Kept> = Kept extends Kind<infer Value> ? Value : never;

/** What a record of these fields says. */
export type Said<Described> = { readonly [Name in keyof Described]: ValueOf<Described[Name]> };

/** What a new record of these fields has. */
export type First<Described> = {
  readonly [
    Name in keyof Described as Described[Name] extends { readonly first: unknown } ? Name : never
  ]: ValueOf<Described[Name]>;
};

/** A field: its kind, and what else is said of it. */
export const field = <Value, const Told extends Saying<NoInfer<Value>>>(
  kind: Kind<Value>,
  said: Told,
): Kind<Value> & Told => ({ ...kind, ...said });

/** A kind of its own: a type, and its shape. */
export const kind = <Value>(shape: Kind<Value>['shape']): Kind<Value> => ({ shape });

/** The longest text of a field in the teacher's words. */
export const MAX_TEXT = 20_000;

/** Any text up to a length, also none. */
export const text = (max = MAX_TEXT): Kind<string> => ({
  shape: (joi) => joi.string().allow('').max(max).required(),
});

/** A name that a machine gave. */
export const id: Kind<string> = { shape: (joi) => joi.string().max(80).required() };

/** One of some names. */
export const oneOf = <const Names extends readonly string[]>(names: Names): Kind<Names[number]> => ({
  shape: (joi) =>
    joi
      .string()
      .valid(...names)
      .required(),
});

/** A number between two, both included. */
export const number = (min: number, max: number): Kind<number> => ({
  shape: (joi) => joi.number().min(min).max(max).required(),
});

/** A whole number between two, both included. */
export const whole = (min: number, max: number): Kind<number> => ({
  shape: (joi) => joi.number().integer().min(min).max(max).required(),
});

/** Yes or no. */
export const yesOrNo: Kind<boolean> = { shape: (joi) => joi.boolean().required() };

/** A value, or null. */
export const orNull = <Value>(kind: Kind<Value>): Kind<Value | null> => ({
  shape: (joi, elsewhere) =>
    joi.alternatives(kind.shape(joi, elsewhere).optional(), joi.valid(null)).required(),
  ...(kind.fields ? { fields: kind.fields } : {}),
});

/** So many values of one kind. */
export const listOf = <Value>(kind: Kind<Value>, max: number, min = 0): Kind<readonly Value[]> => ({
  shape: (joi, elsewhere) => {
    const list = joi.array().items(kind.shape(joi, elsewhere).optional());
    return (min > 0 ? list.min(min) : list).max(max).required();
  },
  ...(kind.fields ? { fields: kind.fields } : {}),
});

/** Two values of one kind. */
export const pairOf = <Value>(kind: Kind<Value>): Kind<readonly [Value, Value]> => ({
  shape: (joi, elsewhere) => joi.array().items(kind.shape(joi, elsewhere).optional()).length(2).required(),
});

/** A value of several fields. */
export const group = <const Described extends Fields>(fields: Described): Kind<Said<Described>> => ({
  shape: (joi, elsewhere) => joi.object(shapesOf(fields, joi, elsewhere)).required(),
  fields,
});

/** A value whose shape stands elsewhere. */
export const elsewhere = <Value>(name: keyof Elsewhere): Kind<Value> => ({
  shape: (_, shapes) => shapes[name].required(),
});

/** The shapes of all fields. */
export const shapesOf = <Described extends Fields>(
  fields: Described,
  joi: Root,
  elsewhere: Elsewhere,
): Record<keyof Described, Schema> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, { shape }]) => [name, shape(joi, elsewhere)]),
  ) as Record<keyof Described, Schema>;

/** What a new record has of its fields. */
export const firstOf = <Described extends Fields>(fields: Described): First<Described> =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, { first }]) => (first === undefined ? [] : [[name, first]])),
  ) as First<Described>;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/**
 * Some fields of a record, with what the groups among them, and those in lists, lack because they were kept before that was there. What is no record is given
 * back as it is, for the schema to judge.
 */
export function filledWithin(fields: Fields, some: unknown): unknown {
  if (!isRecord(some)) return some;
  return Object.fromEntries(
    Object.entries(some).map(([name, value]) => {
      const { fields: inner, recast } = Object.hasOwn(fields, name) ? fields[name]! : {};
      const fill = (one: unknown) => (inner ? filled(inner, one) : one);
      const whole = inner && Array.isArray(value) ? value.map(fill) : fill(value);
      return [name, recast ? recast.older(whole) : whole];
    }),
  );
}

/** A whole record with what it lacks because it was kept before that was there; also in groups. */
export function filled(fields: Fields, record: unknown): unknown {
  const within = filledWithin(fields, record);
  if (!isRecord(within)) return within;
  const lacking = Object.entries(fields).filter(
    ([name, { since }]) => since !== undefined && within[name] === undefined,
  );
  return { ...within, ...Object.fromEntries(lacking.map(([name, { was }]) => [name, was])) };
}

/** The versions of records that brought fields, or another reading of them. */
export const versionsOf = (fields: Fields): number[] =>
  Object.values(fields).flatMap(({ since, recast, fields: inner }) => [
    ...[since, recast?.since].filter((version) => version !== undefined),
    ...(inner ? versionsOf(inner) : []),
  ]);
