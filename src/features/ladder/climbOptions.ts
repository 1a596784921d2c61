/** What the picture of a climb draws, as option objects of the chart. */
import type { LadderStep } from '@/core';
import type { TempoOfDay } from '@/core/record';
import { daysLater, timeAxis } from '@/ui/charts/dates';
import { axisLook, tipLook, type ChartColours } from '@/ui/charts/look';
import { tempoSeries, tenths } from '@/ui/charts/tempoSeries';

/** Every run clean and no session missed: nothing is faster. */
export const FEWEST = 'fewest sessions possible';

const DAYS_A_WEEK = 7;

/**
 * Days and tempos of a climb from a step on, begun today.
 * @param sessions the session of each step, from 0.
 */
export const climbAhead = (
  steps: readonly LadderStep[],
  sessions: readonly number[],
  begin: number,
  today: string,
  sessionsAWeek: number,
): (readonly [day: string, bpm: number])[] =>
  steps.slice(begin).map((step, at) => {
    const session = sessions[begin + at]! - sessions[begin]!;
    const days = Math.round((session * DAYS_A_WEEK) / Math.max(1, sessionsAWeek));
    return [daysLater(today, days, 'iso'), step.bpm];
  });

interface TempoBand {
  readonly bpm: number;
  readonly low: number;
  readonly high: number;
}

const cleanTempo = ({ bpm, low, high }: TempoBand, colours: ChartColours) => ({
  markArea: {
    silent: true,
    itemStyle: { color: colours.good, opacity: 0.14 },
    data: [[{ yAxis: tenths(low) }, { yAxis: tenths(high) }]],
  },
  markLine: {
    silent: true,
    symbol: 'none',
    lineStyle: { color: colours.good, type: 'dashed', width: 2 },
    label: { formatter: `clean ${Math.round(bpm)}`, position: 'insideStartTop', color: colours.good },
    data: [{ yAxis: tenths(bpm) }],
  },
});

/** The tempo over the steps, with the clean tempo where there is one. */
export const stepsOption = (
  steps: readonly LadderStep[],
  chosen: number,
  tempo: TempoBand | null,
  colours: ChartColours,
) => ({
  grid: { left: 48, right: 16, top: 28, bottom: 40 },
  tooltip: { trigger: 'axis', ...tipLook(colours) },
  xAxis: {
    type: 'category',
    data: steps.map((_, at) => String(at + 1)),
    name: 'step',
    nameLocation: 'middle',
    nameGap: 24,
    ...axisLook(colours),
  },
  yAxis: { type: 'value', scale: true, name: 'bpm', ...axisLook(colours) },
  series: [
    {
      name: 'tempo, bpm',
      type: 'line',
      step: 'middle',
      symbol: 'circle',
      symbolSize: (_: unknown, { dataIndex }: { dataIndex: number }) => (dataIndex === chosen ? 11 : 6),
      data: steps.map(({ bpm }) => bpm),
      lineStyle: { color: colours.accent, width: 2 },
      itemStyle: { color: colours.accent },
      ...(tempo ? cleanTempo(tempo, colours) : {}),
    },
  ],
});

/** The clean tempo so far, and the climb from today on. */
export const timeOption = (
  points: readonly TempoOfDay[],
  ahead: readonly (readonly [day: string, bpm: number])[],
  colours: ChartColours,
) => ({
  grid: { left: 48, right: 20, top: 34, bottom: 28 },
  legend: { top: 0, textStyle: { color: colours.ink }, data: ['clean tempo', FEWEST] },
  tooltip: { trigger: 'axis', ...tipLook(colours) },
  xAxis: { ...timeAxis, ...axisLook(colours) },
  yAxis: { type: 'value', scale: true, ...axisLook(colours) },
  series: [
    ...tempoSeries(points, colours),
    {
      name: FEWEST,
      type: 'line',
      step: 'end',
      data: ahead,
      symbolSize: 5,
      lineStyle: { color: colours.accent, type: 'dashed', width: 2 },
      itemStyle: { color: colours.accent },
    },
  ],
});
