'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import {
  comparePolicies,
  counted,
  countText,
  planOf,
  policyText,
  type Exercise,
  type Setup,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Select } from '@/ui/controls/Select';
import { PairedLanes } from '@/ui/lane/PairedLanes';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const Details = styled.details`
  margin-top: 0.75rem;
  summary {
    cursor: pointer;
    font-weight: 650;
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    padding: 0.1rem 0.6rem;
    white-space: nowrap;
    border-bottom: 1px solid ${colour.line};
    text-align: right;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
    vertical-align: bottom;
  }
  tbody th {
    font-weight: 500;
    text-align: left;
  }
  tr[aria-current] {
    background: ${colour.accentSoft};
  }
  .two {
    display: grid;
    gap: 0.5rem;
    margin-top: 0.9rem;
    > div:first-child {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.5rem 1.25rem;
    }
  }
`;

interface ComparePoliciesProps {
  readonly exercise: Exercise;
  readonly setup: Setup;
  readonly edit: EditExercise;
  readonly onGo: (place: Place) => void;
}

function Rows({ exercise, setup, edit, onGo }: ComparePoliciesProps) {
  const { passage, policy } = exercise;
  const view = useView();
  const compared = useMemo(() => comparePolicies(passage, policy, setup), [passage, policy, setup]);
  return (
    <div className="scroll" tabIndex={0} role="group" aria-label="All policies on these notes">
      <table>
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">outside : inside</th>
            <th scope="col">sweeps</th>
            <th scope="col">against the grain</th>
            <th scope="col">crossed</th>
            <th scope="col">motions</th>
            <th scope="col">slants</th>
            <th scope="col">not met</th>
            <th scope="col">differs first at</th>
            <th scope="col">
              <span className="for-screen-readers">Use it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {compared.map(({ policy: other, figures, slants, slurs, unmet, differs, isInUse }) => {
            const { kinds } = figures;
            const first = differs[0];
            return (
              <tr key={policyText(other, view)} {...(isInUse ? { 'aria-current': 'true' as const } : {})}>
                <th scope="row">
                  {policyText(other, view)}
                  {slurs > 0 ? `, ${slurs} slurred` : ''}
                </th>
                <td>
                  {countText(kinds.outside)} : {countText(kinds.inside)}
                </td>
                <td>{countText(kinds.sweep)}</td>
                <td>{countText(kinds.backtrack)}</td>
                <td>{countText(figures.crossings)}</td>
                <td>{countText(figures.motions)}</td>
                <td>{slants}</td>
                <td>{unmet}</td>
                <td>
                  {first === undefined ? (
                    'nowhere'
                  ) : (
                    <Button
                      look="quiet"
                      onPress={() => {
                        const note = passage.notes[first]!;
                        onGo({ ticks: note.onsetTicks, string: note.string });
                      }}
                    >
                      note {first + 1}, {differs.length} in all
                    </Button>
                  )}
                </td>
                <td>
                  {isInUse ? (
                    'in use'
                  ) : (
                    <Button
                      aria-label={`Use ${policyText(other, view)}`}
                      onPress={() => edit('Who decides the strokes', (one) => ({ ...one, policy: other }))}
                    >
                      Use
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Two policies on the same notes, drawn one above the other. */
function TwoPolicies({ exercise, setup }: ComparePoliciesProps) {
  const { passage, policy } = exercise;
  const view = useView();
  const compared = useMemo(() => comparePolicies(passage, policy, setup), [passage, policy, setup]);
  const policies = useMemo(() => compared.map((one) => one.policy), [compared]);
  const names = policies.map((one) => policyText(one, view));
  // Where the slant is left open, the one that was taken.
  const inUse = policyText(compared.find(({ isInUse }) => isInUse)?.policy ?? policy, view);
  const [chosen, setChosen] = useState<readonly [string | null, string | null]>([null, null]);
  const otherAtFirst = policy.kind === 'economy' ? 'alternateByNote' : 'economy';
  const known = (name: string | null, atFirst: string) => (name && names.includes(name) ? name : atFirst);
  const first = known(chosen[0], inUse);
  const second = known(chosen[1], policyText({ ...policy, kind: otherAtFirst }, view));
  const plans = useMemo(() => {
    const named = (name: string) => {
      const which = policies[names.indexOf(name)] ?? policy;
      return { name, plan: planOf(passage, which, setup) };
    };
    return [named(first), named(second)] as const;
    // The names follow from the policies.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [policies, first, second, passage, policy, setup]);
  const options = names.map((name) => ({ id: name, name }));
  const [one, other] = plans.map(({ plan }) => plan.assignment.passes[0] ?? []);
  const count = passage.notes.filter((_, at) => one![at] !== other![at]).length;
  return (
    <div className="two">
      <div>
        <Select
          label="Above"
          value={first}
          options={options}
          onChange={(name) => setChosen([name, chosen[1]])}
        />
        <Select
          label="Below"
          value={second}
          options={options}
          onChange={(name) => setChosen([chosen[0], name])}
        />
        <p>
          {count === 0
            ? 'The same stroke on every note.'
            : `${counted(count, 'note has', 'notes have')} another stroke (tinted).`}
        </p>
      </div>
      <PairedLanes plans={plans} />
    </div>
  );
}

/** Every policy on the same notes; reckoned when it is opened. */
export function ComparePolicies(props: ComparePoliciesProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Details onToggle={(event) => setIsOpen(event.currentTarget.open)}>
      <summary>Compare the policies on these notes</summary>
      {isOpen ? (
        <>
          <Rows {...props} />
          <TwoPolicies {...props} />
        </>
      ) : null}
    </Details>
  );
}
