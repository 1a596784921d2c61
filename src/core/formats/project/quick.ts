/**
 * A quick yes. Joi says what is wrong with a record and where; to find that nothing is, it takes 0.2 ms a run, and a file has
 * thousands. This reads the same schema once, builds plain comparisons of it, and says yes or “ask Joi”, never no.
 */
import type Joi from 'joi';

/** Whether a value is surely what a schema takes. */
export type Check = (value: unknown) => boolean;

interface Rule {
  readonly name: string;
  readonly args?: { readonly limit?: unknown; readonly regex?: unknown };
}

/** What of a schema is read here; the rest must be empty. */
interface Inside {
  readonly type: string;
  readonly _flags: Readonly<Record<string, unknown>>;
  readonly _rules: readonly Rule[];
  readonly _valids: { readonly _values: ReadonlySet<unknown>; readonly _refs: ReadonlySet<unknown> } | null;
  readonly _invalids: unknown;
  readonly _preferences: unknown;
  readonly $_terms: Readonly<Record<string, readonly unknown[] | null>>;
}

const KNOWN_FLAGS = new Set(['presence', 'only', 'unknown', '_arrayItems']);

/** Terms of a schema that ask nothing, and those that are read. */
const KNOWN_TERMS: Readonly<Record<string, readonly string[]>> = {
  any: [],
  string: [],
  number: [],
  boolean: [],
  object: ['keys', 'patterns'],
  array: ['items', '_inclusions', 'ordered'],
  alternatives: ['matches'],
};
const ASK_NOTHING = new Set(['metas', 'notes', 'tags']);

const isFilled = (term: readonly unknown[] | null) => term !== null && term.length > 0;

const HEX = /^[a-f0-9]+$/i;

