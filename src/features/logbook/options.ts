/** What the charts of the logbook draw, as their option objects. */
import { bpmText } from '@/core';
import { type TempoOfDay, type WeekOfPractice } from '@/core/record';
import { axisLook, tipLook, type ChartColours } from '@/ui/charts/look';
import { daysLater, timeAxis } from '@/ui/charts/dates';
import { tempoSeries, tenths, THEN } from '@/ui/charts/tempoSeries';

const GRID = { left: 46, right: 14, top: 34, bottom: 26 };
const HOLLOW_LINE = 1.5;

const goalLine = (points: readonly TempoOfDay[], goalBpm: number, colours: ChartColours) => ({
  type: 'line',
  name: 'goal',
  // Over the whole width, so that the axis reaches it too.
  data: [points[0]?.day, points.at(-1)?.day].map((day) => [day, goalBpm]),
  silent: true,
  symbol: 'none',
  lineStyle: { color: colours.accent, type: 'dashed', width: 1.5 },
  tooltip: { show: false },
  markPoint: {
    silent: true,
    symbol: 'rect',
    symbolSize: 0,
    data: [{ coord: [points[0]?.day, goalBpm] }],
    label: {
      formatter: `goal ${bpmText(goalBpm)}`,
      position: 'right',
      offset: [0, 9],
      color: colours.accent,
    },
  },
});

/** The clean tempo over days, with its interval and the goal. */
export const tempoOption = (
  points: readonly TempoOfDay[],
  goalBpm: number | null,
  colours: ChartColours,
) => ({
  grid: GRID,
  legend: { top: 0, right: 0, textStyle: { color: colours.ink }, data: ['clean tempo', THEN] },
  tooltip: { trigger: 'axis', ...tipLook(colours) },
  xAxis: { ...timeAxis, ...axisLook(colours) },
  yAxis: { type: 'value', scale: true, name: 'bpm', ...axisLook(colours) },
  series: [
    ...tempoSeries(points, colours),
    ...(goalBpm === null ? [] : [goalLine(points, goalBpm, colours)]),
  ],
});

/** Minutes, to a tenth. */
export const minutes = (seconds: number) => tenths(seconds / 60);

/** One part of the bars of a week chart. */
export interface WeekSeries {
  readonly name: string;
  readonly colour: keyof ChartColours;
  readonly of: (week: WeekOfPractice) => number;
  /** Drawn as an outline, so that it is told apart without colour. */
  readonly isHollow?: boolean;
}

export const RUNS: readonly WeekSeries[] = [
  { name: 'clean', colour: 'good', of: ({ clean }) => clean },
  { name: 'not clean', colour: 'bad', of: ({ runs, clean }) => runs - clean, isHollow: true },
];
export const LOAD: readonly WeekSeries[] = [
  { name: 'minutes under the hand', colour: 'accent', of: ({ seconds }) => minutes(seconds) },
];
export const EXPOSURE: readonly WeekSeries[] = [
  { name: 'outside', colour: 'outside', of: ({ exposure }) => exposure.outside },
  { name: 'inside', colour: 'inside', of: ({ exposure }) => exposure.inside, isHollow: true },
  { name: 'sweep', colour: 'sweep', of: ({ exposure }) => exposure.sweep },
];

/** A bar a week, of parts upon each other. */
export const weekOption = (
  weeks: readonly WeekOfPractice[],
  series: readonly WeekSeries[],
  unit: string,
  colours: ChartColours,
) => ({
  grid: GRID,
  tooltip: { trigger: 'axis', ...tipLook(colours) },
  legend: { top: 0, right: 0, textStyle: { color: colours.ink } },
  xAxis: {
    type: 'category',
    data: weeks.map(({ monday }) => daysLater(monday, 0).slice(0, -5)),
    ...axisLook(colours),
  },
  yAxis: { type: 'value', name: unit, ...axisLook(colours) },
  series: series.map(({ name, colour, of, isHollow }) => ({
    name,
    type: 'bar',
    stack: 'all',
    barMaxWidth: 34,
    data: weeks.map((week) => tenths(of(week))),
    itemStyle: {
      color: isHollow ? colours.card : colours[colour],
      borderColor: isHollow ? colours[colour] : colours.card,
      borderWidth: isHollow ? HOLLOW_LINE : 1,
    },
  })),
});
