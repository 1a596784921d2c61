'use client';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import styled from 'styled-components';
import { bpmText, counted, KIND_NAMES } from '@/core';
import {
  agoText,
  commonestReason,
  dayAfter,
  exercisesIn,
  failingChanges,
  isNoOnePlace,
  nextExercise,
  REASON_MENDINGS,
} from '@/core/record';
import type { LibraryItem } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { GoLink } from '@/ui/controls/GoLink';
import { say } from '@/ui/controls/say';
import { KindIcon } from '@/ui/lane/marks';
import { NO_SUCH_CHANGE, recordedDrill } from '@/work/mendDrill';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import { attempt } from '@/work/perform';
import type { Practised } from './usePractised';

const Strip = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1.5rem;
  padding: 0.6rem 1rem;
  border: 1px solid ${colour.line};
  border-left: 4px solid ${colour.accent};
  border-radius: 0.4rem;
  background: ${colour.card};
  p {
    flex: 1 1 20rem;
  }
  strong {
    color: ${colour.warn};
  }
  small {
    display: block;
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
`;

/** What fails is asked of the last weeks only. */
const RECENT_DAYS = 28;

type NextStripProps = Pick<Practised, 'days' | 'underWay' | 'pain' | 'today' | 'cleanRates'> & {
  readonly items: readonly LibraryItem[];
};

/** What was played last, what fails, and what comes next for the student of the moment. */
export function NextStrip({ items, days, underWay, pain, today, cleanRates }: NextStripProps) {
  const player = usePlayer();
  const router = useRouter();
  const byId = useMemo(
    () =>
      new Map(items.filter(({ record }) => record.archivedAt === null).map((item) => [item.record.id, item])),
    [items],
  );
  const here = useMemo(() => days.filter(({ exerciseId }) => byId.has(exerciseId)), [days, byId]);
  const { last, next, failing } = useMemo(() => {
    const book = exercisesIn(here);
    const recent = here.filter(({ day }) => day > dayAfter(today, -RECENT_DAYS));
    const failing = failingChanges(recent);
    return {
      last: book[0],
      next: nextExercise(book, today),
      failing: isNoOnePlace(failing) ? undefined : failing[0],
    };
  }, [here, today]);
  const open = underWay ? byId.get(underWay.exerciseId) : undefined;
  if (!last && !open && !pain) return null;
  const titleOf = (id: string) => byId.get(id)?.exercise.title || 'Untitled';
  const lastItem = last && byId.get(last.exerciseId);
  const rate = last && cleanRates.get(last.exerciseId);
  const reason = failing ? commonestReason(failing.reasons) : null;
  const drill = async () => {
    const id = failing ? await recordedDrill(failing, player.setup) : null;
    if (id) router.push(`/practice/${id}`);
    else say(NO_SUCH_CHANGE);
  };
  return (
    <Strip aria-label={`Next for ${player.name}`} data-next>
      <p>
        {pain ? (
          <strong>
            It hurt {agoText(pain.day, today)}, in {titleOf(pain.exerciseId)} at {bpmText(pain.bpm)}.
          </strong>
        ) : null}{' '}
        {last ? (
          <>
            <b>{player.name}</b> last played {titleOf(last.exerciseId)}, {agoText(last.lastDay, today)}
            {rate && lastItem ? `, clean at ${Math.round(rate / lastItem.exercise.passage.subdivision)}` : ''}
            .
          </>
        ) : null}
        {failing ? (
          <small>
            Falls apart most: <KindIcon kind={failing.kind} size={14} /> {KIND_NAMES[failing.kind]} from
            string {failing.stringFrom} to {failing.stringTo} in {titleOf(failing.exerciseId)}, in{' '}
            {failing.runs} of {counted(failing.played, 'pass', 'passes')} in four weeks
            {reason ? `, mostly: ${REASON_MENDINGS[reason].name}` : ''}.
            {reason === 'tight' ? ' Slower, with rests, before any drill.' : ''}
          </small>
        ) : null}
      </p>
      <div className="acts">
        {failing && reason !== 'tight' ? (
          <Button onPress={() => attempt('Making the drill', drill)}>Drill that change</Button>
        ) : null}
        {open ? (
          <GoLink
            href={`/practice/${open.record.id}${underWay!.mode === 'ladder' ? '' : `?mode=${underWay!.mode}`}`}
            prefetch={false}
          >
            Go on where it stopped: {titleOf(open.record.id)}
          </GoLink>
        ) : next ? (
          <GoLink href={`/practice/${next.exerciseId}`} prefetch={false}>
            Next: {titleOf(next.exerciseId)}
          </GoLink>
        ) : null}
      </div>
    </Strip>
  );
}
