'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import {
  againstTarget,
  counted,
  exposedPairs,
  exposureOf,
  gapOf,
  isMostlySwept,
  isOneSidedLine,
  missingPairs,
  pairRows,
  passBeats,
  passesInRun,
  scopedShare,
  targetOf,
  tightestChanges,
  type Exercise,
  type PairCount,
  type Plan,
  type Setup,
} from '@/core';
import { PairTable } from '@/ui/charts/PairTable';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { usePlayer } from '@/ui/shell/player';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';
import { once, told } from '@/work/perform';
import { useTempos } from './tempos';
import type { Try } from '@/work/bench/trying';
import type { Playing } from './usePlaying';

const Mendings = dynamic(() => import('./Mendings').then((module) => module.Mendings), { ssr: false });

const Panel = styled.section`
  display: grid;
  align-content: start;
  gap: 0.5rem;
  h2 {
    font-size: 1rem;
  }
  details summary {
    cursor: pointer;
  }
`;

const Target = styled.p<{ $colour: string }>`
  color: ${({ $colour }) => $colour};
  font-weight: 650;
`;

type UnitId = 'pass' | 'minute' | 'ladder';

/** Directions of string pairs that are trained in one kind only, in words; empty where there are none. */
function oneKindOnly(pairs: readonly PairCount[]): string {
  const weighed = pairs.filter(({ outside, inside }) => outside + inside > 0);
  const never = (kind: 'outside' | 'inside') => weighed.filter((pair) => pair[kind] === 0);
  const whole = (['outside', 'inside'] as const).find(
    (kind) => weighed.length > 1 && never(kind).length === weighed.length,
  );
  if (whole) return `Never ${whole} on any pair in any direction.`;
  const named = (['outside', 'inside'] as const).flatMap((kind) => {
    const where = never(kind).map(({ stringFrom, stringTo }) => `${stringFrom} to ${stringTo}`);
    return where.length === 0 ? [] : [`never ${kind}: ${where.join(', ')}`];
  });
  return named.length === 0 ? '' : `In one kind only; ${named.join('; ')}.`;
}

/** Inside against outside, pair by pair and direction by direction, against what the goal wants. */
export function BalancePanel({
  exerciseId,
  exercise,
  plan,
  setup,
  bpm,
  playing,
  edit,
  onTry,
}: {
  exerciseId: string;
  exercise: Exercise;
  plan: Plan;
  setup: Setup;
  bpm: number;
  /** Of the student's ladder. */
  playing: Playing;
  edit: EditExercise;
  onTry: Try;
}) {
  const player = usePlayer();
  const router = useRouter();
  // What is pressed to mend goes away once it is mended.
  const heading = useRef<HTMLHeadingElement>(null);
  const { analysis } = plan;
  const { figures } = analysis;
  const [unitId, setUnitId] = useState<UnitId>('pass');
  const { steps } = useTempos(playing);
  const beats = passBeats(exercise);
  // As many as are played where every run is clean.
  const passes = steps.reduce((sum, step) => sum + Math.max(1, step.upAfter) * passesInRun(step, beats), 0);
  const exposure = useMemo(
    () => (unitId === 'ladder' ? exposureOf([{ exercise, plan, passes, bpm }]) : null),
    [unitId, exercise, plan, passes, bpm],
  );
  const perPass = pairRows(figures);
  const rows = exposure ? exposedPairs(exposure) : perPass;
  const unit = {
    pass: { caption: analysis.passes > 1 ? 'a pass' : '', factor: 1 },
    minute: { caption: `a minute at ${bpm} bpm`, factor: bpm / beats },
    ladder: { caption: `in ${counted(passes, 'pass', 'passes')} of the ladder`, factor: 1 },
  }[unitId];
  const target = targetOf(exercise.goal);
  const against = againstTarget(exercise.goal, figures);
  const gap = gapOf(exercise.goal, scopedShare(exercise.goal, analysis));
  const paint = { 'on target': colour.good, 'off target': colour.warn, 'no target': colour.inkSoft }[
    against.state
  ];
  const isBalanced = target !== null && target.insideShare === 0.5;
  const isOneSided = !isBalanced && isOneSidedLine(analysis);
  const openTwin = async () => {
    const { keepTwin } = await import('@/work/sheet');
    const twin = await keepTwin(exerciseId, exercise, player);
    if (twin) router.push(benchAt(twin.id));
    else told('Turned round, this line would not have the other kind. Nothing was made.');
  };
  const oneSided =
    isBalanced || (target === null && !isMostlySwept(figures)) ? oneKindOnly(figures.pairs) : '';
  const missing = missingPairs(
    rows,
    exercise.passage.notes.map((note) => note.string),
  );
  const [tightest] = tightestChanges(exercise.passage, analysis, bpm, setup);
  return (
    <Panel aria-label="Balance">
      <h2 ref={heading} tabIndex={-1}>
        How it balances
      </h2>
      {/* Against a target it stands in the answer line. */}
      {target === null ? <Target $colour={paint}>{against.text}</Target> : null}
      {rows.length === 0 ? (
        <p>There are no string changes to weigh.</p>
      ) : (
        <>
          <Choice
            label="Counted"
            hideLabel
            value={unitId}
            options={[
              { id: 'pass', name: 'a pass' },
              { id: 'minute', name: `a minute at ${bpm} bpm` },
              { id: 'ladder', name: `the whole ladder (${counted(passes, 'pass', 'passes')})` },
            ]}
            onChange={setUnitId}
          />
          <PairTable
            caption={`String changes ${unit.caption} by pair and direction`}
            rows={rows}
            factor={unit.factor}
          />
        </>
      )}
      {oneSided !== '' ? <p>{oneSided}</p> : null}
      {missing.length > 0 ? <p>No change between strings {missing.join(', ')}.</p> : null}
      {gap !== null && gap > 0 ? (
        <Mendings
          exercise={exercise}
          plan={plan}
          setup={setup}
          edit={edit}
          onTry={onTry}
          onApplied={() => heading.current?.focus()}
        />
      ) : null}
      {isOneSided ? (
        <p>
          <Button onPress={() => once('Making the twin', openTwin)}>Make its twin</Button>{' '}
          <small>The same line with the other kind of change: together they balance.</small>
        </p>
      ) : null}
      {tightest ? (
        <details>
          <summary>The tightest change in figures</summary>
          <p>
            At {bpm} bpm {(tightest.seconds * 1000).toFixed(0)} ms from pick to pick,{' '}
            {tightest.mmPerSecond.toFixed(0)} mm/s over the strings, {tightest.bits.toFixed(2)} bits (
            {tightest.bitsPerSecond.toFixed(1)} a second).
          </p>
        </details>
      ) : null}
    </Panel>
  );
}
