'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { ladderAt, practiceAt } from '@/addresses';
import { bpmText, counted, durationText, KIND_NAMES } from '@/core';
import { agoText, commonestReason, REASON_MENDINGS } from '@/core/record';
import { database, openSession, type LibraryItem } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { GoLink } from '@/ui/controls/GoLink';
import { say } from '@/ui/controls/say';
import { KindIcon } from '@/ui/lane/marks';
import { NO_SUCH_CHANGE, recordedDrill } from '@/work/mendDrill';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { dayText } from '@/ui/dayText';
import { isOverAll } from '@/work/practice/session';
import { colour } from '@/ui/theme/tokens';
import { once } from '@/work/perform';
import { comingNext } from '@/work/comingNext';
import type { Practised } from './usePractised';

const Strip = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.5rem;
  padding: 0.6rem 1rem;
  border: 1px solid ${colour.line};
  border-left: 4px solid ${colour.accent};
  border-radius: 0.4rem;
  background: ${colour.card};
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
    align-items: center;
    gap: 0.5rem 0.75rem;
    > * {
      max-width: 100%;
      white-space: normal;
    }
  }
`;

const SessionDialog = dynamic(
  () => import('@/ui/session/SessionDialog').then((module) => module.SessionDialog),
  {
    ssr: false,
  },
);

/** More that come back are counted, not named. */
const MOST_NAMED = 3;

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
  const [plans, setPlans] = useState(false);
  const session = useKept(() => openSession(database(), player.id), [player.id]) ?? null;
  const { last, next, failing, rest, due, stuckSince, little } = useMemo(
    () => comingNext(here, { pain, limits: player.limits, today }),
    [here, pain, player.limits, today],
  );
  const inSession =
    session && !isOverAll(session) ? byId.get(session.items[session.at]!.exerciseId) : undefined;
  // What is next anyway need not be named twice.
  const back = due.filter(({ exerciseId }) => exerciseId !== next?.exerciseId);
  const open = underWay ? byId.get(underWay.exerciseId) : undefined;
  if (!last && !open && !pain) return null;
  const titleOf = (id: string) => byId.get(id)?.exercise.title || 'Untitled';
  const lastItem = last && byId.get(last.exerciseId);
  const rate = last && cleanRates.get(last.exerciseId);
  const reason = failing ? commonestReason(failing.reasons) : null;
  const drill = async () => {
    const id = failing ? await recordedDrill(failing, player.setup) : null;
    if (id) router.push(practiceAt(id));
    else say(NO_SUCH_CHANGE);
  };
  const canDrill = failing !== null && reason !== 'tight' && !rest;
  // Where it is stuck or must rest, playing on is not the first thing offered.
  const isDrilled = canDrill && stuckSince !== null;
  const Go = rest || isDrilled ? Link : GoLink;
  const drillButton = canDrill ? (
    <Button
      {...(isDrilled ? { look: 'primary' as const } : {})}
      onPress={() => once('Making the drill', drill)}
    >
      Drill that change
    </Button>
  ) : null;
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
        {rest ? <small>{rest}</small> : null}
        {stuckSince && !rest ? (
          <small>
            <b>Stuck since {dayText(stuckSince)}</b>: stop climbing for now. Drill the change that fails, or
            take another kind of ladder.
          </small>
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
        {little && !rest ? (
          <small>
            {titleOf(little.exerciseId)} had {durationText(little.seconds)} in {counted(little.weeks, 'week')}
            : too little to move.
          </small>
        ) : null}
        {back.length > 0 && !rest ? (
          <small>
            Comes back today:{' '}
            {back
              .slice(0, MOST_NAMED)
              .map(({ exerciseId }) => titleOf(exerciseId))
              .join(', ')}
            {back.length > MOST_NAMED ? ` and ${back.length - MOST_NAMED} more` : ''}.
          </small>
        ) : null}
      </p>
      <div className="acts">
        {isDrilled ? drillButton : null}
        {inSession ? (
          <GoLink href={practiceAt(inSession.record.id)} prefetch={false}>
            Go on with the session: {titleOf(inSession.record.id)}
          </GoLink>
        ) : open ? (
          <GoLink href={practiceAt(open.record.id, underWay!.mode)} prefetch={false}>
            Go on where it stopped: {titleOf(open.record.id)}
          </GoLink>
        ) : next ? (
          <Go href={practiceAt(next.exerciseId)} prefetch={false}>
            {rest ? 'When it is rested' : isDrilled ? 'Practise' : 'Next'}: {titleOf(next.exerciseId)}
          </Go>
        ) : null}
        {isDrilled ? null : drillButton}
        {stuckSince && last && !rest ? (
          <Link href={ladderAt(last.exerciseId)} prefetch={false}>
            Its ladder
          </Link>
        ) : null}
        {next && back.length > 0 && !inSession && !rest ? (
          <Button onPress={() => setPlans(true)}>Session of today</Button>
        ) : null}
      </div>
      {plans && next ? (
        <SessionDialog exerciseIds={[next.exerciseId]} onClose={() => setPlans(false)} />
      ) : null}
    </Strip>
  );
}