/** What a rule asks; null: it is not known here. */
function ruleCheck({ name, args }: Rule, type: string): Check | null {
  const limit = args?.limit;
  if (name === 'items' && type === 'array') return () => true;
  if (name === 'integer') return (value) => Math.trunc(value as number) - (value as number) === 0;
  if (name === 'hex') return (value) => HEX.test(value as string);
  if (name === 'pattern' && args?.regex instanceof RegExp && !args.regex.global && !args.regex.sticky) {
    const { regex } = args;
    return (value) => regex.test(value as string);
  }
  if (typeof limit !== 'number') return null;
  const sizes: Readonly<Record<string, (value: unknown) => number>> = {
    number: (value) => value as number,
    string: (value) => (value as string).length,
    array: (value) => (value as unknown[]).length,
    object: (value) => Object.keys(value as object).length,
  };
  const size = sizes[type];
  if (!size) return null;
  if (name === 'min') return (value) => size(value) >= limit;
  if (name === 'max') return (value) => size(value) <= limit;
  if (type === 'number' && name === 'greater') return (value) => (value as number) > limit;
  if (type === 'number' && name === 'less') return (value) => (value as number) < limit;
  if (type !== 'number' && name === 'length') return (value) => size(value) === limit;
  return null;
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/** What the type itself asks, before the rules. */
const BASES: Readonly<Record<string, Check>> = {
  any: () => true,
  alternatives: () => true,
  boolean: (value) => typeof value === 'boolean',
  // Joi takes an empty text only where it is among the values that are allowed.
  string: (value) => typeof value === 'string' && value !== '',
  number: (value) => typeof value === 'number' && Math.abs(value) <= Number.MAX_SAFE_INTEGER,
  array: Array.isArray,
  object: isPlain,
};

/** The check of a part of a schema. */
const built = (part: unknown): Check | null => quickCheck(part as Joi.Schema);

function keysCheck({ $_terms, _flags }: Inside): Check | null {
  const keys = ($_terms.keys ?? []) as readonly { key: string; schema: Inside }[];
  const patterns = ($_terms.patterns ?? []) as readonly {
    regex?: RegExp;
    rule: unknown;
    exclusive?: boolean;
  }[];
  const fields = new Map<string, Check>();
  for (const { key, schema } of keys) {
    const check = built(schema);
    if (!check) return null;
    fields.set(key, check);
  }
  const required = keys.flatMap(({ key, schema }) => (schema._flags.presence === 'required' ? [key] : []));
  const named: { regex: RegExp; check: Check }[] = [];
  for (const { regex, rule } of patterns) {
    const check = built(rule);
    const isAsked = (rule as Inside)._flags.presence === 'required';
    if (!regex || regex.global || regex.sticky || !check || isAsked) return null;
    named.push({ regex, check });
  }
  // Without keys and patterns Joi lets everything in.
  const isOpen = _flags.unknown === true || ($_terms.keys === null && named.length === 0);
  return (value) => {
    const record = value as Record<string, unknown>;
    for (const key in record) {
      const [one, check] = [record[key], fields.get(key)];
      if (check) {
        if (one !== undefined && !check(one)) return false;
        continue;
      }
      const fits = named.filter(({ regex }) => regex.test(key));
      if (fits.length === 0 ? !isOpen : fits.some((fit) => one !== undefined && !fit.check(one)))
        return false;
    }
    return required.every((key) => record[key] !== undefined);
  };
}

/** A list of so many things, each of its own shape. */
function orderedCheck(ordered: readonly unknown[]): Check | null {
  const checks = ordered.map(built);
  if (checks.includes(null)) return null;
  const isRequired = ordered.map((one) => (one as Inside)._flags.presence === 'required');
  return (value) => {
    const list = value as readonly unknown[];
    return (
      list.length <= checks.length &&
      checks.every((check, at) => (at < list.length ? check!(list[at]) : !isRequired[at]))
    );
  };
}

function partsCheck(schema: Inside): Check | null {
  if (schema.type === 'object') return keysCheck(schema);
  if (schema.type === 'array' && isFilled(schema.$_terms.ordered ?? null))
    return isFilled(schema.$_terms.items ?? null) ? null : orderedCheck(schema.$_terms.ordered!);
  if (schema.type === 'array') {
    const items = (schema.$_terms.items ?? []).map(built);
    if (items.includes(null)) return null;
    const checks = items as Check[];
    return (value) =>
      (value as unknown[]).every(
        (one) => one !== undefined && (checks.length === 0 || checks.some((check) => check(one))),
      );
  }
  if (schema.type === 'alternatives') {
    const ways = (schema.$_terms.matches ?? []) as readonly { schema?: unknown }[];
    const checks = ways.map((way) =>
      way.schema && Object.keys(way).length === 1 ? built(way.schema) : null,
    );
    if (checks.length === 0 || checks.includes(null)) return null;
    return (value) => (checks as Check[]).some((check) => check(value));
  }
  return () => true;
}

/**
 * A quick check of what a Joi schema takes, without conversion.
 * @returns true only where Joi finds nothing; false where it does, or might. Null: the schema asks for something that is not known here.
 */
export function quickCheck(schema: Joi.Schema): Check | null {
  const inside = schema as unknown as Inside;
  const { type, _flags, _rules, _valids, _invalids, _preferences, $_terms } = inside;
  const base = BASES[type];
  const isKnown =
    base &&
    Object.keys(_flags).every((flag) => KNOWN_FLAGS.has(flag)) &&
    ['required', 'optional', undefined].includes(_flags.presence as string | undefined) &&
    Object.entries($_terms).every(
      ([name, term]) => ASK_NOTHING.has(name) || KNOWN_TERMS[type]!.includes(name) || !isFilled(term),
    ) &&
    _invalids === null &&
    _preferences === null &&
    (_valids === null || _valids._refs.size === 0);
  if (!isKnown) return null;
  const rules = _rules.map((rule) => ruleCheck(rule, type));
  const parts = partsCheck(inside);
  if (!parts || rules.includes(null)) return null;
  const checks = rules as Check[];
  const values = _valids?._values;
  const isOnly = _flags.only === true;
  return (value) => {
    if (values?.has(value)) return true;
    if (isOnly || value === undefined || !base(value)) return false;
    for (const check of checks) if (!check(value)) return false;
    return parts(value);
  };
}
