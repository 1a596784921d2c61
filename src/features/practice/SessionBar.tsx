'use client';
import styled from 'styled-components';
import { bpmText } from '@/core';
import { checkSpeed, recallText, type Due } from '@/core/record';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';
import { doneText, whyNext } from '@/work/practice/session';
import type { Sitting } from './useSession';

const Bar = styled.section`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
  padding: 0.4rem 0.75rem;
  border: 1px solid ${colour.line};
  border-left: 4px solid ${colour.accent};
  border-radius: 0.4rem;
  background: ${colour.card};
  p {
    flex: 1 1 22rem;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
`;

/** Where the session stands, what comes next and why. */
export function SessionBar({ sitting, canGoOn }: { sitting: Sitting; canGoOn: boolean }) {
  const { session, item, isHere, isTurnOver, isDone, next, titleOf } = sitting;
  const place = `${session.at + 1} of ${session.items.length}`;
  return (
    <Bar aria-label="Session" data-session>
      <p role="status">
        {isHere ? (
          <>
            Session, {place}: {doneText(item)}.{' '}
            {next === null ? (
              isDone ? (
                <b>All of it is done.</b>
              ) : (
                'This is the last.'
              )
            ) : isTurnOver ? (
              <>
                <b>Next: {titleOf(next.exerciseId)}</b>, {doneText(next)} so far: {whyNext(session)}.
              </>
            ) : (
              `Then ${titleOf(next.exerciseId)}, ${doneText(next)} so far.`
            )}
          </>
        ) : (
          <>
            A session is under way; {titleOf(item.exerciseId)} is on ({place}, {doneText(item)}). What is
            played here counts on the record, not in its boxes.
          </>
        )}
      </p>
      <div className="acts">
        {canGoOn && (!isHere || next !== null) ? (
          <Button onPress={sitting.goOn}>
            {isHere ? 'Next exercise' : 'Go on with it'} <kbd aria-hidden>n</kbd>
          </Button>
        ) : null}
        {isHere && !isDone && next !== null && canGoOn ? (
          <Button look="quiet" onPress={sitting.leave}>
            Enough of this one
          </Button>
        ) : null}
        <Button look="quiet" onPress={sitting.end}>
          End the session
        </Button>
      </div>
    </Bar>
  );
}

/** An exercise that comes back today, before its first run. */
export function ColdNotice({ due, subdivision }: { due: Due; subdivision: number }) {
  return (
    <p role="status" data-cold>
      <b>Comes back today.</b> Its first run counts, played cold, at{' '}
      {bpmText(Math.ceil((checkSpeed(due) * 60) / subdivision))} bpm or faster: {recallText(due)}.
    </p>
  );
}
