'use client';
import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import {
  cuesFor,
  noteAt,
  noteById,
  pinnedWhere,
  stringChangeFrom,
  type Exercise,
  type Plan,
  type StudentNote,
  type Place,
} from '@/core';
import { newId } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';

const List = styled.ul`
  display: grid;
  gap: 0.6rem;
  max-width: 56rem;
  margin-bottom: 0.75rem;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 15rem auto;
    align-items: end;
    gap: 0.75rem;
  }
  span {
    padding-bottom: 0.3rem;
    color: ${colour.inkSoft};
  }
  @media (max-width: 45rem) {
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
  }
`;

const Cues = styled.div`
  display: grid;
  justify-items: start;
  gap: 0.4rem;
  max-width: 56rem;
  margin-bottom: 1rem;
  > :first-child {
    width: 100%;
  }
`;

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
`;

interface StudentPanelProps {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly caret: Place;
  readonly edit: EditExercise;
  readonly onGo: (place: Place) => void;
}

/** What the teacher says to the student, free or pinned to a change. */
export function StudentPanel({ exercise, plan, caret, edit, onGo }: StudentPanelProps) {
  const { studentNotes, passage } = exercise;
  const cues = cuesFor({ ...exercise, cues: null }, plan, useView());
  const here = noteAt(passage, caret.ticks, caret.string);
  const changeHere = here && stringChangeFrom(plan.analysis, here.id);
  const set = (
    label: string,
    change: (notes: readonly StudentNote[]) => readonly StudentNote[],
    mergeKey?: string,
  ) => edit(label, (one) => ({ ...one, studentNotes: change(one.studentNotes) }), mergeKey);
  const add = (pinnedTo: string | null) =>
    set('Note to the student', (notes) => [...notes, { id: newId(), text: '', pinnedTo }]);
  return (
    <section aria-label="Notes to the student">
      <Cues>
        <TextField
          label={`Cues over the exercise, a line each${exercise.cues === null ? ' (from the strokes)' : ''}`}
          rows={Math.max(2, cues.length)}
          value={exercise.cues ?? cues.join('\n')}
          maxLength={2000}
          onChange={(text) => edit('Cues', (one) => ({ ...one, cues: text }), 'cues')}
        />
        {exercise.cues === null ? null : (
          <Button onPress={() => edit('Cues from the strokes', (one) => ({ ...one, cues: null }))}>
            Take them from the strokes again
          </Button>
        )}
      </Cues>
      {studentNotes.length === 0 ? (
        <p>Nothing yet. A note stands on the handout; one pinned to a change stands at that change.</p>
      ) : null}
      <List>
        {studentNotes.map((note, at) => {
          const pinned = note.pinnedTo === null ? null : noteById(passage, note.pinnedTo);
          const where = pinnedWhere(passage, plan, note);
          return (
            <li key={note.id}>
              <TextField
                label={`Note ${at + 1}`}
                value={note.text}
                maxLength={2000}
                onChange={(text) =>
                  set(
                    'Note to the student',
                    (notes) => notes.map((one) => (one.id === note.id ? { ...one, text } : one)),
                    `student-${note.id}`,
                  )
                }
              />
              {pinned ? (
                <Button
                  look="quiet"
                  onPress={() => onGo({ ticks: pinned.onsetTicks, string: pinned.string })}
                >
                  {where}
                </Button>
              ) : (
                <span>{where}</span>
              )}
              <Button
                square
                aria-label={`Delete note ${at + 1}`}
                onPress={() => set('Delete a note', (notes) => notes.filter((one) => one.id !== note.id))}
              >
                <Trash2 size={16} aria-hidden />
              </Button>
            </li>
          );
        })}
      </List>
      <Row>
        <Button onPress={() => add(null)}>Add a note</Button>
        <Button isDisabled={!changeHere} onPress={() => here && add(here.id)}>
          {changeHere
            ? `Pin a note to the change from ${changeHere.stringFrom} to ${changeHere.stringTo}`
            : 'Pin a note: put the caret on a note before a change'}
        </Button>
      </Row>
    </section>
  );
}
