/** A run as it is kept: what was played, at what tempo, and how it was judged. */
import { MAX_STRINGS } from '../instrument/instrument';
import { MAX_SLOTS_PER_BEAT } from '../time/slots';
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
  type ValueOf,
} from './field';
import { DAY } from './day';
import { DENSITY_PARTS, STEP_SOUNDS, type DensityPart } from './ladder';
import { BPM } from './tempo';

/** How a run was judged. */
export const VERDICTS = ['clean', 'not clean', 'stopped'] as const;
/** How a run was judged. */
export type Verdict = (typeof VERDICTS)[number];

/**
 * Who judged a run: the ear alone; the player who confirmed or overruled what was heard by measure; or the measure, since the player let it.
 */
export const JUDGES = ['ear', 'confirmed', 'overruled', 'measured'] as const;
/** Who judged a run. */
export type JudgedBy = (typeof JUDGES)[number];

/** Why a run was not clean. */
export const REASONS = ['early', 'late', 'uneven', 'ringing', 'silent', 'noise', 'wrong', 'tight'] as const;
/** Why a run was not clean. */
export type Reason = (typeof REASONS)[number];

/** The kinds of change, as records name them. */
export const CHANGE_KINDS = ['alternate', 'repeat', 'outside', 'inside', 'sweep', 'backtrack'] as const;

const noteId = kind<string>((joi) => joi.string().max(40).required());
const string = whole(1, MAX_STRINGS);
const count = whole(0, 100_000_000);
/** The most passes of one run. */
export const MAX_RUN_PASSES = 10_000;
const pass = whole(1, MAX_RUN_PASSES);
/** More often a run is not put right. */
const MAX_CORRECTIONS = 1000;

/** The string change at which it fell apart. Notes are named by their ids in the passage of the run. */
const PLACE = group({
  fromNote: noteId,
  toNote: noteId,
  kind: oneOf(CHANGE_KINDS),
  stringFrom: string,
  stringTo: string,
});
/** The string change at which a run fell apart. */
export type RunPlace = ValueOf<typeof PLACE>;

/** Changes of each kind in some passes, seams only between passes. */
const COUNTS = group({ outside: count, inside: count, sweep: count, backtrack: count });
/** Changes of each kind. */
export type KindCounts = ValueOf<typeof COUNTS>;

/** Less than the whole exercise, as a density ladder has it played. */
export type RunPart = Exclude<DensityPart, 'whole'>;

const isPart = (part: DensityPart): part is RunPart => part !== 'whole';

/** Whose practice a record is of, of what, and when. */
export const PRACTISED_FIELDS = {
  playerId: id,
  exerciseId: id,
  /** The sitting it belongs to; null for a run that was logged by hand. */
  sessionId: orNull(id),
  /** When it was judged or said, ISO 8601 with the local offset. */
  at: kind<string>((joi) => joi.string().max(40).required()),
  day: DAY,
  bpm: BPM,
  /** Slots a beat. */
  subdivision: whole(1, MAX_SLOTS_PER_BEAT),
} as const;

/** The name of a passage by its content. */
export const PASSAGE_HASH = kind<string>((joi) => joi.string().hex().length(64).required());

/** What is known of a run when it is judged. Never changed: a correction is a new run that names the old one. */
export const RUN_FIELDS = {
  ...PRACTISED_FIELDS,
  passageHash: PASSAGE_HASH,
  /** Null: the whole. Runs of a part say nothing of the clean tempo of the whole. */
  part: orNull(oneOf(DENSITY_PARTS.filter(isPart))),
  passes: pass,
  verdict: oneOf(VERDICTS),
  /** The pass, from 1, in which it was stopped; null where it was not, or where that is not known. */
  stoppedIn: orNull(pass),
  reason: orNull(oneOf(REASONS)),
  place: orNull(PLACE),
  /** Time under the hand, without count-in and rest. */
  seconds: number(0, 100_000),
  strokes: count,
  exposure: COUNTS,
  /** Stretches in it that are wider than the player's limit. */
  wideStretches: count,
  sound: orNull(oneOf(STEP_SOUNDS)),
  /** What was asked at a look at the hands, and seen. */
  seen: text(),
  byHand: yesOrNo,
  judgedBy: field(oneOf(JUDGES), { since: 19, was: 'ear', called: 'judged by' }),
  /** The run that this one puts right, the first of its chain; null for a new one. Of before version 18: the one that it follows. */
  corrects: orNull(id),
  /** The corrections of that run that this one replaces. */
  replaces: field(listOf(id, MAX_CORRECTIONS), { since: 18, was: [] }),
} as const;

/** What is known of a run. */
export type Run = Said<typeof RUN_FIELDS>;
