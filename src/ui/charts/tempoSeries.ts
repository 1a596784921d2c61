/** The clean tempo over time as lines of a chart: the 90 % interval as a band, the tempo in it, and what could be told at the time. */
import type { TempoOfDay } from '@/core/record';
import type { ChartColours } from './look';

/** To a tenth, as figures in charts and tables are given. */
export const tenths = (value: number): number => Number(value.toFixed(1));

const BAND_OPACITY = 0.16;

/** What the dots are. */
export const THEN = 'as told that day';

/** Days with the clean tempo as it is known now: by all that came before and after, where that is reckoned. */
export const knownNow = (points: readonly TempoOfDay[]) =>
  points.map(({ day, since, bpm, low, high }) => ({ day, ...(since ?? { bpm, low, high }) }));

/** The lower edge and the band upon it, which are not named, the clean tempo, and dots for what could be told on that day. */
export function tempoSeries(points: readonly TempoOfDay[], colours: ChartColours): object[] {
  const now = knownNow(points);
  const edges = [
    { data: now.map(({ day, low }) => [day, tenths(low)]), opacity: 0 },
    {
      data: now.map(({ day, low, high }) => [day, tenths(tenths(high) - tenths(low))]),
      opacity: BAND_OPACITY,
    },
  ];
  const then = points.filter(({ since }) => since !== null);
  return [
    ...edges.map(({ data, opacity }) => ({
      type: 'line',
      data,
      stack: 'band',
      symbol: 'none',
      silent: true,
      lineStyle: { opacity: 0 },
      areaStyle: { color: colours.good, opacity },
      tooltip: { show: false },
    })),
    {
      name: 'clean tempo',
      type: 'line',
      data: now.map(({ day, bpm }) => [day, tenths(bpm)]),
      symbolSize: 5,
      showSymbol: then.length === 0,
      lineStyle: { color: colours.good, width: 2 },
      itemStyle: { color: colours.good },
    },
    ...(then.length === 0
      ? []
      : [
          {
            name: THEN,
            // Points alone: another kind of chart would have to be loaded for them.
            type: 'line',
            lineStyle: { width: 0 },
            symbol: 'circle',
            data: then.map(({ day, bpm }) => [day, tenths(bpm)]),
            symbolSize: 6,
            itemStyle: { color: colours.card, borderColor: colours.good, borderWidth: 1.5 },
          },
        ]),
  ];
}
