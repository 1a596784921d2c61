'use client';
import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import styled from 'styled-components';
import { exercisesIn, secondsFrom, type DayRecord } from '@/core/record';
import { recordScope } from '@/storage';
import { EmptyState } from '@/ui/controls/EmptyState';
import { useKeySheet, useUndoKeys, type KeyGroup } from '@/ui/keys/keys';
import { colour } from '@/ui/theme/tokens';
import { undoIn } from '@/work/undoing';
import { Exercises } from './Exercises';
import { Filters } from './Filters';
import { chosen, judgedOn, type Book, type Wanted } from '@/work/book';
import { useBook, useJudged } from './useBook';
import { dayText } from '@/ui/dayText';

const TempoChart = dynamic(() => import('./charts').then((module) => module.TempoChart), { ssr: false });
const TakesChart = dynamic(() => import('./TakesChart').then((module) => module.TakesChart), { ssr: false });
const WeekCharts = dynamic(() => import('./charts').then((module) => module.WeekCharts), { ssr: false });
const Failing = dynamic(() => import('./Failing').then((module) => module.Failing), { ssr: false });
const Signs = dynamic(() => import('./Signs').then((module) => module.Signs), { ssr: false });
const RunsPanel = dynamic(() => import('./RunsPanel').then((module) => module.RunsPanel), { ssr: false });

const Stack = styled.div`
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
  @media (max-width: 72rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const KEYS: readonly KeyGroup[] = [
  {
    title: 'Logbook',
    bindings: [
      { keys: ['Ctrl+z'], does: 'Undo the last change of the record' },
      { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'Redo' },
    ],
  },
];

const NO_DAYS: readonly DayRecord[] = [];

interface ShownProps {
  readonly book: Book;
  readonly wanted: Wanted;
}

// Drawn after the choice that was made is, and not again while a choice is only being made.
const Shown = memo(function Shown({ book, wanted }: ShownProps) {
  const { player, days: all, practised, exercises, measures, titleOf, now, halfLifeDays } = book;
  const { exercise, technique, period } = wanted;
  const judged = useJudged(book);
  const ofAll = useMemo(() => chosen(book, { technique, period }), [book, technique, period]);
  const { from, among } = ofAll;
  // Of all exercises, whichever is chosen: the table stays as it is behind the one.
  const listed = useMemo(() => exercisesIn(ofAll.days), [ofAll]);
  const one = listed.find(({ exerciseId }) => exerciseId === exercise);
  const days = exercise === 'all' ? ofAll.days : (one?.days ?? NO_DAYS);
  // The hand is the same whatever is filtered.
  const inTime = useMemo(() => all.filter(({ day }) => day >= from), [all, from]);
  const signs = useMemo(
    () =>
      book.signs.filter(
        (sign) =>
          sign.day >= from &&
          (exercise === 'all' ? (among?.has(sign.exerciseId) ?? true) : sign.exerciseId === exercise),
      ),
    [book.signs, from, among, exercise],
  );
  const onExercise = practised.find(({ exerciseId }) => exerciseId === exercise)?.days ?? NO_DAYS;
  const secondsAtClean = useMemo(
    () =>
      judged &&
      secondsFrom(days, (exerciseId) => {
        const [tempo, slots] = [judged.get(exerciseId)?.tempo, measures.get(exerciseId)?.subdivision];
        return tempo && slots ? (tempo.bpm * slots) / 60 : null;
      }),
    [days, judged, measures],
  );
  // One alone is judged at once.
  const chosenStated = useMemo(
    () => (exercise === 'all' ? null : (judged?.get(exercise) ?? judgedOn(book, exercise)).stated),
    [book, judged, exercise],
  );
  const file = exercises.get(exercise)?.title || player.name;
  const measure = measures.get(exercise);
  const subdivisionOf = useCallback((id: string) => measures.get(id)?.subdivision ?? 4, [measures]);
  return (
    <Stack data-book={days.length}>
      {all.length === 0 ? (
        <EmptyState title={`Nothing on record for ${player.name} yet`}>
          <p>
            The logbook keeps every run that is judged in practice: at what tempo, clean or not, and where it
            fell apart. Open an exercise and press Practise, choose another student at the top right, or log
            runs from paper below.
          </p>
        </EmptyState>
      ) : null}
      {all.length > 0 && days.length === 0 ? (
        <EmptyState title="Nothing in this time">
          <p>{player.name} has a record, but none of it fits the choices above.</p>
        </EmptyState>
      ) : null}
      {days.length > 0 ? (
        <>
          <div hidden={exercise !== 'all'}>
            <Exercises listed={listed} judged={judged} exercises={exercises} titleOf={titleOf} />
          </div>
          <Charts>
            {exercise === 'all' ? null : (
              <TempoChart
                days={onExercise}
                from={from}
                subdivision={measure?.subdivision ?? 4}
                goalBpm={measure?.goalBpm ?? null}
                today={now}
                halfLifeDays={halfLifeDays}
                stated={chosenStated}
                file={file}
              />
            )}
            {exercise === 'all' ? null : (
              <TakesChart playerId={player.id} exerciseId={exercise} from={from} file={file} />
            )}
            <WeekCharts
              days={days}
              allDays={inTime}
              limits={player.limits}
              secondsAtClean={secondsAtClean}
              file={file}
            />
            <Failing days={days} titleOf={exercise === 'all' ? titleOf : null} />
          </Charts>
        </>
      ) : null}
      <Signs signs={signs} titleOf={exercise === 'all' ? titleOf : null} />
      <RunsPanel
        exerciseId={exercise}
        from={from}
        among={among}
        today={book.today}
        exercises={exercises}
        titleOf={titleOf}
        subdivisionOf={subdivisionOf}
      />
    </Stack>
  );
});

/** The Logbook: what was practised, and what came of it. */
export function Logbook() {
  const book = useBook();
  const { player, days, exercises, practised, titleOf, now } = book;
  const asked = useSearchParams().get('exercise');
  const [wanted, setWanted] = useState<Wanted>({
    exercise: asked ?? 'all',
    technique: 'any',
    period: '3 months',
  });
  const set = useCallback((change: Partial<Wanted>) => setWanted((before) => ({ ...before, ...change })), []);
  const deferred = useDeferredValue(wanted);
  useKeySheet(KEYS);
  const scope = recordScope(player.id);
  useUndoKeys((way) => undoIn(scope, way));
  const options = useMemo(() => {
    const ids = practised.map(({ exerciseId }) => exerciseId);
    const more = asked && !ids.includes(asked) && exercises.has(asked) ? [asked] : [];
    const named = [...ids, ...more].map((id) => ({ id, name: titleOf(id) || 'Untitled' }));
    return [{ id: 'all', name: 'all exercises' }, ...named];
  }, [practised, asked, exercises, titleOf]);

  return (
    <Stack tabIndex={-1}>
      <Bar>
        <h1>
          Logbook <small>of {player.name}</small>
        </h1>
        <Filters wanted={wanted} exercises={options} techniques={book.techniques} onChange={set} />
      </Bar>
      {book.isRead && now > book.today ? (
        <p role="status">
          The last runs are dated {dayText(days.at(-1)?.day ?? '')}, after today by this device’s clock. Was
          it set back? They are kept, and count as of today.
        </p>
      ) : null}
      {book.isRead ? <Shown book={book} wanted={deferred} /> : <p aria-busy="true">Opening the logbook …</p>}
    </Stack>
  );
}
