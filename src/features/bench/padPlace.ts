/** Where the pad of strings and frets lies: along the foot of a phone that stands, beside the lane where it lies. */
export const PAD_LIES = '(max-height: 30rem)';
export const PAD_WIDTH = 'min(20rem, 50vw)';
/** Of six strings, a little more than it takes. */
export const PAD_HEIGHT = '22.5rem';
