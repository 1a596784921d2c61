'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import styled from 'styled-components';
import { bpmText, durationText } from '@/core';
import { cleanTempoOn, exercisesIn, latestDay, secondsFrom } from '@/core/record';
import { database, recordScope, step } from '@/storage';
import { EmptyState } from '@/ui/controls/EmptyState';
import { keyHandler, useKeySheet, type KeyGroup } from '@/ui/keys/keys';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import { Filters } from './Filters';
import { Panel, Table } from './look';
import { useBook, useMeasures, type Wanted } from './useBook';

const TempoChart = dynamic(() => import('./charts').then((module) => module.TempoChart), { ssr: false });
const WeekCharts = dynamic(() => import('./charts').then((module) => module.WeekCharts), { ssr: false });
const Failing = dynamic(() => import('./Failing').then((module) => module.Failing), { ssr: false });
const RunsPanel = dynamic(() => import('./RunsPanel').then((module) => module.RunsPanel), { ssr: false });

const Root = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.9rem;
  outline: none;
`;

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.75rem;
  h1 {
    margin-right: auto;
    font-size: 1.45rem;
  }
  h1 small {
    color: ${colour.inkSoft};
    font-size: 1rem;
    font-weight: 400;
  }
  .wide {
    width: min(22rem, 100%);
  }
  .choice {
    width: 11rem;
  }
`;

const Charts = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.9rem;
  .wide {
    grid-column: 1 / -1;
  }
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const KEYS: readonly KeyGroup[] = [
  {
    title: 'Logbook',
    bindings: [
      { keys: ['Ctrl+z'], does: 'Undo the last change of the record' },
      { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'Redo' },
      { keys: ['?'], does: 'This sheet' },
    ],
  },
];

