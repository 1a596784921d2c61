'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { passageHash, planTab, readTabText, withTab, type Exercise, type Passage, type Plan } from '@/core';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { say } from '@/ui/controls/say';
import type { EditExercise } from '@/work/bench/acting';
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
  const { sourceText, passage } = exercise;
  /** What is typed, and the notes that were there when it was begun. */
  const [draft, setDraft] = useState<{ text: string; of: Passage } | null>(null);
  const [asNotes, setAsNotes] = useState(false);
  const asText = () => planTab(plan, pass);
  // The text that was read is shown as long as it gives the notes that are there; then the notes themselves are.
  const fits = useMemo(
    () =>
      sourceText.trim() !== '' &&
      passageHash(withTab(exercise, sourceText, { tuning: passage.tuning }).passage) === passageHash(passage),
    [exercise, sourceText, passage],
  );
  const ofNotes = passage.notes.length === 0 ? '' : asText();
  const text = draft?.text ?? (fits && !asNotes ? sourceText : ofNotes);
  const isStale = draft !== null && draft.of !== passage;
  const type = (typed: string) => setDraft({ text: typed, of: draft?.of ?? passage });
  const reading = text.trim() === '' ? null : readTabText(text, { tuning: passage.tuning });
  return (
    <Panel>
      <Column aria-label="Tab text">
        <TextField
          label="Tab, typed or pasted (it replaces the notes when you read it)"
          rows={9}
          mono
          value={text}
          onChange={type}
          placeholder={'e|--5-7-8--|\nB|---------|\nG|---------|\nD|---------|\nA|---------|\nE|---------|'}
        />
        <Row>
          <Button
            look="primary"
            isDisabled={reading === null || reading.passage.notes.length === 0}
            onPress={() => {
              edit('Read tab', (one) => withTab(one, text, { tuning: one.passage.tuning }));
              setDraft(null);
            }}
          >
            Read the tab
          </Button>
          <Button
            onPress={() => {
              navigator.clipboard.writeText(asText()).then(
                () => say('The tab is on the clipboard, with strokes and count.'),
                () => {
                  setDraft(null);
                  setAsNotes(true);
                },
              );
            }}
          >
            Copy the tab out
          </Button>
          <Button
            isDisabled={draft === null && text === ofNotes}
            onPress={() => {
              setDraft(null);
              setAsNotes(true);
            }}
          >
            Show the notes as text
          </Button>
        </Row>
        {isStale ? (
          <p role="status">
            The notes were changed since this text was begun: reading it puts the notes of the text in their
            place.
          </p>
        ) : null}
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
