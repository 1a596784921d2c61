/** The clean tempo over time as lines of a chart: the 90 % interval as a band, the tempo in it. */
import type { TempoOfDay } from '@/core/record';
import type { ChartColours } from './look';

/** To a tenth, as figures in charts and tables are given. */
export const tenths = (value: number): number => Number(value.toFixed(1));

const BAND_OPACITY = 0.16;

/** Three lines: the lower edge and the band upon it, which are not named, and the clean tempo. */
export function tempoSeries(points: readonly TempoOfDay[], colours: ChartColours): object[] {
  const edges = [
    { data: points.map(({ day, low }) => [day, tenths(low)]), opacity: 0 },
    {
      data: points.map(({ day, low, high }) => [day, tenths(tenths(high) - tenths(low))]),
      opacity: BAND_OPACITY,
    },
  ];
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
      data: points.map(({ day, bpm }) => [day, tenths(bpm)]),
      symbolSize: 5,
      lineStyle: { color: colours.good, width: 2 },
      itemStyle: { color: colours.good },
    },
  ];
}
