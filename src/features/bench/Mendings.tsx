'use client';
import styled from 'styled-components';
import {
  counted,
  costsText,
  mendText,
  planOf,
  scopedShare,
  shareText,
  type Exercise,
  type Mending,
  type Plan,
  type Setup,
} from '@/core';
import { startMending } from '@/workers';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { SmallLane } from '@/ui/lane/SmallLane';
import { useSearch } from '@/ui/shell/useSearch';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { mend, mendingKey, takeMending, type Mended } from '@/work/bench/mending';
import type { EditExercise } from '@/work/bench/acting';
import type { Try } from '@/work/bench/trying';

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
    if (takeMending(edit, exercise, mending)) onApplied();
    else say('The exercise has changed since: look once more for what would mend it.');
  };
  return (
    <li>
      <SmallLane plan={planOf(passage, policy, setup)} width={150} />
      <div>
        {text}
        <small>
          {before} → {shareText(after)} {gap === 0 ? <strong>on target</strong> : null} · {costsText(mending)}
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
  const { search, shown: found, isRunning, fault } = useSearch<Mended>();
  const before = shareText(scopedShare(exercise.goal, plan.analysis));
  const isCurrent = found?.of === exercise;
  return (
    <>
      <Row>
        {!isRunning ? (
          <Button
            onPress={() => mend(search, startMending, exercise, setup)}
            isDisabled={isCurrent && found.isWhole}
          >
            What would mend it?
          </Button>
        ) : (
          <>
            <span role="status">{counted(found?.tried ?? 0, 'change')} tried</span>
            <Button onPress={() => search.stop()}>Stop</Button>
          </>
        )}
      </Row>
      {fault ? <p role="alert">{fault} The exercise is as it was.</p> : null}
      {isCurrent && found.isWhole && found.mendings.length === 0 ? (
        <p role="status">No small change halves how far it is off; the goal may ask for other material.</p>
      ) : null}
      {isCurrent && found.mendings.length > 0 ? (
        <List aria-label="What would mend the balance">
          {found.mendings.map((mending) => (
            <Offer
              key={mendingKey(mending)}
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
