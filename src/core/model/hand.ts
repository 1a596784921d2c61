/** The picking hand that an exercise is meant for. Named, never judged: the schools differ. */
import { AFTER_SWEPT, DAMPERS } from '../passage/dampers';
import type { Passage } from '../passage/passage';
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

const MOTION_WORDS = {
  wrist: 'wrist',
  'forearm turn': 'forearm turn',
  elbow: 'from the elbow',
  fingers: 'thumb and fingers',
  arm: 'from the whole arm',
} as const;
const SUPPORT_WORDS = {
  floating: 'hand floating',
  bridge: 'hand on the bridge',
  pickguard: 'hand on the pickguard',
  strings: 'hand on the strings',
} as const;
const GRIP_WORDS = {
  side: 'pick between the thumb and the side of the first finger',
  tip: 'pick between the tips of thumb and first finger',
} as const;
const DEPTH_WORDS = {
  deep: 'deep grip (little of the tip shows)',
  middle: 'middle grip',
  shallow: 'shallow grip (much of the tip shows)',
} as const;
const SLANT_WORDS = {
  upward: 'at rest an upward slant',
  downward: 'at rest a downward slant',
  none: 'at rest no slant',
} as const;

const DAMPER_WORDS = {
  'edge of the palm': 'damped by the edge of the palm',
  'picking thumb': 'damped by the picking thumb',
  'underside of the first finger': 'damped by the underside of the first finger where it reaches',
} as const;
const AFTER_SWEPT_WORDS = {
  flattened: 'fingers flattened after a swept note',
  lifted: 'fingers lifted as soon as a swept note has sounded',
} as const;

const pickText = ({ pickThicknessMm, pickShape }: PickingHand) =>
  [
    ...(pickThicknessMm === null ? [] : [`${pickThicknessMm} mm`]),
    ...(pickShape === null || pickShape === '' ? [] : [pickShape]),
  ].join(', ');

/** "hand floating; wrist; pick: 1.5 mm, rounded; pick edge at 30° to the string"; empty where nothing is named. */
export function handText(hand: PickingHand): string {
  const { motion, edgeAngleDegrees, gripDepth, pickPart, support, grip, slantAtRest, damper, afterSwept } =
    hand;
  const pick = pickText(hand);
  return [
    support === null ? '' : SUPPORT_WORDS[support],
    motion === null ? '' : MOTION_WORDS[motion],
    pick === '' ? '' : `pick: ${pick}`,
    grip === null ? '' : GRIP_WORDS[grip],
    edgeAngleDegrees === null
      ? ''
      : edgeAngleDegrees === 0
        ? 'pick flat on the string'
        : `pick edge at ${edgeAngleDegrees}° to the string`,
    gripDepth === null ? '' : DEPTH_WORDS[gripDepth],
    pickPart === null ? '' : `with its ${pickPart}`,
    slantAtRest === null ? '' : SLANT_WORDS[slantAtRest],
    damper === null ? '' : DAMPER_WORDS[damper],
    afterSwept === null ? '' : AFTER_SWEPT_WORDS[afterSwept],
  ]
    .filter((part) => part !== '')
    .join('; ');
}

/** What notes say of their damper, for paper: "notes 3, 5 damped by the picking thumb"; empty where none says anything. */
export function noteDampersText({ notes }: Pick<Passage, 'notes'>): string {
  return DAMPERS.flatMap((damper) => {
    const at = notes.flatMap((note, index) => (note.damper === damper ? [index + 1] : []));
    return at.length === 0
      ? []
      : [`${at.length === 1 ? 'note' : 'notes'} ${at.join(', ')} ${DAMPER_WORDS[damper]}`];
  }).join('; ');
}
