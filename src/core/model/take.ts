/** A take as it is kept: what a recording said against the plan. The recording itself is no part of it. */
import {
  field,
  group,
  id,
  kind,
  listOf,
  number,
  oneOf,
  orNull,
  text,
  whole,
  yesOrNo,
  type Said,
} from './field';
import { CHANGE_KINDS, MAX_RUN_PASSES, PASSAGE_HASH, PRACTISED_FIELDS } from './run';

/** What a take was heard from. */
export const TAKE_SOURCES = ['microphone', 'file', 'simulated player'] as const;
/** What a take was heard from. */
export type TakeSource = (typeof TAKE_SOURCES)[number];

/** Why a take is not judged. */
export const NOT_JUDGED = [
  'silence',
  'nothing of it was heard',
  'too much beside the notes',
  'another exercise',
  'too uneven to tell',
] as const;
/** Why a take is not judged. */
export type NotJudged = (typeof NOT_JUDGED)[number];

/** What else notes are sorted by, beside the kind of change. */
export const GROUPINGS = ['stroke', 'pair', 'skip', 'place', 'finger'] as const;
/** What else notes are sorted by. */
export type Grouping = (typeof GROUPINGS)[number];

/** How a note was played. */
const NOTE_STATES = ['played', 'bunched', 'missing', 'wrong'] as const;
/** What speaks against a clean run. */
export const TAKE_FAULTS = ['missing', 'wrong', 'extra', 'uneven'] as const;
/** What speaks against a clean run. */
export type TakeFault = (typeof TAKE_FAULTS)[number];

/** Longer takes are told to be cut. */
export const MAX_TAKE_NOTES = 20_000;
/** Recordings that go with one record take no more room than this, in bytes. */
export const MOST_RECORDINGS_BYTES = 200_000_000;
const MAX_GROUPS = 100;
/** Milliseconds: nobody is an hour late. */
const LATE = number(-3_600_000, 3_600_000);
const SPREAD = number(0, 100_000);
const count = whole(0, 1_000_000);
/** A note of the passage in a pass: `NOTE@PASS`. */
const plannedNote = kind<string>((joi) => joi.string().max(60).required());

/** How much later some notes come than what they are held against, with the 95 % interval; and the chance of it. */
const LATENESS = { n: count, meanMs: LATE, low: LATE, high: LATE, p: number(0, 1) } as const;

const TAKEN_NOTE = group({ id: plannedNote, lateMs: orNull(LATE), state: oneOf(NOTE_STATES) });

/** What a take said. Never changed. */
export const TAKE_FIELDS = {
  ...PRACTISED_FIELDS,
  passageHash: PASSAGE_HASH,
  passes: whole(1, MAX_RUN_PASSES),
  source: oneOf(TAKE_SOURCES),
  /** Null: it is judged. */
  notJudged: orNull(oneOf(NOT_JUDGED)),
  notes: listOf(TAKEN_NOTE, MAX_TAKE_NOTES),
  extras: count,
  /** Times that the player broke off. */
  breaks: count,
  kinds: listOf(group({ change: oneOf(CHANGE_KINDS), ...LATENESS }), CHANGE_KINDS.length),
  groups: listOf(group({ by: oneOf(GROUPINGS), group: text(100), ...LATENESS }), MAX_GROUPS),
  spreadMs: orNull(group({ all: SPREAD, down: orNull(SPREAD), up: orNull(SPREAD) })),
  /** Parts that it was slower than the plan; below 0: faster. */
  slower: number(-1, 10),
  driven: yesOrNo,
  /** Milliseconds behind its clicks; null: none was heard in it, and the delay of the sound was not known. */
  behindClicksMs: orNull(LATE),
  /** Notes that rang on into the next, and of how many it could be told; null: of none, or by what heard it before this was told. */
  ringing: field(orNull(group({ told: count, on: count })), {
    since: 20,
    was: null,
    called: 'strings that ring on',
  }),
  /** What the rule of a clean run says; null: it is not judged. */
  verdict: orNull(
    group({ clean: yesOrNo, noteId: orNull(plannedNote), because: orNull(oneOf(TAKE_FAULTS)) }),
  ),
  /** The run that it was a part of; null: none. */
  runId: orNull(id),
} as const;

/** What a take said. */
export type Take = Said<typeof TAKE_FIELDS>;
