'use client';
import { useState } from 'react';
import styled from 'styled-components';
import {
  loopSpan,
  METERS,
  meterName,
  nextSlotTicks,
  planTab,
  readTabText,
  setLoopBounds,
  setMeter,
  setSubdivision,
  withTab,
  type Exercise,
  type Plan,
} from '@/core';
import { Button } from '@/ui/controls/Button';
import { NumberField } from '@/ui/controls/NumberField';
import { Select } from '@/ui/controls/Select';
import { TextField } from '@/ui/controls/TextField';
import { say } from '@/ui/controls/say';
import type { Place } from '@/ui/lane/place';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from './edit';
import { OriginNote } from './OriginNote';
import { ProblemList } from './ProblemList';

const Panel = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 1.25rem;
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    font-size: 1rem;
  }
`;

const Column = styled.section`
  display: grid;
  align-content: start;
  gap: 0.6rem;
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.75rem;
`;

const Note = styled.p`
  color: ${colour.inkSoft};
`;

interface NotesPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly pass: number;
  readonly caret: Place;
  readonly edit: EditExercise;
}

/** Text in and out, rhythm, and which part goes round. */
export function NotesPanel({ exercise, plan, pass, caret, edit }: NotesPanelProps) {
  const { passage, sourceText } = exercise;
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? sourceText;
  const reading = text.trim() === '' ? null : readTabText(text);
  const span = loopSpan(passage);
  const asText = () => planTab(plan, pass);
  const bars = (ticks: number) => {
    const beat = ticks / passage.meter.beatTicks;
    return `bar ${Math.floor(beat / passage.meter.beats) + 1}, beat ${Math.floor(((beat % passage.meter.beats) + passage.meter.beats) % passage.meter.beats) + 1}`;
  };
  const meters = { ...METERS, [meterName(passage.meter)]: passage.meter };
  return (
    <Panel>
      <Column aria-label="Tab text">
        <TextField
          label="Tab, typed or pasted (it replaces the notes when you read it)"
          rows={9}
          mono
          value={text}
          onChange={setDraft}
          placeholder={'e|--5-7-8--|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|'}
        />
        <Row>
          <Button
            look="primary"
            isDisabled={reading === null || reading.passage.notes.length === 0}
            onPress={() => {
              edit('Read tab', (one) => withTab(one, text));
              setDraft(null);
            }}
          >
            Read the tab
          </Button>
          <Button
            onPress={() => {
              navigator.clipboard.writeText(asText()).then(
                () => say('The tab is on the clipboard, with strokes and count.'),
                () => setDraft(asText()),
              );
            }}
          >
            Copy the tab out
          </Button>
          <Button onPress={() => setDraft(asText())}>Show the notes as text</Button>
        </Row>
        {reading ? (
          <ProblemList problems={reading.problems} noteCount={reading.passage.notes.length} />
        ) : null}
      </Column>
      <Column aria-label="Rhythm and loop">
        {exercise.origin ? <OriginNote origin={exercise.origin} /> : null}
        <h2>Rhythm</h2>
        <Row>
          <Select
            label="Meter"
            value={meterName(passage.meter)}
            options={Object.keys(meters).map((name) => ({ id: name, name }))}
            onChange={(name) =>
              edit('Meter', (one) => ({ ...one, passage: setMeter(one.passage, meters[name]!) }))
            }
          />
          <NumberField
            label="Slots a beat"
            value={passage.subdivision}
            min={1}
            max={8}
            onChange={(slots) =>
              slots !== null &&
              edit('Slots a beat', (one) => ({ ...one, passage: setSubdivision(one.passage, slots) }))
            }
          />
        </Row>
        <h2>What goes round</h2>
        <Note>
          {passage.loopBounds
            ? `From ${bars(span.startTicks)} to before ${bars(span.endTicks)}; before it the lead-in, after it the ending.`
            : 'The whole passage. With a lead-in or an ending, put the caret where the round begins or ends.'}
          {exercise.policy.loop ? '' : ' The loop is off now.'}
        </Note>
        <Row>
          <Button
            onPress={() =>
              edit('Loop from here', (one) => ({
                ...one,
                policy: { ...one.policy, loop: true },
                passage: setLoopBounds(one.passage, {
                  startTicks: caret.ticks,
                  endTicks: Math.max(span.endTicks, nextSlotTicks(one.passage, caret.ticks)),
                }),
              }))
            }
          >
            Round begins at the caret
          </Button>
          <Button
            onPress={() =>
              edit('Loop to here', (one) => ({
                ...one,
                policy: { ...one.policy, loop: true },
                passage: setLoopBounds(one.passage, {
                  startTicks: Math.min(span.startTicks, caret.ticks),
                  endTicks: nextSlotTicks(one.passage, caret.ticks),
                }),
              }))
            }
          >
            Round ends after the caret
          </Button>
          <Button
            isDisabled={!passage.loopBounds}
            onPress={() =>
              edit('Loop the whole', (one) => ({ ...one, passage: setLoopBounds(one.passage, null) }))
            }
          >
            The whole goes round
          </Button>
        </Row>
      </Column>
    </Panel>
  );
}
