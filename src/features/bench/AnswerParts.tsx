'use client';
import styled from 'styled-components';
import {
  againstTarget,
  KIND_NAMES,
  ofKind,
  POLICY_KINDS,
  policyText,
  tightestChanges,
  type Exercise,
  type PickingPolicy,
  type Plan,
  type Setup,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Menu } from '@/ui/controls/Menu';
import { useView } from '@/ui/shell/viewSettings';
import { ViewButton } from '@/ui/shell/ViewButton';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';
import type { TabId } from './BenchPanels';
import { Legend } from './Legend';

const Parts = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.6rem;
  .end {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.2rem 1rem;
    margin-left: auto;
  }
`;

const Against = styled.span<{ $colour: string }>`
  color: ${({ $colour }) => $colour};
  font-weight: 650;
`;

const PAINTS = { 'on target': colour.good, 'off target': colour.warn, 'no target': colour.inkSoft } as const;

const STARTS: readonly { readonly start: PickingPolicy['start']; readonly name: string }[] = [
  { start: 'down', name: 'starts down' },
  { start: 'up', name: 'starts up' },
  { start: 'auto', name: 'starts as fits better' },
];

export interface AnswerPartsProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly setup: Setup;
  readonly bpm: number;
  readonly hasPins: boolean;
  readonly edit: EditExercise;
  readonly onTab: (tab: TabId) => void;
}

/** Who decides the strokes and how they start, the balance against its target, what is tightest, and the marks of the lane. */
export function AnswerParts({ exercise, plan, setup, bpm, hasPins, edit, onTab }: AnswerPartsProps) {
  const { policy, passage, goal } = exercise;
  const view = useView();
  const { figures } = plan.analysis;
  const against = againstTarget(goal, figures);
  const [tightest] = tightestChanges(passage, plan.analysis, bpm, setup);
  const decide = (label: string, change: Partial<PickingPolicy>) =>
    edit(label, (one) => ({ ...one, policy: { ...one.policy, ...change } }));
  return (
    <Parts>
      <Menu
        label="Strokes are"
        name={policyText(policy, view)}
        items={POLICY_KINDS.map((kind) => ({
          id: kind,
          name: policyText(ofKind(policy, kind), view),
          run: () => decide('Who decides the strokes', ofKind(policy, kind)),
        }))}
      />
      <Menu
        label="Start"
        name={STARTS.find(({ start }) => start === policy.start)!.name}
        items={STARTS.map(({ start, name }) => ({ id: start, name, run: () => decide('Start', { start }) }))}
      />
      {against.state === 'no target' ? null : (
        <Against $colour={PAINTS[against.state]}>{against.text}</Against>
      )}
      {tightest ? (
        <Button look="quiet" onPress={() => onTab('strokes')}>
          tightest: {KIND_NAMES[tightest.change.kind]} from {tightest.change.stringFrom} to{' '}
          {tightest.change.stringTo}, {(tightest.seconds * 1000).toFixed(0)} ms at {bpm}
        </Button>
      ) : null}
      <span className="end">
        {figures.picks > 0 ? <Legend kinds={figures.kinds} hasPins={hasPins} /> : null}
        <ViewButton />
      </span>
    </Parts>
  );
}
