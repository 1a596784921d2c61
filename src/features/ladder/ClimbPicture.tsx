'use client';
import { useCallback, useMemo, useState } from 'react';
import { bpmText, counted, planClimb, type KeptLadder } from '@/core';
import type { Climbing } from '@/core/drills';
import { forecastOf, nextStart, statedText, type DayRecord, type TempoOfDay } from '@/core/record';
import { Chart } from '@/ui/charts/Chart';
import { ChartFigure } from '@/ui/charts/ChartFigure';
import { Choice } from '@/ui/controls/Choice';
import type { ChartColours } from '@/ui/charts/look';
import { knownNow, tenths } from '@/ui/charts/tempoSeries';
import { forecastText } from '@/ui/charts/forecastText';
import { useTempoCourse } from '@/ui/charts/useTempoCourse';
import type { RecordOfPlayer } from '@/ui/shell/useRecord';
import { climbAhead, FEWEST, stepsOption, timeOption } from './climbOptions';

const HEIGHT = 240;
const NO_DAYS: readonly DayRecord[] = [];
const NO_POINTS: readonly TempoOfDay[] = [];

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
  const course = useTempoCourse({ days: days ?? NO_DAYS, subdivision, halfLifeDays: halfLifeDays ?? null });
  const points = course?.points ?? NO_POINTS;
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
    () => climbAhead(steps, sessions, begin, today, kept.time.sessionsAWeek),
    [steps, begin, sessions, today, kept.time.sessionsAWeek],
  );
  const drawSteps = useCallback(
    (colours: ChartColours) => stepsOption(steps, chosen, tempo, colours),
    [steps, tempo, chosen],
  );
  const drawTime = useCallback(
    (colours: ChartColours) => timeOption(points, ahead, colours),
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
          ...knownNow(points).map(({ day, bpm, low, high }) => [
            day,
            tenths(bpm),
            tenths(low),
            tenths(high),
            null,
          ]),
          ...ahead.map(([day, bpm]) => [day, null, null, null, bpm]),
        ],
      };
  const whenReached = course
    ? ` ${forecastText(forecastOf(points, spec.goalBpm, course.progress), spec.goalBpm, today)}`
    : '';
  const said = stated
    ? `Clean tempo: ${statedText(stated)}.${whenReached}`
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
            ? `Tempo over ${counted(steps.length, 'step')}, from ${bpmText(steps[0]!.bpm)} to ${bpmText(steps.at(-1)!.bpm)} bpm`
            : `Clean tempo over ${counted(points.length, 'day')}, and the ${FEWEST}`
        }
        draw={isSteps ? drawSteps : drawTime}
      />
    </ChartFigure>
  );
}
