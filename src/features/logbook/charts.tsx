'use client';
/** The charts of the logbook, each with what it says and its table. */
import { memo, useCallback, useMemo } from 'react';
import { bpmText, counted, durationText } from '@/core';
import {
  forecastOf,
  longestPicking,
  statedText,
  tempoOverDays,
  weeksOf,
  weeksTogether,
  type DayRecord,
  type Limits,
  type StatedTempo,
  type WeekOfPractice,
} from '@/core/record';
import { axisLook, Chart, tipLook, type ChartColours } from '@/ui/charts/Chart';
import { ChartFigure } from '@/ui/charts/ChartFigure';
import { daysLater, timeAxis } from '@/ui/charts/dates';
import { tempoSeries, tenths } from '@/ui/charts/tempoSeries';
import { forecastText } from '@/ui/charts/forecastText';

const HEIGHT = 210;

const minutes = (seconds: number) => tenths(seconds / 60);
const HOLLOW_LINE = 1.5;
const GRID = { left: 46, right: 14, top: 34, bottom: 26 };

interface TempoChartProps {
  /** All days on the exercise, for what came before counts too. */
  readonly days: readonly DayRecord[];
  /** The first day that is shown. */
  readonly from: string;
  readonly subdivision: number;
  readonly goalBpm: number | null;
  readonly today: string;
  readonly halfLifeDays: number;
  /** What may be said of it now; null: nothing. */
  readonly stated: StatedTempo | null;
  readonly file: string;
}

/** The clean tempo of one exercise over time, with its interval. */
export const TempoChart = memo(function TempoChart(props: TempoChartProps) {
  const { days, from, subdivision, goalBpm, today, halfLifeDays, stated, file } = props;
  const all = useMemo(
    () => tempoOverDays(days, subdivision, halfLifeDays),
    [days, subdivision, halfLifeDays],
  );
  const points = useMemo(() => all.filter(({ day }) => day >= from), [all, from]);
  const draw = useCallback(
    (colours: ChartColours) => ({
      grid: GRID,
      tooltip: { trigger: 'axis', ...tipLook(colours) },
      xAxis: { ...timeAxis, ...axisLook(colours) },
      yAxis: { type: 'value', scale: true, name: 'bpm', ...axisLook(colours) },
      series: [
        ...tempoSeries(points, colours),
        ...(goalBpm === null
          ? []
          : [
              {
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
              },
            ]),
      ],
    }),
    [points, goalBpm],
  );
  const last = all.at(-1);
  if (!last)
    return (
      <ChartFigure
        title="Clean tempo"
        said={
          stated && stated.says !== 'estimate'
            ? `Clean tempo: ${statedText(stated)}.`
            : 'No clean tempo can be told: there are no runs that still count, or faster ones came out cleaner than slower ones.'
        }
        table={null}
        file={file}
      >
        {null}
      </ChartFigure>
    );
  const now = stated ? `Clean tempo: ${statedText(stated)}` : 'No run of it still counts';
  const said = `${now}: the tempo at which four passes in five are clean, with its 90 % interval. ${goalBpm === null ? '' : forecastText(forecastOf(all, goalBpm), goalBpm, today)}`;
  return (
    <ChartFigure
      title="Clean tempo"
      said={said}
      table={{
        heads: ['Day', 'Clean tempo, bpm', 'From', 'To', 'Minutes so far'],
        rows: points.map(({ day, bpm, low, high, minutes: sofar }) => [
          day,
          tenths(bpm),
          tenths(low),
          tenths(high),
          tenths(sofar),
        ]),
      }}
      file={`${file}-clean-tempo.csv`}
    >
      <Chart
        height={HEIGHT}
        label={`Clean tempo over ${counted(points.length, 'day')} of practice`}
        draw={draw}
      />
    </ChartFigure>
  );
});

interface WeekSeries {
  readonly name: string;
  readonly colour: keyof ChartColours;
  readonly of: (week: WeekOfPractice) => number;
  /** Drawn as an outline, so that it is told apart without colour. */
  readonly isHollow?: boolean;
}

function WeekChart({
  weeks,
  series,
  unit,
  label,
}: {
  weeks: readonly WeekOfPractice[];
  series: readonly WeekSeries[];
  unit: string;
  label: string;
}) {
  const draw = useCallback(
    (colours: ChartColours) => ({
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
    }),
    [weeks, series, unit],
  );
  return <Chart height={HEIGHT} label={label} draw={draw} />;
}

const RUNS: readonly WeekSeries[] = [
  { name: 'clean', colour: 'good', of: ({ clean }) => clean },
  { name: 'not clean', colour: 'bad', of: ({ runs, clean }) => runs - clean, isHollow: true },
];
const LOAD: readonly WeekSeries[] = [
  { name: 'minutes under the hand', colour: 'accent', of: ({ seconds }) => minutes(seconds) },
];
const EXPOSURE: readonly WeekSeries[] = [
  { name: 'outside', colour: 'outside', of: ({ exposure }) => exposure.outside },
  { name: 'inside', colour: 'inside', of: ({ exposure }) => exposure.inside, isHollow: true },
  { name: 'sweep', colour: 'sweep', of: ({ exposure }) => exposure.sweep },
];

