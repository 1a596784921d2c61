/** Where the pad of strings and frets lies: along the foot of a phone that stands, beside the lane where it lies. */
const LOW_REM = 30;
const PIXELS_A_REM = 16;
export const PAD_LIES = `(max-height: ${LOW_REM}rem)`;
export const PAD_WIDTH = 'min(20rem, 50vw)';
/** Of six strings, a little more than it takes. */
export const PAD_HEIGHT = '22.5rem';

/** The lane takes at most this part of the window before it scrolls inside: alone, over the pad, beside it. */
const LANE_SHARE = 0.53;
const LANE_SHARE_OVER_PAD = 0.38;
const LANE_SHARE_BESIDE_PAD = 0.8;

/** How high the lane may be in a window, in pixels. */
export function laneHeight(windowHeight: number, hasPad: boolean): number {
  const isLow = windowHeight <= LOW_REM * PIXELS_A_REM;
  const share = !hasPad ? LANE_SHARE : isLow ? LANE_SHARE_BESIDE_PAD : LANE_SHARE_OVER_PAD;
  return windowHeight * share;
}
