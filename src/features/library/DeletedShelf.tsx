'use client';
/** What was deleted or left out, for thirty days, with the way back. */
import styled from 'styled-components';
import { counted } from '@/core';
import { database } from '@/storage';
import { bringBack, readShelf, SHELF_DAYS, type ShelvedAction } from '@/storage/shelf';
import { Button } from '@/ui/controls/Button';
import { EmptyState } from '@/ui/controls/EmptyState';
import { say } from '@/ui/controls/say';
import { colour } from '@/ui/theme/tokens';
import { dayText } from '@/ui/dayText';
import { attempt } from '@/work/perform';
import { recordParts } from '@/work/records';
import { undoOf } from '@/work/undoing';
import { useKept } from '@/ui/shell/useKept';

const Row = styled.li`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1rem;
  padding: 0.5rem;
  border-bottom: 1px solid ${colour.line};
  div {
    flex: 1 1 16rem;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  h2 {
    font-size: 1rem;
  }
  small {
    color: ${colour.inkSoft};
  }
`;

function contentText({ counts, runs, why, whose, day }: ShelvedAction): string {
  const of = [...(whose ? [`of ${whose}`] : []), ...(day ? [dayText(day)] : [])].join(', ');
  const played = runs > 0 ? `; ${counted(runs, 'run')} stay in the logbook` : '';
  return `${why === 'version' ? 'Other version of ' : ''}${recordParts(counts).join(', ')}${of ? ` ${of}` : ''}${played}`;
}

/** The shelf of what was deleted. */
export function DeletedShelf() {
  const shelf = useKept(() => readShelf(database()));
  if (!shelf) return <p aria-busy="true">Looking on the shelf …</p>;
  if (shelf.length === 0)
    return (
      <EmptyState title="Nothing is deleted">
        <p>What you delete lies here for {SHELF_DAYS} days, whole, and can be brought back.</p>
      </EmptyState>
    );
  const back = (action: ShelvedAction) =>
    attempt(
      'Bringing back',
      async () => {
        const entry = await bringBack(database(), action.id);
        say(`Back again: ${action.titles[0] ? `“${action.titles[0]}”` : action.label}.`, undoOf(entry));
      },
      'It still lies on the shelf.',
    );
  return (
    <ul aria-label={`${counted(shelf.length, 'action')} on the shelf`}>
      {shelf.map((action) => {
        const title = action.titles.length > 0 ? action.titles.slice(0, 3).join(', ') : action.label;
        return (
          <Row key={action.id}>
            <div>
              <h2>
                {title}
                {action.titles.length > 3 ? ` and ${action.titles.length - 3} more` : ''}
              </h2>
              <small>
                {action.label} on {dayText(action.shelvedAt.slice(0, 10))} at {action.shelvedAt.slice(11, 16)}{' '}
                · {contentText(action)}
              </small>
            </div>
            <span>{counted(action.daysLeft, 'day')} left</span>
            <Button aria-label={`Bring back ${title}`} onPress={() => back(action)}>
              Bring back
            </Button>
          </Row>
        );
      })}
    </ul>
  );
}
