'use client';
import Link from 'next/link';
import { useCallback, useMemo } from 'react';
import styled from 'styled-components';
import { bpmText } from '@/core';
import { dayAfter, statedText, tempoOverDays } from '@/core/record';
import { Chart } from '@/ui/charts/Chart';
import type { ChartColours } from '@/ui/charts/look';
import { Panel } from '@/ui/controls/panel';
import { colour } from '@/ui/theme/tokens';
import { judgedOn, type Book } from '@/work/book';
import { inSeconds, scaleOf, smallOption, type Scale, type SmallTempo } from './tempoOption';

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  gap: 0.75rem 1.25rem;
  h3 {
    overflow: hidden;
    font-size: 0.9375rem;
    font-weight: 600;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  p {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
`;

const HEIGHT = 110;
/** Charts of more exercises than can be looked at say nothing. */
const MOST = 12;
const SHOWN_DAYS = 91;

interface Drawn extends SmallTempo {
  readonly exerciseId: string;
  readonly said: string;
}

function Small({ chart, scale, title }: { chart: Drawn; scale: Scale; title: string }) {
  const draw = useCallback((colours: ChartColours) => smallOption(chart, scale, colours), [chart, scale]);
  return (
    <section aria-label={title}>
      <h3>
        <Link href={`/logbook?exercise=${chart.exerciseId}`} prefetch={false}>
          {title}
        </Link>
      </h3>
      <Chart label={`Clean tempo of ${title}: ${chart.said}`} height={HEIGHT} draw={draw} />
      <p>{chart.said}</p>
    </section>
  );
}

/** The clean tempo of each exercise that is worked on, in small charts of one scale. */
export function Tempos({ book }: { book: Book }) {
  const charts = useMemo((): Drawn[] => {
    const from = dayAfter(book.now, 1 - SHOWN_DAYS);
    return book.practised
      .filter(({ exerciseId, lastDay }) => lastDay >= from && book.exercises.has(exerciseId))
      .slice(0, MOST)
      .flatMap(({ exerciseId, days }) => {
        const points = inSeconds(tempoOverDays(days, 1, book.halfLifeDays).filter(({ day }) => day >= from));
        const measure = book.measures.get(exerciseId);
        if (points.length === 0 || !measure) return [];
        const { stated } = judgedOn(book, exerciseId);
        const goal = (measure.goalBpm * measure.subdivision) / 60;
        const said = `${stated ? statedText(stated) : 'not told'}; goal ${bpmText(measure.goalBpm)}`;
        return [{ exerciseId, points, goal, said }];
      });
  }, [book]);
  const scale = useMemo(() => scaleOf(charts), [charts]);
  return (
    <Panel aria-label="Clean tempo of each exercise">
      <h2>Clean tempo of each exercise</h2>
      {scale === null ? (
        <p>No exercise has enough runs in the last three months to tell a clean tempo over time.</p>
      ) : (
        <>
          <p>All on one scale, in notes a second; dashed: the goal. A name leads to its logbook.</p>
          <Grid>
            {charts.map((chart) => (
              <Small
                key={chart.exerciseId}
                chart={chart}
                scale={scale}
                title={book.titleOf(chart.exerciseId)}
              />
            ))}
          </Grid>
        </>
      )}
    </Panel>
  );
}
