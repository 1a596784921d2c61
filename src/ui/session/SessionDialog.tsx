'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { practiceAt } from '@/addresses';
import { counted } from '@/core';
import { database, openSession, type PracticeSession, type SessionBox } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { Dialog } from '@/ui/controls/Dialog';
import { NumberField } from '@/ui/controls/NumberField';
import { usePlayer } from '@/ui/shell/player';
import { useKept } from '@/ui/shell/useKept';
import { colour } from '@/ui/theme/tokens';
import { attempt, once } from '@/work/perform';
import { isOverAll, minutesText } from '@/work/practice/session';
import { beginSession, draftSession, type SessionDraft } from '@/work/practice/sessions';

const Form = styled.div`
  display: grid;
  gap: 0.9rem;
  ol {
    display: grid;
    gap: 0.5rem;
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 6rem 10.5rem;
    align-items: end;
    gap: 0.5rem 0.75rem;
  }
  li > div:first-child {
    align-self: center;
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem 1rem;
  }
  li .acts {
    flex-wrap: nowrap;
    justify-content: end;
    gap: 0;
  }
  @media (max-width: 40rem) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    li > div:first-child {
      grid-column: 1 / -1;
    }
  }
`;

const BOXES = [
  { id: 'minutes', name: 'minutes' },
  { id: 'runs', name: 'runs' },
] as const;

const ORDERS = [
  { id: 'blocked', name: 'one after the other' },
  { id: 'by turns', name: 'by turns' },
] as const;

const ORDER_WORDS = {
  blocked: 'Each until its box is full. It goes better today.',
  'by turns':
    'Each in three short turns, round and round. It goes worse today and is kept better (Shea & Morgan 1979).',
} as const;

const MOST_MINUTES = 60;
const MOST_RUNS = 50;
const sizeOf = (box: SessionBox) => ('minutes' in box ? box.minutes : box.runs);

interface SessionDialogProps {
  /** What was chosen; what comes back today joins by itself. */
  readonly exerciseIds: readonly string[];
  /** They stay in their order: drills lead to their exercise. */
  readonly isInOrder?: boolean;
  readonly onClose: () => void;
}

/** A session of several exercises, before it begins. */
export function SessionDialog({ exerciseIds, isInOrder = false, onClose }: SessionDialogProps) {
  const player = usePlayer();
  const router = useRouter();
  const [draft, setDraft] = useState<SessionDraft | null>(null);
  const [order, setOrder] = useState<PracticeSession['order']>('blocked');
  const underWay = useKept(() => openSession(database(), player.id), [player.id]);
  const asked = exerciseIds.join(' ');
  useEffect(() => {
    let isAsked = true;
    attempt('Planning the session', async () => {
      const made = await draftSession(database(), player.id, asked.split(' ').filter(Boolean), isInOrder);
      if (isAsked) setDraft(made);
    });
    return () => {
      isAsked = false;
    };
  }, [asked, isInOrder, player.id]);
  const items = draft?.items ?? [];
  const setBox = (at: number, box: SessionBox) =>
    setDraft(
      (now) =>
        now && { ...now, items: now.items.map((one, place) => (place === at ? { ...one, box } : one)) },
    );
  const remove = (at: number) => setDraft((now) => now && { ...now, items: now.items.toSpliced(at, 1) });
  const later = (at: number) =>
    setDraft(
      (now) => now && { ...now, items: now.items.toSpliced(at, 1).toSpliced(at + 1, 0, now.items[at]!) },
    );
  const begin = async () => {
    await beginSession(database(), player.id, items, order);
    onClose();
    router.push(practiceAt(items[0]!.exerciseId));
  };
  return (
    <Dialog title={`A session for ${player.name}`} isOpen onClose={onClose}>
      <Form>
        {draft === null ? <p aria-busy="true">Looking what comes back …</p> : null}
        {draft && items.length === 0 ? (
          <p>Nothing is left in it: close this, and choose in the Library.</p>
        ) : null}
        <ol>
          {items.map(({ exerciseId, box, isDue }, at) => {
            const title = draft!.titles.get(exerciseId) ?? 'Untitled';
            const kind = 'minutes' in box ? 'minutes' : 'runs';
            return (
              <li key={exerciseId}>
                <div>
                  {at + 1}. <b>{title}</b>
                  {isDue ? <small>comes back today: the first run is played cold</small> : null}
                </div>
                <Choice
                  label={`${title} in`}
                  hideLabel
                  value={kind}
                  onChange={(unit) => setBox(at, unit === 'minutes' ? { minutes: 8 } : { runs: 4 })}
                  options={BOXES}
                />
                <NumberField
                  label={kind === 'minutes' ? 'Minutes' : 'Runs'}
                  value={sizeOf(box)}
                  min={1}
                  max={kind === 'minutes' ? MOST_MINUTES : MOST_RUNS}
                  onChange={(size) =>
                    size !== null && setBox(at, kind === 'minutes' ? { minutes: size } : { runs: size })
                  }
                />
                <div className="acts">
                  {at < items.length - 1 ? (
                    <Button look="quiet" onPress={() => later(at)} aria-label={`${title}: later`}>
                      Later
                    </Button>
                  ) : null}
                  <Button look="quiet" onPress={() => remove(at)} aria-label={`${title}: take out`}>
                    Take out
                  </Button>
                </div>
              </li>
            );
          })}
        </ol>
        {items.length > 1 ? (
          <div>
            <Choice label="In which order" value={order} onChange={setOrder} options={ORDERS} />
            <small>
              {ORDER_WORDS[order]}{' '}
              {isInOrder
                ? 'The drills lead to their exercise.'
                : 'What comes back stands first, then what is hard; alike ones apart where that can be.'}
            </small>
          </div>
        ) : null}
        {underWay && !isOverAll(underWay) ? (
          <p>
            The session that is under way ({counted(underWay.items.length, 'exercise')}) ends with this one.
            What was judged in it is kept.
          </p>
        ) : null}
        <div className="acts">
          <Button
            look="primary"
            isDisabled={items.length === 0}
            onPress={() => once('Beginning the session', begin)}
          >
            Begin{items.length > 0 ? `: ${minutesText(items)}` : ''}
          </Button>
          <Button onPress={onClose}>Not now</Button>
        </div>
      </Form>
    </Dialog>
  );
}