/** The Logbook: what was practised, and what came of it. */
export function Book() {
  const player = usePlayer();
  const asked = useSearchParams().get('exercise');
  const [wanted, setWanted] = useState<Wanted>({
    exercise: asked ?? 'all',
    technique: 'any',
    period: '3 months',
  });
  const deferred = useDeferredValue(wanted);
  const book = useBook(deferred);
  const { days, from, among, all, exercises, titleOf, today, halfLifeDays } = book;
  const set = useCallback((change: Partial<Wanted>) => setWanted((now) => ({ ...now, ...change })), []);
  useKeySheet(KEYS);
  const scope = recordScope(player.id);
  const onKeyDown = keyHandler([
    { keys: ['Ctrl+z'], does: '', run: () => void step(database(), scope, 'undo') },
    { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: '', run: () => void step(database(), scope, 'redo') },
  ]);
  const practised = useMemo(() => exercisesIn(all), [all]);
  const options = useMemo(() => {
    const ids = practised.map(({ exerciseId }) => exerciseId);
    const more = asked && !ids.includes(asked) && exercises.has(asked) ? [asked] : [];
    const named = [...ids, ...more].map((id) => ({ id, name: titleOf(id) || 'Untitled' }));
    return [{ id: 'all', name: 'all exercises' }, ...named];
  }, [practised, asked, exercises, titleOf]);
  const listed = useMemo(() => exercisesIn(days), [days]);
  const { exercise } = deferred;
  const record = exercises.get(exercise);
  const onExercise = useMemo(() => all.filter(({ exerciseId }) => exerciseId === exercise), [all, exercise]);
  const last = all.at(-1)?.day ?? '';
  const now = latestDay(all, today);
  const measures = useMeasures(exercises, player.id);
  // By all that came before, whatever is shown of it.
  const tempos = useMemo(
    () =>
      new Map(
        practised.map(({ exerciseId, days: mine }) => {
          const slots = measures.get(exerciseId)?.subdivision;
          return [exerciseId, slots ? cleanTempoOn(mine, now, slots, halfLifeDays) : null] as const;
        }),
      ),
    [practised, measures, now, halfLifeDays],
  );
  const secondsAtClean = useMemo(
    () =>
      secondsFrom(days, (exerciseId) => {
        const [tempo, slots] = [tempos.get(exerciseId), measures.get(exerciseId)?.subdivision];
        return tempo && slots ? (tempo.bpm * slots) / 60 : null;
      }),
    [days, tempos, measures],
  );
  const file = record?.title || player.name;

  return (
    <Root tabIndex={-1} onKeyDown={onKeyDown} data-book={book.isRead ? days.length : ''}>
      <Bar>
        <h1>
          Logbook <small>of {player.name}</small>
        </h1>
        <Filters
          wanted={wanted}
          exercises={options}
          techniques={book.techniques}
          halfLifeDays={halfLifeDays}
          onChange={set}
        />
      </Bar>
      {book.isRead ? null : <p aria-busy="true">Opening the logbook …</p>}
      {book.isAhead ? (
        <p role="status">
          The last runs are dated {last}, after today by this device’s clock. Was it set back? They are kept,
          and count as of today.
        </p>
      ) : null}
      {book.isRead && all.length === 0 ? (
        <EmptyState title={`Nothing on record for ${player.name} yet`}>
          <p>
            The logbook keeps every run that is judged in practice: at what tempo, clean or not, and where it
            fell apart. Open an exercise and press Practise, choose another student at the top right, or log
            runs from paper below.
          </p>
        </EmptyState>
      ) : null}
      {book.isRead && all.length > 0 && days.length === 0 ? (
        <EmptyState title="Nothing in this time">
          <p>{player.name} has a record, but none of it fits the choices above.</p>
        </EmptyState>
      ) : null}
      {days.length > 0 ? (
        <>
          {exercise === 'all' ? (
            <Panel aria-label="Exercises">
              <h2>Exercises, last practised first</h2>
              <Table>
                <thead>
                  <tr>
                    <th scope="col">Exercise</th>
                    <th scope="col">Last</th>
                    <th scope="col" className="number">
                      Clean tempo
                    </th>
                    <th scope="col">90 % interval</th>
                    <th scope="col" className="number">
                      Runs
                    </th>
                    <th scope="col" className="number">
                      Clean
                    </th>
                    <th scope="col">Time</th>
                    <th scope="col">
                      <span className="for-screen-readers">Go on</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {listed.map((one) => {
                    const tempo = tempos.get(one.exerciseId);
                    return (
                      <tr key={one.exerciseId}>
                        <th scope="row" className="long">
                          {exercises.has(one.exerciseId) ? (
                            <Link href={`/bench/${one.exerciseId}`} prefetch={false}>
                              {titleOf(one.exerciseId) || 'Untitled'}
                            </Link>
                          ) : (
                            titleOf(one.exerciseId)
                          )}
                        </th>
                        <td>{one.lastDay}</td>
                        <td className="number">{tempo ? `${bpmText(Math.round(tempo.bpm))} bpm` : '–'}</td>
                        <td>{tempo ? `${Math.round(tempo.low)} to ${Math.round(tempo.high)}` : '–'}</td>
                        <td className="number">{one.runs}</td>
                        <td className="number">{Math.round((100 * one.clean) / one.runs)} %</td>
                        <td>{durationText(one.seconds)}</td>
                        <td>
                          {exercises.has(one.exerciseId) ? (
                            <Link href={`/practice/${one.exerciseId}`} prefetch={false}>
                              Practise
                            </Link>
                          ) : null}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </Table>
            </Panel>
          ) : null}
          <Charts>
            {exercise === 'all' ? null : (
              <TempoChart
                days={onExercise}
                from={from}
                subdivision={measures.get(exercise)?.subdivision ?? 4}
                goalBpm={measures.get(exercise)?.goalBpm ?? null}
                today={now}
                halfLifeDays={halfLifeDays}
                file={file}
              />
            )}
            <WeekCharts days={days} limits={player.limits} secondsAtClean={secondsAtClean} file={file} />
            <Failing days={days} titleOf={exercise === 'all' ? titleOf : null} />
          </Charts>
        </>
      ) : null}
      {book.isRead ? (
        <RunsPanel
          exerciseId={exercise}
          from={from}
          among={among}
          today={today}
          exercises={exercises}
          titleOf={titleOf}
        />
      ) : null}
    </Root>
  );
}
