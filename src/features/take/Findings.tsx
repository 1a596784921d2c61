'use client';
/** What a take says, beside the lane: kinds of change, other ways of sorting, evenness, drills, and what cannot be told. */
import { useMemo } from 'react';
import styled from 'styled-components';
import { capital, counted, KIND_NAMES, type Plan } from '@/core';
import { Panel } from '@/ui/controls/panel';
import { RowButton } from '@/ui/controls/RowButton';
import { KindIcon } from '@/ui/lane/marks';
import type { CheckedTake } from '@/work/take/desk';
import {
  behindText,
  changesName,
  driftText,
  ringingText,
  saidGroups,
  spreadText,
  untold,
  worstText,
} from '@/work/take/words';
import { worstChanges, type WorstChange } from '@/work/take/worst';
import { KindTable, LatenessTable } from './KindTable';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  align-items: start;
  gap: 0.75rem;
  .stack {
    display: grid;
    gap: 0.75rem;
  }
  li + li {
    margin-top: 0.3rem;
  }
  ul {
    padding: 0;
    list-style: none;
  }
  .worst {
    list-style: none;
    padding: 0;
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.25rem 0.6rem;
    }
    button {
      margin-left: auto;
    }
  }
  @media (max-width: 72rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

interface FindingsProps {
  readonly take: CheckedTake;
  readonly plan: Plan;
  readonly onDrill: (worst: WorstChange) => void;
}

/** The findings of a take that was judged. */
export function Findings({ take, plan, onDrill }: FindingsProps) {
  const { report } = take;
  const worst = useMemo(() => worstChanges(plan, take.plan, report), [plan, take, report]);
  const groups = saidGroups(report);
  const behind = behindText(report);
  const rings = ringingText(report);
  return (
    <Columns>
      <div className="stack">
        <Panel aria-label="Late or early after a change">
          <h2>Late or early after a change</h2>
          {report.kinds.length === 0 ? (
            <p>No two kinds came often enough to be held against each other: it takes eight notes of each.</p>
          ) : (
            <>
              <KindTable report={report} />
              <p>
                Held against {changesName(report.reference)}. A thick line is sure, a thin one may be nothing.
              </p>
            </>
          )}
          {report.tooFew.length > 0 ? (
            <p>
              Not enough to tell:{' '}
              {report.tooFew.map(({ change, n }) => `${changesName(change)} (${n})`).join(', ')}.
            </p>
          ) : null}
        </Panel>
        <Panel aria-label="Sorted otherwise">
          <h2>Sorted otherwise</h2>
          {groups.length === 0 ? (
            <p>Nothing sure by stroke, pair of strings, skip, place in the beat or finger.</p>
          ) : (
            <LatenessTable
              head="Notes"
              driven={report.driven}
              rows={groups.map((one) => ({ name: one.group, kind: null, one }))}
            />
          )}
        </Panel>
      </div>
      <div className="stack">
        <Panel aria-label="Most worth a drill">
          <h2>Most worth a drill</h2>
          {worst.length === 0 ? (
            <p>No change stands out.</p>
          ) : (
            <ol className="worst">
              {worst.map((one) => {
                const { kind, stringFrom, stringTo, fromNote, toNote } = one.change;
                const words = `${KIND_NAMES[kind]}, string ${stringFrom} to ${stringTo}`;
                return (
                  <li key={`${fromNote} ${toNote}`}>
                    <KindIcon kind={kind} size={15} />
                    <span>
                      {capital(words)}: {worstText(one)}
                    </span>
                    <RowButton aria-label={`Drill for: ${words}`} onClick={() => onDrill(one)}>
                      Drill it
                    </RowButton>
                  </li>
                );
              })}
            </ol>
          )}
        </Panel>
        <Panel aria-label="How even, how steady">
          <h2>How even, how steady</h2>
          <ul>
            <li>{spreadText(report)}</li>
            <li>{driftText(report)}</li>
            {rings ? <li>{rings}</li> : null}
            {behind ? <li>{behind}</li> : null}
            {report.swapped.length > 0 ? (
              <li>{counted(report.swapped.length, 'pair')} of notes in each other’s place.</li>
            ) : null}
            {report.startedLate ? <li>It starts after the beginning.</li> : null}
            {report.stoppedEarly ? <li>It stops before the end.</li> : null}
          </ul>
        </Panel>
        <Panel aria-label="What a recording cannot tell">
          <h2>What this recording cannot tell</h2>
          <ul>
            {untold(report).map((text) => (
              <li key={text}>{capital(text)}.</li>
            ))}
          </ul>
        </Panel>
      </div>
    </Columns>
  );
}
