/** The picking hand that an exercise is meant for. Named, never judged: the schools differ. */
import { group, number, oneOf, orNull, type ValueOf } from './field';

export const MOTIONS = ['wrist', 'forearm turn', 'arm'] as const;
/** How much of the pick is held: deep leaves little of the tip free. */
export const GRIP_DEPTHS = ['deep', 'middle', 'shallow'] as const;
export const PICK_PARTS = ['point', 'side'] as const;

/** The most by which an edge may lead, in degrees: then the pick stands across the string. */
export const MAX_EDGE_ANGLE = 90;

/** Each part may be left open. */
export const HAND = group({
  motion: orNull(oneOf(MOTIONS)),
  /** Between the pick's flat side and the string, seen from the front: 0 is flat on. It is not the slant. */
  edgeAngleDegrees: orNull(number(0, MAX_EDGE_ANGLE)),
  gripDepth: orNull(oneOf(GRIP_DEPTHS)),
  pickPart: orNull(oneOf(PICK_PARTS)),
});
/** How a picking hand is set up. */
export type PickingHand = ValueOf<typeof HAND>;

/** A picking hand of which nothing is said. */
export const OPEN_HAND: PickingHand = {
  motion: null,
  edgeAngleDegrees: null,
  gripDepth: null,
  pickPart: null,
};

/** The hand of an exercise as a player takes it: what it leaves open is as the player is set up. */
export function handFor(hand: PickingHand, usual: PickingHand): PickingHand {
  return {
    motion: hand.motion ?? usual.motion,
    edgeAngleDegrees: hand.edgeAngleDegrees ?? usual.edgeAngleDegrees,
    gripDepth: hand.gripDepth ?? usual.gripDepth,
    pickPart: hand.pickPart ?? usual.pickPart,
  };
}

const GRIP_WORDS = {
  deep: 'deep grip (little of the tip shows)',
  middle: 'middle grip',
  shallow: 'shallow grip (much of the tip shows)',
} as const;

/** "wrist, edge at 30°, deep grip (little of the tip shows), with its point"; empty where nothing is named. */
export function handText({ motion, edgeAngleDegrees, gripDepth, pickPart }: PickingHand): string {
  return [
    motion === null ? '' : motion === 'arm' ? 'from the whole arm' : motion,
    edgeAngleDegrees === null
      ? ''
      : edgeAngleDegrees === 0
        ? 'pick flat on the string'
        : `pick edge at ${edgeAngleDegrees}° to the string`,
    gripDepth === null ? '' : GRIP_WORDS[gripDepth],
    pickPart === null ? '' : `with its ${pickPart}`,
  ]
    .filter((part) => part !== '')
    .join(', ');
}
