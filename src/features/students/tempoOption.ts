/** Small charts of the clean tempo, all on one scale: notes a second, whatever the beat is divided into. */
import type { TempoOfDay } from '@/core/record';
import { axisLook, type ChartColours } from '@/ui/charts/look';
import { timeAxis } from '@/ui/charts/dates';
import { tempoSeries } from '@/ui/charts/tempoSeries';

/** What all the small charts have in common: the days and the speeds that they reach over. */
export interface Scale {
  readonly from: string;
  readonly to: string;
  readonly low: number;
  readonly high: number;
}

/** A small chart: points in notes a second, and the goal in the same. */
export interface SmallTempo {
  readonly points: readonly TempoOfDay[];
  readonly goal: number | null;
}

/** Points told in notes a second instead of notes a minute. */
export function inSeconds(points: readonly TempoOfDay[]): TempoOfDay[] {
  const part = <T extends { bpm: number; low: number; high: number }>(one: T): T => ({
    ...one,
    bpm: one.bpm / 60,
    low: one.low / 60,
    high: one.high / 60,
  });
  return points.map((point) => ({ ...part(point), since: point.since && part(point.since) }));
}

/** The scale that all of some charts fit on; null where there are no points. */
export function scaleOf(charts: readonly SmallTempo[]): Scale | null {
  const points = charts.flatMap((chart) => chart.points);
  if (points.length === 0) return null;
  const days = points.map(({ day }) => day).sort();
  const values = [
    ...points.flatMap(({ low, high, since }) => [low, high, ...(since ? [since.low, since.high] : [])]),
    ...charts.flatMap(({ goal }) => goal ?? []),
  ];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return { from: days[0]!, to: days.at(-1)!, low: Math.floor(low), high: Math.ceil(high) };
}

/** What a small chart draws. */
export function smallOption({ points, goal }: SmallTempo, scale: Scale, colours: ChartColours) {
  return {
    grid: { left: 26, right: 8, top: 8, bottom: 20 },
    xAxis: { ...timeAxis, ...axisLook(colours), min: scale.from, max: scale.to, splitNumber: 2 },
    yAxis: { type: 'value', min: scale.low, max: scale.high, splitNumber: 2, ...axisLook(colours) },
    series: [
      ...tempoSeries(points, colours),
      ...(goal === null
        ? []
        : [
            {
              type: 'line',
              name: 'goal',
              data: [scale.from, scale.to].map((day) => [day, goal]),
              silent: true,
              symbol: 'none',
              lineStyle: { color: colours.accent, type: 'dashed', width: 1.5 },
            },
          ]),
    ],
  };
}
