'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { bpmText, climbOf, durationText, planOf, type Exercise } from '@/core';
import type { ExerciseSession, SessionState } from '@/storage';
import { UndoButtons } from '@/ui/controls/UndoButtons';
import { keyHandler, useKeySheet, type KeyGroup } from '@/ui/keys/keys';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { useLadder } from '@/ui/shell/useLadder';
import { usePlayback } from '@/ui/sound/usePlayback';
import { colour } from '@/ui/theme/tokens';
import { EqualSpeeds } from './EqualSpeeds';
import { LadderForm } from './LadderForm';
import { StepTable } from './StepTable';

const Root = styled.div`
  display: grid;
  gap: 0.9rem;
  outline: none;
`;

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1.25rem;
  h1 {
    font-size: 1.45rem;
    overflow-wrap: anywhere;
  }
  p {
    color: ${colour.inkSoft};
  }
  .end {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    margin-left: auto;
  }
`;

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(15rem, 20rem) minmax(0, 1fr);
  align-items: start;
  gap: 1.5rem;
  @media (max-width: 48rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Total = styled.p`
  margin-bottom: 0.5rem;
  font-size: 1.15rem;
  font-weight: 650;
`;

const KEYS: readonly KeyGroup[] = [
  {
    title: 'Tempo ladder',
    bindings: [
      { keys: [' '], does: 'Play or stop' },
      { keys: ['j'], does: 'One step down' },
      { keys: ['k'], does: 'One step up' },
      { keys: ['Ctrl+z'], does: 'Undo' },
      { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: 'Redo' },
      { keys: ['?'], does: 'This sheet' },
    ],
  },
];

/** The view's keys act from the start. */
const focusOnce = (element: HTMLElement | null) => element?.focus({ preventScroll: true });

const LANE_WIDTH = 260;

interface LadderProps {
  readonly session: ExerciseSession;
  readonly state: SessionState;
  readonly exercise: Exercise;
}

/** The ladder of an exercise that is there. */
export function Ladder({ session, state, exercise }: LadderProps) {
  const player = usePlayer();
  const { spec, ownGoalBpm, set } = useLadder(session.id, exercise);
  const { steps, times } = useMemo(() => climbOf(exercise, spec), [exercise, spec]);
  const plan = useMemo(
    () => planOf(exercise.passage, exercise.policy, player.setup),
    [exercise.passage, exercise.policy, player.setup],
  );
  const [wanted, setWanted] = useState(0);
  const chosen = Math.min(wanted, steps.length - 1);
  const { passage, policy } = exercise;
  const hands = usePlayback(plan, policy.loop === true, steps[chosen]!.bpm);
  useKeySheet(KEYS);
  const onKeyDown = keyHandler([
    { keys: [' '], does: '', run: hands.toggle },
    { keys: ['j'], does: '', run: () => setWanted(Math.max(0, chosen - 1)) },
    { keys: ['k'], does: '', run: () => setWanted(Math.min(steps.length - 1, chosen + 1)) },
    { keys: ['Ctrl+z'], does: '', run: () => session.step('undo') },
    { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: '', run: () => session.step('redo') },
  ]);
  const total = times.at(-1)!.untilSeconds;
  const passes = steps.reduce((sum, step) => sum + (step.passes ?? 0), 0);
  return (
    <Root ref={focusOnce} tabIndex={-1} onKeyDown={onKeyDown}>
      <Head>
        <h1>
          Ladder: <Link href={`/bench/${session.id}`}>{exercise.title || 'Untitled'}</Link>
        </h1>
        <p>for {player.name}</p>
        <div aria-hidden>
          <SmallLane plan={plan} width={LANE_WIDTH} />
        </div>
        <div className="end">
          <Link href={`/handout?ids=${session.id}`}>Handout</Link>
          <UndoButtons undo={state.undo} redo={state.redo} onStep={(way) => session.step(way)} />
        </div>
      </Head>
      <Columns>
        <div>
          <LadderForm exercise={exercise} ownGoalBpm={ownGoalBpm} spec={spec} set={set} />
          <EqualSpeeds spec={spec} subdivision={passage.subdivision} />
        </div>
        <section aria-label="Steps">
          <Total data-total>
            {steps.length === 1
              ? `One step at ${bpmText(steps[0]!.bpm)}`
              : `${steps.length} steps from ${bpmText(steps[0]!.bpm)} to ${bpmText(steps.at(-1)!.bpm)} bpm`}
            : {passes} {passes === 1 ? 'pass' : 'passes'}, {durationText(total)}
          </Total>
          <StepTable
            exercise={exercise}
            steps={steps}
            times={times}
            chosen={chosen}
            isPlaying={hands.isPlaying}
            onChoose={setWanted}
            onToggle={hands.toggle}
          />
        </section>
      </Columns>
    </Root>
  );
}
