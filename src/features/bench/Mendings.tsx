'use client';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  mendText,
  planOf,
  scopedShare,
  shareText,
  type Exercise,
  type Mending,
  type Plan,
  type Setup,
} from '@/core';
import { startMending, type Running } from '@/workers';
import { Button } from '@/ui/controls/Button';
import { SmallLane } from '@/ui/lane/SmallLane';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';
import type { Try } from './trying';

const List = styled.ul`
  display: grid;
  gap: 0.4rem;
  max-height: 24rem;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
  li {
    display: grid;
    grid-template-columns: 9.5rem minmax(0, 1fr) auto;
    align-items: center;
    gap: 0.6rem;
    padding-top: 0.4rem;
    border-top: 1px solid ${colour.line};
  }
  small {
    display: block;
    color: ${colour.inkSoft};
  }
  strong {
    color: ${colour.good};
    font-weight: 600;
  }
`;

const Row = styled.div`
  display: flex;
  align-items: center;
  gap: 0.6rem;
`;

interface MendingsProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly edit: EditExercise;
  readonly onTry: Try;
  readonly onApplied: () => void;
}

/** What the search has given for one exercise. */
interface Found {
  readonly exercise: Exercise;
  readonly mendings: readonly Mending[];
}

/** What tells one suggestion from another. */
function keyOf({ kind, note, to, first }: Mending): string {
  return `${first ? `${keyOf(first)}, ` : ''}${kind} ${note} ${to}`;
}

/** The search as it runs, in a worker that can be stopped. */
function useMending(exercise: Exercise, setup: Setup) {
  const [found, setFound] = useState<Found | null>(null);
  const [tried, setTried] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const running = useRef<Running<Mending[]> | null>(null);
  useEffect(() => () => running.current?.stop(), []);
  const stop = () => {
    running.current?.stop();
    running.current = null;
    setTried(null);
  };
  const start = () => {
    stop();
    setFault(null);
    setFound(null);
    setTried(0);
    // Progress may arrive after the result; then it is told no more.
    const search = startMending(exercise, setup, (count, one) => {
      if (running.current !== search) return;
      setTried(count);
      if (one)
        setFound((now) => ({
          exercise,
          mendings: [...(now?.exercise === exercise ? now.mendings : []), one],
        }));
    });
    running.current = search;
    search.result.then(
      (mendings) => {
        if (running.current !== search) return;
        setFound({ exercise, mendings });
        stop();
      },
      (error: unknown) => {
        if (running.current !== search) return;
        setFault((error as Error).message);
        stop();
      },
    );
  };
  return { found, tried, fault, start, stop };
}

/** One change with its figures and how the exercise would go then. */
function Offer({
  exercise,
  setup,
  mending,
  before,
  edit,
  onTry,
  onApplied,
}: Omit<MendingsProps, 'plan'> & { mending: Mending; before: string }) {
  const view = useView();
  const { passage, policy, after, gap } = mending;
  const text = mendText(exercise, mending, view);
  const take = () => {
    edit('Mend the balance', (one) => ({ ...one, passage, policy }));
    onApplied();
  };
  return (
    <li>
      <SmallLane plan={planOf(passage, policy, setup)} width={150} />
      <div>
        {text}
        <small>
          {before} → {shareText(after)} {gap === 0 ? <strong>on target</strong> : null}
        </small>
      </div>
      <span>
        <Button
          look="quiet"
          aria-label={`Try: ${text}`}
          onPress={() => onTry({ of: exercise, label: text, passage, policy, take })}
        >
          Try
        </Button>
        <Button aria-label={`Apply: ${text}`} onPress={take}>
          Apply
        </Button>
      </span>
    </li>
  );
}

/** Small changes that bring an exercise nearer to the balance its goal wants; each is one press and one undo. */
export function Mendings({ exercise, plan, setup, edit, onTry, onApplied }: MendingsProps) {
  const { found, tried, fault, start, stop } = useMending(exercise, setup);
  const before = shareText(scopedShare(exercise.goal, plan.analysis));
  const isCurrent = found?.exercise === exercise;
  return (
    <>
      <Row>
        {tried === null ? (
          <Button onPress={start} isDisabled={isCurrent}>
            What would mend it?
          </Button>
        ) : (
          <>
            <span role="status">{tried} changes tried</span>
            <Button onPress={stop}>Stop</Button>
          </>
        )}
      </Row>
      {fault ? <p role="alert">{fault} The exercise is as it was.</p> : null}
      {isCurrent && tried === null && found.mendings.length === 0 ? (
        <p role="status">No small change brings it nearer; the goal may ask for other material.</p>
      ) : null}
      {isCurrent && found.mendings.length > 0 ? (
        <List aria-label="What would mend the balance">
          {found.mendings.map((mending) => (
            <Offer
              key={keyOf(mending)}
              exercise={exercise}
              setup={setup}
              mending={mending}
              before={before}
              edit={edit}
              onTry={onTry}
              onApplied={onApplied}
            />
          ))}
        </List>
      ) : null}
    </>
  );
}
