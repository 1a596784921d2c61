'use client';
import { Play, Square } from 'lucide-react';
import styled from 'styled-components';
import { bpmText, durationText, notesPerSecond, type Exercise, type LadderStep, type StepTime } from '@/core';
import { Button } from '@/ui/controls/Button';
import { colour } from '@/ui/theme/tokens';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  th,
  td {
    padding: 0 0.6rem;
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
  tr[aria-current] {
    background: ${colour.accentSoft};
  }
  .climb {
    width: 40%;
    text-align: left;
  }
  .climb i {
    display: block;
    height: 0.45rem;
    border-radius: 0 0.2rem 0.2rem 0;
    background: ${colour.accent};
  }
  @media (max-width: 60rem) {
    .climb {
      display: none;
    }
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
    .until {
      display: none;
    }
  }
`;

interface StepTableProps {
  readonly exercise: Exercise;
  readonly steps: readonly LadderStep[];
  readonly times: readonly StepTime[];
  readonly chosen: number;
  readonly isPlaying: boolean;
  readonly onChoose: (step: number) => void;
  readonly onToggle: () => void;
}

/** The steps, slowest first; each can be heard. */
export function StepTable(props: StepTableProps) {
  const { exercise, steps, times, chosen, isPlaying, onChoose, onToggle } = props;
  const fastest = Math.max(...steps.map((step) => step.bpm));
  return (
    <Table>
      <thead>
        <tr>
          <th scope="col">Step</th>
          <th scope="col">bpm</th>
          <th className="climb" aria-hidden />
          <th scope="col">Notes a second</th>
          <th scope="col" className="pass">
            One pass
          </th>
          <th scope="col">Step with count-in</th>
          <th scope="col" className="until">
            Done after
          </th>
          <th scope="col">
            <span className="for-screen-readers">Hear it</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, at) => {
          const time = times[at]!;
          const sounds = isPlaying && at === chosen;
          return (
            <tr key={at} {...(at === chosen ? { 'aria-current': 'step' as const } : {})}>
              <td>{at + 1}</td>
              <th scope="row">{bpmText(step.bpm)}</th>
              <td className="climb" aria-hidden>
                <i style={{ width: `${(100 * step.bpm) / fastest}%` }} />
              </td>
              <td>{notesPerSecond(step.bpm, step.subdivision ?? exercise.passage.subdivision).toFixed(1)}</td>
              <td className="pass">{time.passSeconds.toFixed(1)} s</td>
              <td>
                {step.passes === 1 ? '1 pass' : `${step.passes} passes`}, {durationText(time.seconds)}
              </td>
              <td className="until">{durationText(time.untilSeconds)}</td>
              <td>
                <Button
                  square
                  look="quiet"
                  aria-label={sounds ? `Stop step ${at + 1}` : `Play at ${bpmText(step.bpm)}`}
                  onPress={() => {
                    onChoose(at);
                    if (at === chosen || !isPlaying) onToggle();
                  }}
                >
                  {sounds ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />}
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
