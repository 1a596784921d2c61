'use client';
import { useCallback, useMemo, useState } from 'react';
import { bpmText, planClimb, type KeptLadder } from '@/core';
import type { Climbing } from '@/core/drills';
import { forecastOf, nextStart, statedText, tempoOverDays } from '@/core/record';
import { axisLook, Chart, tipLook, type ChartColours } from '@/ui/charts/Chart';
import { ChartFigure } from '@/ui/charts/ChartFigure';
import { Choice } from '@/ui/controls/Choice';
import { daysLater, timeAxis } from '@/ui/charts/dates';
import { tempoSeries, tenths } from '@/ui/charts/tempoSeries';
import { forecastText } from '@/ui/charts/forecastText';
import type { RecordOfPlayer } from '@/ui/shell/useRecord';

const HEIGHT = 240;

/** Every run clean and no session missed: nothing is faster. */
const FEWEST = 'fewest sessions possible';

interface ClimbPictureProps {
  readonly climb: Climbing;
  readonly kept: KeptLadder;
  readonly record: RecordOfPlayer;
  readonly subdivision: number;
  readonly chosen: number;
  readonly file: string;
}

/** The climb as a picture, over steps or over time, with the clean tempo where there is a record. */
export function ClimbPicture({ climb, kept, record, subdivision, chosen, file }: ClimbPictureProps) {
  const [over, setOver] = useState<'steps' | 'time'>('steps');
  const { steps, spec } = climb;
  const { stated, days, today, halfLifeDays } = record;
  const tempo = stated?.says === 'estimate' ? stated : null;
  const points = useMemo(
    () => tempoOverDays(days ?? [], subdivision, halfLifeDays),
    [days, subdivision, halfLifeDays],
  );
  const sessions = useMemo(
    () => planClimb(steps, climb.times, climb.passes, kept.time).sessionOfStep,
    [steps, climb, kept.time],
  );
  // What lies below the reckoned start is not climbed again.
  const begin = useMemo(
    () => nextStart(record.tempo, stated, steps, subdivision).step,
    [record.tempo, stated, steps, subdivision],
  );
  const ahead = useMemo(
    () =>
      steps.slice(begin).map((step, at) => {
        const session = sessions[begin + at]! - sessions[begin]!;
        const days = Math.round((session * 7) / Math.max(1, kept.time.sessionsAWeek));
        return [daysLater(today, days, 'iso'), step.bpm] as const;
      }),
    [steps, begin, sessions, today, kept.time.sessionsAWeek],
  );
  const drawSteps = useCallback(
    (colours: ChartColours) => ({
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
          ...(tempo
            ? {
                markArea: {
                  silent: true,
                  itemStyle: { color: colours.good, opacity: 0.14 },
                  data: [[{ yAxis: tenths(tempo.low) }, { yAxis: tenths(tempo.high) }]],
                },
                markLine: {
                  silent: true,
                  symbol: 'none',
                  lineStyle: { color: colours.good, type: 'dashed', width: 2 },
                  label: {
                    formatter: `clean ${Math.round(tempo.bpm)}`,
                    position: 'insideStartTop',
                    color: colours.good,
                  },
                  data: [{ yAxis: tenths(tempo.bpm) }],
                },
              }
            : {}),
        },
      ],
    }),
    [steps, tempo, chosen],
  );
  const drawTime = useCallback(
    (colours: ChartColours) => ({
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
    }),
    [points, ahead],
  );
  const isSteps = over === 'steps';
  const table = isSteps
    ? {
        heads: ['Step', 'bpm', 'Minutes', 'Session'],
        rows: steps.map((step, at) => [
          at + 1,
          bpmText(step.bpm),
          tenths(climb.times[at]!.seconds / 60),
          sessions[at]! + 1,
        ]),
      }
    : {
        heads: ['Day', 'Clean tempo', 'From', 'To', 'Fewest sessions'],
        rows: [
          ...points.map(({ day, bpm, low, high }) => [day, tenths(bpm), tenths(low), tenths(high), null]),
          ...ahead.map(([day, bpm]) => [day, null, null, null, bpm]),
        ],
      };
  const said = stated
    ? `Clean tempo: ${statedText(stated)}. ${forecastText(forecastOf(points, spec.goalBpm), spec.goalBpm, today)}`
    : 'No run is on record yet; the clean tempo is drawn in as soon as there is one.';
  return (
    <ChartFigure
      title="The climb in a picture"
      said={said}
      table={table}
      file={`${file}-climb-${over}.csv`}
      choices={
        <Choice
          label="Drawn over"
          hideLabel
          value={over}
          onChange={setOver}
          options={[
            { id: 'steps', name: 'over steps' },
            { id: 'time', name: 'over time' },
          ]}
        />
      }
    >
      <Chart
        key={over}
        height={HEIGHT}
        label={
          isSteps
            ? `Tempo over ${steps.length} steps, from ${bpmText(steps[0]!.bpm)} to ${bpmText(steps.at(-1)!.bpm)} bpm`
            : `Clean tempo over ${points.length} days, and the ${FEWEST}`
        }
        draw={isSteps ? drawSteps : drawTime}
      />
    </ChartFigure>
  );
}
