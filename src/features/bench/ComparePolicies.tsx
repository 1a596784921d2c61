'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { comparePolicies, countText, policyText, type Exercise, type Setup } from '@/core';
import { Button } from '@/ui/controls/Button';
import type { Place } from '@/ui/lane/place';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';

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

/** Every policy on the same notes; reckoned when it is opened. */
export function ComparePolicies(props: ComparePoliciesProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Details onToggle={(event) => setIsOpen(event.currentTarget.open)}>
      <summary>Compare the policies on these notes</summary>
      {isOpen ? <Rows {...props} /> : null}
    </Details>
  );
}
