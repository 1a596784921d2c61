'use client';
/** The charts of the logbook, each with what it says and its table. */
import { memo, useCallback, useMemo } from 'react';
import styled from 'styled-components';
import { counted } from '@/core';
import {
  dayNumber,
  exposureText,
  forecastOf,
  trendFrom,
  trendText,
  loadText,
  percent,
  runsText,
  statedText,
  weeksOf,
  weeksTogether,
  agoText,
  type DayRecord,
  type HalfLife,
  type Limits,
  type StatedTempo,
  type TempoNow,
  type TempoOfDay,
  type WeekOfPractice,
} from '@/core/record';
import { Chart } from '@/ui/charts/Chart';
import { ChartFigure } from '@/ui/charts/ChartFigure';
import type { ChartColours } from '@/ui/charts/look';
import { knownNow, tenths } from '@/ui/charts/tempoSeries';
import { dayText } from '@/ui/dayText';
import { forecastText } from '@/ui/charts/forecastText';
import { useTempoCourse } from '@/ui/charts/useTempoCourse';
import { colour } from '@/ui/theme/tokens';
import type { TempoCourse } from '@/work/tempos';
import { HalfLifeField } from './HalfLifeField';
import { EXPOSURE, LOAD, minutes, RUNS, tempoOption, weekOption, type WeekSeries } from './options';

const HEIGHT = 210;

interface TempoChartProps {
  /** All days on the exercise, for what came before counts too. */
  readonly days: readonly DayRecord[];
  /** The first day that is shown. */
  readonly from: string;
  readonly subdivision: number;
  readonly goalBpm: number | null;
  readonly today: string;
  readonly halfLifeDays: HalfLife;
  /** What may be said of it now; null: nothing. */
  readonly stated: StatedTempo | null;
  readonly file: string;
}

/** So long without practice is worth a word: the interval is wider for it. */
const AWAY_DAYS = 7;

const NO_POINTS: readonly TempoOfDay[] = [];

const Coming = styled.p`
  display: grid;
  place-content: center;
  margin: 0;
  color: ${colour.inkSoft};
`;

/** How the clean tempo moved over the days that are shown, and over the last weeks. */
function wordsOf(
  trend: ReturnType<typeof trendFrom>,
  progress: TempoCourse['progress'],
  now: TempoNow,
  last: string,
  today: string,
): string[] {
  const words = trend ? [`Over the time shown: ${trendText(trend, now, dayText)}.`] : [];
  if (progress?.goes === 'stuck') words.push(`It has been stuck since ${dayText(progress.since)}.`);
  if (progress?.isLastWeaker) words.push('The last session was weaker.');
  if (dayNumber(today) - dayNumber(last) >= AWAY_DAYS)
    words.push(`Last played ${agoText(last, today)}, so it is less sure than it was.`);
  return words;
}

/** The clean tempo of one exercise over time, with its interval. */
export const TempoChart = memo(function TempoChart(props: TempoChartProps) {
  const { days, from, subdivision, goalBpm, today, halfLifeDays, stated, file } = props;
  const choices = <HalfLifeField value={halfLifeDays} />;
  const course = useTempoCourse({ days, subdivision, halfLifeDays });
  const all = course?.points ?? NO_POINTS;
  const points = useMemo(() => all.filter(({ day }) => day >= from), [all, from]);
  const draw = useCallback(
    (colours: ChartColours) => tempoOption(points, goalBpm, colours),
    [points, goalBpm],
  );
  const last = all.at(-1);
  const now = stated ? `Clean tempo: ${statedText(stated)}` : 'No run of it still counts';
  const first = `${now}: the tempo at which four passes in five are clean, with its 90 % interval.`;
  if (!course)
    return (
      <ChartFigure
        title="Clean tempo"
        said={stated ? `Clean tempo: ${statedText(stated)}.` : ''}
        table="coming"
        file={file}
        choices={choices}
      >
        <Coming style={{ height: HEIGHT }} aria-busy="true">
          Going through the days …
        </Coming>
      </ChartFigure>
    );
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
        choices={choices}
      >
        {null}
      </ChartFigure>
    );
  const { progress } = course;
  const said = [
    first,
    ...(course.fit && stated?.says === 'estimate'
      ? wordsOf(trendFrom(course.of.days, from, course.fit), progress, stated, last.day, today)
      : []),
    ...(goalBpm === null ? [] : [forecastText(forecastOf(all, goalBpm, progress), goalBpm, today)]),
  ].join(' ');
  const smooth = knownNow(points);
  return (
    <ChartFigure
      title="Clean tempo"
      said={said}
      table={{
        heads: ['Day', 'Clean tempo, bpm', 'From', 'To', 'As told that day', 'Minutes so far'],
        rows: points.map(({ day, bpm, minutes: sofar }, at) => [
          day,
          tenths(smooth[at]!.bpm),
          tenths(smooth[at]!.low),
          tenths(smooth[at]!.high),
          tenths(bpm),
          tenths(sofar),
        ]),
      }}
      file={`${file}-clean-tempo.csv`}
      choices={choices}
    >
      <Chart
        height={HEIGHT}
        label={`Clean tempo over ${counted(points.length, 'day')} of practice`}
        draw={draw}
      />
    </ChartFigure>
  );
});

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
    (colours: ChartColours) => weekOption(weeks, series, unit, colours),
    [weeks, series, unit],
  );
  return <Chart height={HEIGHT} label={label} draw={draw} />;
}

/** More bars cannot be told apart; then four weeks make one. */
const MOST_BARS = 40;
const WEEKS_TOGETHER = 4;

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
  secondsAtClean: number | null;
  file: string;
}) {
  const weeks = useMemo(() => weeksOf(days), [days]);
  const isLong = weeks.length > MOST_BARS;
  const bars = useMemo(() => (isLong ? weeksTogether(weeks, WEEKS_TOGETHER) : weeks), [weeks, isLong]);
  const each = isLong ? 'Each bar is four weeks. ' : '';
  return (
    <>
      <ChartFigure
        title="Runs"
        said={`${each}${runsText(weeks)}`}
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
        said={loadText({ days, allDays, limits, secondsAtClean })}
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
        said={exposureText(weeks)}
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
