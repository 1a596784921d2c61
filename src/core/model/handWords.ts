/** How a picking hand is said: where it lies, how it holds the pick, what damps. Apart from what it is, which every page loads. */
import { DAMPERS } from '../passage/dampers';
import type { Passage } from '../passage/passage';
import type { PickingHand } from './hand';

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