/** More bars cannot be told apart; then four weeks make one. */
const MOST_BARS = 40;
const WEEKS_TOGETHER = 4;

const percent = (part: number, whole: number) => (whole === 0 ? null : Math.round((100 * part) / whole));

/** What picking without a real break came to, on whatever exercises. */
function pickingText(days: readonly DayRecord[], limits: Limits): string {
  const byDay = new Map<string, DayRecord[]>();
  for (const one of days) byDay.set(one.day, [...(byDay.get(one.day) ?? []), one]);
  const limit = limits.pickingMinutes * 60;
  const longest = [...byDay.values()].map((some) =>
    longestPicking(
      some.flatMap((day) => day.stretches),
      limits,
    ),
  );
  const over = longest.filter((seconds) => seconds > limit);
  const rule = `${limits.pickingMinutes} minutes of picking without ${limits.breakMinutes} minutes off`;
  return over.length === 0
    ? `No day with more than ${rule}, all exercises together.`
    : `On ${counted(over.length, 'day')} more than ${rule}, all exercises together, the longest ${Math.round(Math.max(...over) / 60)} minutes.`;
}

/** Runs, load and exposure, week by week. */
export const WeekCharts = memo(function WeekCharts({
  days,
  allDays,
  limits,
  secondsAtClean,
  file,
}: {
  days: readonly DayRecord[];
  /** Of every exercise: a hand that picks without a break does so whatever it plays. */
  allDays: readonly DayRecord[];
  limits: Limits;
  /** Under the hand at or above the clean tempo of now. */
  secondsAtClean: number;
  file: string;
}) {
  const weeks = useMemo(() => weeksOf(days), [days]);
  const isLong = weeks.length > MOST_BARS;
  const bars = useMemo(() => (isLong ? weeksTogether(weeks, WEEKS_TOGETHER) : weeks), [weeks, isLong]);
  const each = isLong ? 'Each bar is four weeks. ' : '';
  const sum = (of: (week: WeekOfPractice) => number) => weeks.reduce((total, week) => total + of(week), 0);
  const [runs, clean] = [sum((week) => week.runs), sum((week) => week.clean)];
  const [outside, inside] = [sum(({ exposure }) => exposure.outside), sum(({ exposure }) => exposure.inside)];
  const share = percent(inside, inside + outside);
  const tooLong = days.filter(({ longestSeconds }) => longestSeconds > limits.exerciseMinutes * 60);
  return (
    <>
      <ChartFigure
        title="Runs"
        said={`${each}${counted(runs, 'run')}, ${percent(clean, runs) ?? 0} % of them clean.`}
        table={{
          heads: ['Week from', 'Runs', 'Clean', 'Clean, %', 'Days'],
          rows: weeks.map((week) => [
            week.monday,
            week.runs,
            week.clean,
            percent(week.clean, week.runs),
            week.days,
          ]),
        }}
        file={`${file}-runs.csv`}
      >
        <WeekChart
          weeks={bars}
          series={RUNS}
          unit="runs"
          label={`Clean and other runs in ${counted(weeks.length, 'week')}`}
        />
      </ChartFigure>
      <ChartFigure
        title="Load on the hand"
        said={
          `${durationText(secondsAtClean)} at or above the clean tempo. ` +
          (tooLong.length > 0
            ? `On ${counted(tooLong.length, 'day')} more than ${limits.exerciseMinutes} minutes on one exercise without a minute’s rest, the longest ${Math.round(Math.max(...tooLong.map(({ longestSeconds }) => longestSeconds)) / 60)} minutes.`
            : `No day with more than ${limits.exerciseMinutes} minutes on one exercise without a minute’s rest.`) +
          ` ${pickingText(allDays, limits)}`
        }
        table={{
          heads: ['Week from', 'Minutes', 'Passes', 'Strokes', 'Wide stretches', 'Longest without rest, min'],
          rows: weeks.map((week) => [
            week.monday,
            minutes(week.seconds),
            week.passes,
            week.strokes,
            week.wideStretches,
            minutes(week.longestSeconds),
          ]),
        }}
        file={`${file}-load.csv`}
      >
        <WeekChart
          weeks={bars}
          series={LOAD}
          unit="min"
          label={`Minutes in ${counted(weeks.length, 'week')}`}
        />
      </ChartFigure>
      <ChartFigure
        title="Exposure to string changes"
        said={
          share === null
            ? `No inside or outside change was played, ${sum(({ exposure }) => exposure.sweep).toLocaleString('en')} sweeps.`
            : `${share} % inside, ${100 - share} % outside, in ${(inside + outside).toLocaleString('en')} changes.`
        }
        table={{
          heads: ['Week from', 'Outside', 'Inside', 'Inside, %', 'Sweep', 'Against the grain'],
          rows: weeks.map(({ monday, exposure }) => [
            monday,
            exposure.outside,
            exposure.inside,
            percent(exposure.inside, exposure.inside + exposure.outside),
            exposure.sweep,
            exposure.backtrack,
          ]),
        }}
        file={`${file}-exposure.csv`}
      >
        <WeekChart
          weeks={bars}
          series={EXPOSURE}
          unit=""
          label={`Changes by kind in ${counted(weeks.length, 'week')}`}
        />
      </ChartFigure>
    </>
  );
});
