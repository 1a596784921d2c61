'use client';
import { AudioLines, Play } from 'lucide-react';
import { GridList, useDragAndDrop, type DropItem } from 'react-aria-components';
import styled from 'styled-components';
import { dayAfter, type DayRecord } from '@/core/record';
import { dayLoads, type WeekSession } from '@/core/routine';
import { Button } from '@/ui/controls/Button';
import { NumberBox } from '@/ui/controls/NumberBox';
import { TimeBox } from '@/ui/controls/TimeBox';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import { trackOfDay } from '@/work/track/asking';
import { moveVisit, setSession } from '@/work/week/acts';
import { blocksOf, type OpenWeek } from '@/work/week/problem';
import { loadOfDayText, overTexts, WEEKDAYS } from '@/work/week/telling';
import { AddVisit, Besides, VisitCard, type DayProps } from './VisitCard';

/** Days without a session take less room. */
const Grid = styled.div<{ $isOpen: readonly boolean[] }>`
  display: grid;
  grid-template-columns: ${({ $isOpen }) =>
    $isOpen.map((open) => (open ? 'minmax(8.75rem, 1fr)' : 'minmax(6.4rem, 0.6fr)')).join(' ')};
  gap: 0.5rem;
  overflow-x: auto;
  @media (max-width: 40rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Column = styled.section<{ $isToday: boolean; $isPast: boolean }>`
  display: grid;
  grid-template-rows: auto auto 1fr auto;
  align-content: start;
  gap: 0.4rem;
  padding: 0.5rem;
  border: 1px solid ${({ $isToday }) => ($isToday ? colour.accent : colour.line)};
  border-top-width: 4px;
  border-radius: 0.4rem;
  background: ${({ $isPast }) => ($isPast ? colour.sunken : colour.card)};
  h3 {
    font-size: 0.9375rem;
  }
  input {
    width: 1.7rem;
    padding: 0;
  }
  h3 small {
    color: ${colour.inkSoft};
    font-weight: 400;
  }
  .time {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.2rem 0.3rem;
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  .free,
  .load {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
  .add {
    margin-top: 0.35rem;
  }
  .over {
    color: ${colour.bad};
    font-size: 0.8125rem;
    font-weight: 600;
  }
`;

const List = styled(GridList)`
  display: grid;
  align-content: start;
  gap: 0.35rem;
  min-height: 3rem;
  border-radius: 0.3rem;
  &[data-drop-target] {
    outline: 2px dashed ${colour.accent};
    outline-offset: 2px;
  }
  .react-aria-DropIndicator[data-drop-target] {
    outline: 2px solid ${colour.accent};
  }
  &[data-empty] {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
  }
`;

const TYPE = 'application/x-yardfell-visit';

/** A visit that is on its way to another day. */
interface Moved {
  readonly exerciseId: string;
  readonly from: number;
}

/** What was dropped, of what can be moved here. */
async function movedIn(items: readonly DropItem[]): Promise<Moved[]> {
  const texts = await Promise.all(
    items.flatMap((item) => (item.kind === 'text' && item.types.has(TYPE) ? item.getText(TYPE) : [])),
  );
  return texts.map((text) => JSON.parse(text) as Moved);
}

function Day(props: DayProps) {
  const { open, problem, day, today, session, played, isBusy, onChange, onPractise } = props;
  const isPast = day < today;
  const doneOf = (id: string) => played.find(({ exerciseId }) => exerciseId === id);
  const move = (keys: readonly Moved[], place: number) => {
    for (const { exerciseId, from } of keys) {
      const title = open.book.titleOf(exerciseId);
      onChange(`Move “${title}” to ${WEEKDAYS[day]}`, (week) =>
        moveVisit(week, exerciseId, from, day, place),
      );
    }
  };
  const placeOf = (key: unknown, after: boolean, moved: ReadonlySet<string>) => {
    const others = session.visits.filter(({ exerciseId }) => !moved.has(exerciseId));
    const at = others.findIndex(({ exerciseId }) => exerciseId === key);
    return at < 0 ? Infinity : at + (after ? 1 : 0);
  };
  const { dragAndDropHooks } = useDragAndDrop({
    isDisabled: isPast || isBusy,
    acceptedDragTypes: [TYPE],
    getItems: (keys) =>
      [...keys].map((key) => ({
        [TYPE]: JSON.stringify({ exerciseId: String(key), from: day }),
        'text/plain': open.book.titleOf(String(key)),
      })),
    getDropOperation: () => 'move',
    onInsert: ({ items, target }) =>
      attempt('Moving', async () =>
        move(await movedIn(items), placeOf(target.key, target.dropPosition === 'after', new Set())),
      ),
    onRootDrop: ({ items }) => attempt('Moving', async () => move(await movedIn(items), Infinity)),
    onReorder: ({ keys, target }) => {
      const moved = new Set([...keys].map(String));
      move(
        [...moved].map((exerciseId) => ({ exerciseId, from: day })),
        placeOf(target.key, target.dropPosition === 'after', moved),
      );
    },
  });
  const load = dayLoads(
    problem,
    blocksOf(problem, { ...open, content: { ...open.content, sessions: sessionsWith(open, day, session) } }),
  ).find((one) => one.day === day);
  const isAnyLeft = session.visits.some(({ exerciseId }) => !doneOf(exerciseId));
  return (
    <Column aria-label={WEEKDAYS[day]!} $isToday={day === today} $isPast={isPast} data-day={day}>
      <h3>
        {WEEKDAYS[day]} <small>{Number(dayAfter(open.read.monday, day).slice(8))}</small>
        {day === today ? <small> today</small> : null}
      </h3>
      {isPast ? (
        <p className="free">{session.minutes > 0 ? `${session.minutes} min were planned` : 'no session'}</p>
      ) : (
        <div className="time">
          <NumberBox
            label={`Minutes on ${WEEKDAYS[day]}`}
            hideLabel
            value={session.minutes}
            min={0}
            max={600}
            onChange={(minutes) =>
              minutes === null
                ? undefined
                : onChange('Minutes', (week) => setSession(week, day, { minutes }), `day-${day}`)
            }
          />
          {session.minutes > 0 ? (
            <>
              <span aria-hidden>min</span>
              <TimeBox
                label={`${WEEKDAYS[day]} begins at`}
                value={session.begins}
                onChange={(begins) =>
                  onChange('Minutes', (week) => setSession(week, day, { begins }), `begins-${day}`)
                }
              />
            </>
          ) : null}
        </div>
      )}
      <div>
        <List
          aria-label={`What comes on ${WEEKDAYS[day]}`}
          dragAndDropHooks={dragAndDropHooks}
          disabledKeys={played.map(({ exerciseId }) => exerciseId)}
          renderEmptyState={() =>
            isPast ? 'nothing' : session.minutes === 0 ? 'no session' : `${session.minutes} min free`
          }
        >
          {session.visits.map((visit) => (
            <VisitCard key={visit.exerciseId} {...props} visit={visit} isDone={doneOf(visit.exerciseId)} />
          ))}
        </List>
        <Besides played={played} session={session} open={open} />
        {isPast || isBusy || session.minutes === 0 ? null : <AddVisit {...props} />}
      </div>
      <div>
        {load && load.exercises > 0 ? <p className="load">{loadOfDayText(load)}</p> : null}
        {load
          ? overTexts(load, problem).map((text) => (
              <p key={text} className="over">
                {text}
              </p>
            ))
          : null}
        {day === today && isAnyLeft && !isBusy ? (
          <Button look="primary" onPress={() => onPractise(day)}>
            <Play size={15} aria-hidden /> Practise it
          </Button>
        ) : null}
        {!isPast && session.visits.length > 0 && !isBusy ? (
          <Button
            look="quiet"
            aria-label={`Practice track of ${WEEKDAYS[day]!}`}
            onPress={() => trackOfDay(open, day, WEEKDAYS[day]!)}
          >
            <AudioLines size={15} aria-hidden /> Track
          </Button>
        ) : null}
      </div>
    </Column>
  );
}

const sessionsWith = ({ content }: OpenWeek, day: number, session: WeekSession): readonly WeekSession[] =>
  content.sessions.map((one, at) => (at === day ? session : one));

/** The days of a week, each with what comes on it. */
export function Days({
  sessions,
  played,
  ...props
}: Omit<DayProps, 'day' | 'session' | 'played'> & {
  sessions: readonly WeekSession[];
  played: readonly (readonly DayRecord[])[];
}) {
  return (
    <Grid $isOpen={sessions.map(({ minutes, visits }) => minutes > 0 || visits.length > 0)}>
      {sessions.map((session, day) => (
        <Day key={day} {...props} day={day} session={session} played={played[day]!} />
      ))}
    </Grid>
  );
}
