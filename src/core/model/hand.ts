/** The picking hand that an exercise is meant for. Named, never judged: the schools differ. */
import { AFTER_SWEPT, DAMPERS } from '../passage/dampers';
import { field, group, number, oneOf, orNull, text, type Kind, type ValueOf } from './field';

export const MOTIONS = ['wrist', 'forearm turn', 'elbow', 'fingers', 'arm'] as const;
/** Where the hand lies while it plays, or that it lies nowhere. */
export const SUPPORTS = ['floating', 'bridge', 'pickguard', 'strings'] as const;
/** What of the first finger is against the thumb. */
export const GRIPS = ['side', 'tip'] as const;
/** How much of the pick is held: deep leaves little of the tip free. */
export const GRIP_DEPTHS = ['deep', 'middle', 'shallow'] as const;
export const PICK_PARTS = ['point', 'side'] as const;
/** The slant of the pick before anything asks for another. */
export const SLANTS_AT_REST = ['upward', 'downward', 'none'] as const;

/** The most by which an edge may lead, in degrees: then the pick stands across the string. */
export const MAX_EDGE_ANGLE = 90;
/** The thinnest pick, in mm. */
export const MIN_PICK_MM = 0.1;
/** The thickest pick, in mm. */
export const MAX_PICK_MM = 6;
/** The longest word for a pick's shape. */
export const MAX_PICK_SHAPE = 80;

/** What was added to hands after they were first kept: nothing was said of it. */
const later = <Value>(kind: Kind<Value>) => field(orNull(kind), { since: 11, was: null });

const newer = <Value>(kind: Kind<Value>) => field(orNull(kind), { since: 12, was: null });

/** Each part may be left open. */
export const HAND = group({
  motion: orNull(oneOf(MOTIONS)),
  /** Between the pick's flat side and the string, seen from the front: 0 is flat on. It is not the slant. */
  edgeAngleDegrees: orNull(number(0, MAX_EDGE_ANGLE)),
  gripDepth: orNull(oneOf(GRIP_DEPTHS)),
  pickPart: orNull(oneOf(PICK_PARTS)),
  support: later(oneOf(SUPPORTS)),
  grip: later(oneOf(GRIPS)),
  slantAtRest: later(oneOf(SLANTS_AT_REST)),
  pickThicknessMm: later(number(MIN_PICK_MM, MAX_PICK_MM)),
  /** In the player's words. */
  pickShape: later(text(MAX_PICK_SHAPE)),
  /** Left open: the edge of the palm. */
  damper: newer(oneOf(DAMPERS)),
  /** Left open: flattened. */
  afterSwept: newer(oneOf(AFTER_SWEPT)),
});
/** How a picking hand is set up. */
export type PickingHand = ValueOf<typeof HAND>;

/** A picking hand of which nothing is said. */
export const OPEN_HAND: PickingHand = {
  motion: null,
  edgeAngleDegrees: null,
  gripDepth: null,
  pickPart: null,
  support: null,
  grip: null,
  slantAtRest: null,
  pickThicknessMm: null,
  pickShape: null,
  damper: null,
  afterSwept: null,
};

/** The hand of an exercise as a player takes it: what it leaves open is as the player is set up. */
export const handFor = (hand: PickingHand, usual: PickingHand): PickingHand => ({
  ...usual,
  ...Object.fromEntries(Object.entries(hand).filter(([, part]) => part !== null)),
});
