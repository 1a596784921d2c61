'use client';
import Link from 'next/link';
import { useCallback, useMemo } from 'react';
import styled from 'styled-components';
import { bpmText } from '@/core';
import { dayAfter, statedText, tempoOverDays } from '@/core/record';
import { Chart } from '@/ui/charts/Chart';
import type { ChartColours } from '@/ui/charts/look';
import { Panel } from '@/ui/controls/panel';
import { useInPieces } from '@/ui/shell/useInPieces';
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

/** What is drawn of a student's exercises, one after the other. */
function* drawnOf(book: Book): Generator<void, Drawn[]> {
  const from = dayAfter(book.now, 1 - SHOWN_DAYS);
  const mine = book.practised.filter(
    ({ exerciseId, lastDay }) => lastDay >= from && book.exercises.has(exerciseId),
  );
  const drawn: Drawn[] = [];
  for (const { exerciseId, days } of mine.slice(0, MOST)) {
    const all = yield* tempoOverDays(days, 1, book.halfLifeDays);
    const points = inSeconds(all.filter(({ day }) => day >= from));
    const measure = book.measures.get(exerciseId);
    if (points.length === 0 || !measure) continue;
    const { stated } = judgedOn(book, exerciseId);
    const goal = (measure.goalBpm * measure.subdivision) / 60;
    const said = `${stated ? statedText(stated) : 'not told'}; goal ${bpmText(measure.goalBpm)}`;
    drawn.push({ exerciseId, points, goal, said });
  }
  return drawn;
}

const isOfSame = (one: Book, other: Book) => one.player.id === other.player.id;

/** The clean tempo of each exercise that is worked on, in small charts of one scale. */
export function Tempos({ book }: { book: Book }) {
  const charts = useInPieces(book, drawnOf, isOfSame);
  const scale = useMemo(() => charts && scaleOf(charts), [charts]);
  return (
    <Panel aria-label="Clean tempo of each exercise">
      <h2>Clean tempo of each exercise</h2>
      {charts === null ? (
        <p aria-busy="true">Going through the days …</p>
      ) : scale === null ? (
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
