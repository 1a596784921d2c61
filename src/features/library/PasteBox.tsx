'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { emptyPassage } from '@/core';
import { addEmptyExercise, beginExercise, database, takeJustBegun } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { colour } from '@/ui/theme/tokens';
import { ahead, attempt } from '@/work/perform';

const Root = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
  gap: 0.5rem 1rem;
  padding: 0.75rem 1rem;
  border: 1px solid ${colour.line};
  border-radius: 0.5rem;
  background: ${colour.card};
  textarea {
    min-height: 4.2rem;
  }
  div.buttons {
    display: grid;
    gap: 0.4rem;
  }
  p {
    grid-column: 1 / -1;
    color: ${colour.bad};
  }
  @media (max-width: 40rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const ProblemDialog = dynamic(() => import('./ProblemDialog').then((module) => module.ProblemDialog), {
  ssr: false,
});

const LATEST_WRITE_MS = 1000;
const READY_MS = 300;

const loadReading = () => import('@/ui/shell/tabReading');
const loadFormats = () => import('@/core/formats');

/** Longer ones would wait a third of a second for the check; fuzzing holds what is read of any length against the same shape. */
const CHECKED_NOTES = 2_000;

/** Where pasted tab becomes an exercise at once. */
export function PasteBox() {
  const router = useRouter();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [asks, setAsks] = useState(false);
  const db = database();
  // Ready before something is pasted, but after the page.
  useEffect(() => {
    const timer = setTimeout(() => ahead(() => Promise.all([loadReading(), loadFormats()])), READY_MS);
    return () => clearTimeout(timer);
  }, []);

  const take = async (tab: string) => {
    const { exerciseFromTab, readTabText } = await loadReading();
    const exercise = exerciseFromTab(tab, 'Pasted tab');
    if (!exercise) {
      setText(tab);
      setProblem(`${readTabText(tab).problems.at(-1)?.message ?? ''} Your text is still in the box.`);
      return;
    }
    const fault =
      exercise.passage.notes.length > CHECKED_NOTES ? null : (await loadFormats()).exerciseFault(exercise);
    if (fault !== null) {
      setText(tab);
      setProblem(`It could not be kept as it is written: ${fault}. Your text is still in the box.`);
      return;
    }
    const { id, write } = beginExercise(db, exercise, 'New exercise from tab');
    router.push(`/bench/${id}`);
    // The Bench shows and writes it, and says where that fails. Should the Bench not come, it is written all the same.
    setTimeout(() => {
      const isLeft = takeJustBegun(id) !== null;
      if (isLeft) attempt('Keeping what was pasted', write, 'Paste it once more.');
    }, LATEST_WRITE_MS);
  };

  return (
    <Root
      aria-label="New exercise"
      onPaste={(event) => {
        const pasted = event.clipboardData.getData('text/plain');
        // Pasting into an empty box is the whole intention; into a text that is being typed it is not.
        if (text.trim() !== '' || pasted.trim() === '') return;
        event.preventDefault();
        attempt('Reading the tab', () => take(pasted), 'The text is still on the clipboard.');
      }}
    >
      <TextField
        label="Paste tab here and it opens on the Bench"
        value={text}
        onChange={(next) => {
          setText(next);
          setProblem(null);
        }}
        rows={3}
        mono
        placeholder={'e|--5-7-8--|\nB|---------| …'}
      />
      <div className="buttons">
        <Button
          look="primary"
          isDisabled={text.trim() === ''}
          onPress={() => attempt('Reading the tab', () => take(text), 'Your text is still in the box.')}
        >
          Open on the Bench
        </Button>
        <Button
          onPress={() =>
            attempt('Beginning an exercise', async () => {
              const id = await addEmptyExercise(db, emptyPassage());
              router.push(`/bench/${id}`);
            })
          }
        >
          New empty exercise
        </Button>
        <Button onPress={() => setAsks(true)}>Start from a problem</Button>
      </div>
      {asks ? <ProblemDialog onClose={() => setAsks(false)} /> : null}
      {problem ? <p role="alert">{problem}</p> : null}
    </Root>
  );
}
