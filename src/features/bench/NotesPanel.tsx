'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { planTab, readTabText, withTab, type Exercise, type Plan } from '@/core';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { say } from '@/ui/controls/say';
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

interface NotesPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly pass: number;
  readonly edit: EditExercise;
}

/** Text in and out, and where the notes came from. */
export function NotesPanel({ exercise, plan, pass, edit }: NotesPanelProps) {
  const { sourceText } = exercise;
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? sourceText;
  const reading = text.trim() === '' ? null : readTabText(text);
  const asText = () => planTab(plan, pass);
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
      {exercise.origin ? (
        <Column aria-label="Where it came from">
          <OriginNote origin={exercise.origin} />
        </Column>
      ) : null}
    </Panel>
  );
}
