'use client';
import styled from 'styled-components';
import {
  counted,
  faultsOf,
  faultText,
  loneTurns,
  slantsText,
  unmetText,
  withSlurs,
  type Exercise,
  type PickingPolicy,
  type Plan,
  type Place,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';
import { HandFields } from './HandFields';
import { PlaceTable } from './PlaceTable';
import { PolicySettings } from './PolicySettings';
import { PullOffs } from './PullOffs';

const Panel = styled.section`
  display: grid;
  align-content: start;
  gap: 0.7rem;
  h2 {
    font-size: 1rem;
  }
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1.25rem;
`;

const Unmet = styled.ul`
  display: grid;
  gap: 0.25rem;
  padding: 0.5rem 0.75rem;
  border-left: 3px solid ${colour.warn};
  background: ${colour.card};
  li {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 0.5rem;
  }
`;

interface StrokesPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly pass: number;
  readonly onPass: (pass: number) => void;
  readonly edit: EditExercise;
  readonly onGo: (place: Place) => void;
}

/** Who decides the strokes, what they cost, and what could not be satisfied. */
export function StrokesPanel({ exercise, plan, pass, onPass, edit, onGo }: StrokesPanelProps) {
  const { passage, policy } = exercise;
  const view = useView();
  const { figures, pickNotes } = plan.analysis;
  const numberAt = (pick: number) => passage.notes.findIndex((note) => note.id === pickNotes[pick]) + 1;
  const set = (label: string, change: Partial<PickingPolicy>) =>
    edit(label, (one) => ({ ...one, policy: { ...one.policy, ...change } }), `policy-${label}`);
  const { slurred, slant } = plan.assignment;
  const lone = policy.turn === 'pulled' ? loneTurns(passage, policy) : [];
  const passes = plan.assignment.passes.length;
  const faults = faultsOf(passage);
  const unmet = plan.assignment.unmet.filter((one) => one.pass === pass || passes === 1);
  /** A sentence about a note, with the way there. */
  const line = (at: number, key: string, text: (place: string) => string) => {
    const note = passage.notes[at]!;
    return (
      <li key={`${at}-${key}`}>
        {text(`note ${at + 1} (string ${note.string}, fret ${note.fret})`)}
        <Button look="quiet" onPress={() => onGo({ ticks: note.onsetTicks, string: note.string })}>
          Go there
        </Button>
      </li>
    );
  };
  return (
    <Panel aria-label="Strokes">
      <h2>What the pick does</h2>
      <Row>
        {passes > 1 ? (
          <Choice
            label="Shown pass"
            value={String(pass)}
            options={Array.from({ length: passes }, (_, at) => ({ id: String(at), name: `pass ${at + 1}` }))}
            onChange={(id) => onPass(Number(id))}
          />
        ) : null}
        <PolicySettings policy={policy} taken={slant} view={view} set={set} />
      </Row>
      {passes > 1 ? (
        <p>
          {passes === 2
            ? 'An odd number of strokes goes round: the second pass starts on the other stroke, and every kind swaps.'
            : `The strokes come round after ${passes} passes.`}
        </p>
      ) : null}
      <p>
        {counted(figures.strokes.down, 'downstroke')}, {counted(figures.strokes.up, 'upstroke')};{' '}
        {counted(figures.motions, 'pick motion')}; {counted(figures.crossings, 'string line')} crossed
        silently ({figures.travelMm.toFixed(0)} mm){passes > 1 ? ' a pass' : ''}.
      </p>
      <p>{slantsText(plan.analysis, numberAt, view)}</p>
      <PlaceTable exercise={exercise} plan={plan} />
      <HandFields exercise={exercise} edit={edit} />
      {lone.length > 0 ? <PullOffs exercise={exercise} lone={lone} edit={edit} /> : null}
      {slurred.length > 0 ? (
        <Row>
          <p>{counted(slurred.length, 'note is', 'notes are')} slurred by the plan, not in the notes.</p>
          <Button
            onPress={() =>
              edit('Write the slurs', (one) => ({ ...one, passage: withSlurs(one.passage, slurred) }))
            }
          >
            Write the slurs into the notes
          </Button>
        </Row>
      ) : null}
      {unmet.length + faults.length > 0 ? (
        <Unmet aria-label="What to look at">
          {unmet.map((one) => line(one.note, `${one.code}-${one.pass}`, (at) => unmetText(one, at)))}
          {faults.map((one) => line(one.note, one.code, (at) => faultText(one, at)))}
        </Unmet>
      ) : null}
    </Panel>
  );
}
