'use client';
import { Pencil, Play, Square } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import styled from 'styled-components';
import {
  AS_WRITTEN,
  bpmText,
  durationText,
  KIND_NAMES,
  notesPerSecond,
  stepWords,
  type LadderStep,
} from '@/core';
import type { Climbing } from '@/core/drills';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';

/** On a narrow screen the table scrolls, not the page. */
const Frame = styled.div`
  position: relative;
  overflow-x: auto;
`;

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0 0.5rem;
    height: 2rem;
    border-bottom: 1px solid ${colour.line};
    text-align: right;
    white-space: nowrap;
  }
  thead th {
    color: ${colour.inkSoft};
    font-size: 0.8125rem;
    font-weight: 500;
  }
  tbody th {
    font-size: 1.1rem;
  }
  td button {
    min-height: 1.7rem;
  }
  tbody tr {
    cursor: pointer;
  }
  td:last-child {
    padding: 0;
  }
  .edit td {
    padding: 0 0 0.75rem;
    white-space: normal;
    text-align: left;
    cursor: default;
  }
  .as {
    color: ${colour.inkSoft};
    min-width: 10rem;
    text-align: left;
    white-space: normal;
  }
  .over th {
    color: ${colour.warn};
  }
  tr[aria-current] {
    background: ${colour.accentSoft};
  }
  @media (max-width: 40rem) {
    th,
    td {
      padding: 0 0.3rem;
    }
    thead th {
      white-space: normal;
    }
    .pass,
    .until,
    .fastest {
      display: none;
    }
    .as {
      min-width: 0;
    }
  }
`;

interface StepTableProps {
  readonly climb: Climbing;
  readonly chosen: number;
  readonly isPlaying: boolean;
  /** Null where there is no record. */
  readonly cleanBpm: number | null;
  readonly onChoose: (step: number) => void;
  readonly onToggle: () => void;
  /** The step that is being changed shows this below it. */
  readonly editor: ReactNode;
  readonly isEditing: boolean;
  readonly onEdit: (step: number) => void;
}

/** What is particular about a step, in a few words. */
const particulars = (step: LadderStep, written: number, isOver: boolean) =>
  [
    ...stepWords(step, written),
    ...(step.byHand ? ['by hand'] : []),
    ...(isOver ? ['above the clean tempo'] : []),
  ].join(' · ');

/** The steps, first to last; each can be heard, and one is chosen. */
export function StepTable(props: StepTableProps) {
  const { climb, chosen, isPlaying, cleanBpm, onChoose, onToggle, editor, isEditing, onEdit } = props;
  const { steps, times, passes } = climb;
  const written = climb.stepped(AS_WRITTEN).subdivision;
  return (
    <Frame>
      <Table>
        <thead>
          <tr>
            <th scope="col">Step</th>
            <th scope="col">bpm</th>
            <th scope="col">Notes a second</th>
            <th scope="col" className="pass">
              One pass
            </th>
            <th scope="col">Runs</th>
            <th scope="col" className="until">
              Done after
            </th>
            <th scope="col" className="fastest">
              Tightest change
            </th>
            <th scope="col" className="as">
              How
            </th>
            <th scope="col">
              <span className="for-screen-readers">Change it, hear it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {steps.map((step, at) => {
            const time = times[at]!;
            const sounds = isPlaying && at === chosen;
            const { subdivision } = climb.stepped(step);
            const fastest = climb.fastest(step);
            const isOver = cleanBpm !== null && step.bpm * subdivision > cleanBpm * written;
            return (
              <Fragment key={at}>
                <tr
                  className={isOver ? 'over' : ''}
                  onClick={() => onChoose(at)}
                  {...(at === chosen ? { 'aria-current': 'step' as const } : {})}
                >
                  <td>{at + 1}</td>
                  <th scope="row">{bpmText(step.bpm)}</th>
                  <td>{notesPerSecond(step.bpm, subdivision).toFixed(1)}</td>
                  <td className="pass">{time.passSeconds.toFixed(1)} s</td>
                  <td>
                    {time.runs} × {passes[at] === 1 ? '1 pass' : `${passes[at]} passes`}
                  </td>
                  <td className="until">{durationText(time.untilSeconds)}</td>
                  <td className="fastest">
                    {fastest
                      ? `${KIND_NAMES[fastest.change.kind]} ${fastest.change.stringFrom} → ${fastest.change.stringTo} in ${Math.round(fastest.seconds * 1000)} ms`
                      : '–'}
                  </td>
                  <td className="as">{particulars(step, written, isOver)}</td>
                  <td>
                    <Button
                      square
                      look="quiet"
                      aria-label={`Change step ${at + 1}`}
                      aria-expanded={isEditing && at === chosen}
                      onPress={() => onEdit(at)}
                    >
                      <Pencil size={15} aria-hidden />
                    </Button>
                    <Button
                      square
                      look="quiet"
                      aria-label={
                        sounds ? `Stop step ${at + 1}` : `Play step ${at + 1} at ${bpmText(step.bpm)}`
                      }
                      onPress={() => {
                        onChoose(at);
                        if (at === chosen || !isPlaying) onToggle();
                      }}
                    >
                      {sounds ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />}
                    </Button>
                  </td>
                </tr>
                {isEditing && at === chosen ? (
                  <tr className="edit">
                    <td colSpan={9}>{editor}</td>
                  </tr>
                ) : null}
              </Fragment>
            );
          })}
        </tbody>
      </Table>
    </Frame>
  );
}
