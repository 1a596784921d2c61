/** What all charts have in common to look at. */
import type { THEMES } from '../theme/tokens';

/** The colours of the theme that is shown. */
export type ChartColours = (typeof THEMES)['dark'];

/** The look that axes share. */
export function axisLook(colours: ChartColours) {
  return {
    axisLabel: { color: colours.inkSoft, fontSize: 12, hideOverlap: true },
    axisLine: { show: true, lineStyle: { color: colours.string } },
    axisTick: { lineStyle: { color: colours.string } },
    splitLine: { lineStyle: { color: colours.line, width: 1 } },
    nameTextStyle: { color: colours.inkSoft, fontSize: 12 },
  };
}

/** The look of what is said at the pointer. */
export function tipLook(colours: ChartColours) {
  return {
    backgroundColor: colours.card,
    borderColor: colours.line,
    textStyle: { color: colours.ink, fontSize: 13 },
    confine: true,
  };
}
