'use client';
import styled from 'styled-components';
import {
  againstTarget,
  KIND_NAMES,
  ofKind,
  tightestChanges,
  type Exercise,
  type PickingPolicy,
  type Plan,
  type PolicyKind,
  type Setup,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';
import type { TabId } from './BenchPanels';

const Parts = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.6rem;
`;

const Against = styled.span<{ $colour: string }>`
  color: ${({ $colour }) => $colour};
  font-weight: 650;
`;

const PAINTS = { 'on target': colour.good, 'off target': colour.warn, 'no target': colour.inkSoft } as const;

const POLICIES: readonly { readonly id: PolicyKind; readonly name: string }[] = [
  { id: 'alternateByNote', name: 'alternate' },
  { id: 'alternateByPulse', name: 'by pulse' },
  { id: 'economy', name: 'economy' },
  { id: 'sweep', name: 'sweep' },
  { id: 'leastTravel', name: 'least travel' },
  { id: 'oneSlant', name: 'one slant' },
];

const STARTS = [
  { id: 'down', name: 'down' },
  { id: 'up', name: 'up' },
  { id: 'auto', name: 'auto' },
] as const;

const Tightest = styled(Button)`
  padding: 0.2rem 0.3rem;
  text-decoration: underline dotted;
  text-underline-offset: 0.2em;
`;

export interface AnswerPartsProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly bpm: number;
  readonly edit: EditExercise;
  readonly onTab: (tab: TabId) => void;
}

/** Who decides the strokes and how they start, the balance against its target, and what is tightest. */
export function AnswerParts({ exercise, plan, setup, bpm, edit, onTab }: AnswerPartsProps) {
  const { policy, passage, goal } = exercise;
  const against = againstTarget(goal, plan.analysis.figures);
  const [tightest] = tightestChanges(passage, plan.analysis, bpm, setup);
  const decide = (label: string, change: Partial<PickingPolicy>) =>
    edit(label, (one) => ({ ...one, policy: { ...one.policy, ...change } }));
  return (
    <Parts>
      <Choice
        label="Strokes are"
        hideLabel
        value={policy.kind}
        options={POLICIES}
        onChange={(kind) => decide('Who decides the strokes', ofKind(policy, kind))}
      />
      <Choice
        label="Start"
        hideLabel
        value={policy.start}
        options={STARTS}
        onChange={(start) => decide('Start', { start })}
      />
      {against.state === 'no target' ? null : (
        <Against $colour={PAINTS[against.state]}>{against.text}</Against>
      )}
      {tightest ? (
        <Tightest look="quiet" onPress={() => onTab('strokes')}>
          tightest: {KIND_NAMES[tightest.change.kind]} {tightest.change.stringFrom} →{' '}
          {tightest.change.stringTo}, {(tightest.seconds * 1000).toFixed(0)} ms at {bpm}
        </Tightest>
      ) : null}
    </Parts>
  );
}
