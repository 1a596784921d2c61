'use client';
/** How late or early notes come after each kind of change, take by take, with the interval. */
import { memo, useCallback, useMemo } from 'react';
import { bpmText, counted } from '@/core';
import { database, readRuns, readTakes } from '@/storage';
import { Chart } from '@/ui/charts/Chart';
import { ChartFigure } from '@/ui/charts/ChartFigure';
import type { ChartColours } from '@/ui/charts/look';
import { tenths } from '@/ui/charts/tempoSeries';
import { useKept } from '@/ui/shell/useKept';
import { changesName, latenessText } from '@/work/take/words';
import { Measured } from './Measured';
import { agreementText, movedText, takesOption } from './takesOption';

const HEIGHT = 210;
/** The takes of one exercise from a day on; nothing where there are none. */
export const TakesChart = memo(function TakesChart({
  playerId,
  exerciseId,
  from,
  file,
}: {
  playerId: string;
  exerciseId: string;
  from: string;
  file: string;
}) {
  const all = useKept(() => readTakes(database(), playerId, exerciseId), [playerId, exerciseId]);
  const takes = useMemo(
    () => (all ?? []).filter(({ day, kinds }) => day >= from && kinds.length > 0).toReversed(),
    [all, from],
  );
  const runs = useKept(
    () => readRuns(database(), playerId, { exerciseId, from }),
    [playerId, exerciseId, from],
  );
  const draw = useCallback((colours: ChartColours) => takesOption(takes, colours), [takes]);
  const agreement = agreementText(
    (all ?? []).filter(({ day }) => day >= from),
    runs ?? [],
  );
  const last = takes.at(-1);
  if (!last)
    return agreement === '' ? null : (
      <ChartFigure title="Late or early, by measure" said={agreement.trim()} table={null} file={file}>
        {null}
      </ChartFigure>
    );
  const simulated = takes.filter(({ source }) => source === 'simulated player').length;
  return (
    <>
      <ChartFigure
        title="Late or early, by measure"
        said={`Last: ${last.kinds.map((kind) => `${changesName(kind.change)} ${latenessText(kind)}`).join('; ')}.${movedText(takes)}${
          simulated > 0 ? ` By the simulated player: ${simulated} of ${counted(takes.length, 'take')}.` : ''
        }${agreement}`}
        table={{
          heads: ['Day', 'bpm', 'After', 'Notes', 'Late, ms', 'From', 'To', 'Heard from'],
          rows: takes.flatMap(({ day, bpm, kinds, source }) =>
            kinds.map(({ change, n, meanMs, low, high }) => [
              day,
              bpmText(bpm),
              changesName(change),
              n,
              tenths(meanMs),
              tenths(low),
              tenths(high),
              source,
            ]),
          ),
        }}
        file={`${file}-takes.csv`}
      >
        <Chart
          height={HEIGHT}
          label={`How late notes come after each kind of change, in ${counted(takes.length, 'take')}`}
          draw={draw}
        />
      </ChartFigure>
      <Measured takes={takes} exerciseId={exerciseId} />
    </>
  );
});
