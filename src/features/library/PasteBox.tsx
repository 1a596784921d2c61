'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { benchAt } from '@/addresses';
import { emptyPassage } from '@/core';
import { addEmptyExercise, database } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { colour } from '@/ui/theme/tokens';
import { openTab, prepareReading } from '@/work/pasting';
import { ahead, once } from '@/work/perform';

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
    grid-template-columns: auto auto;
    gap: 0.4rem;
  }
  p {
    grid-column: 1 / -1;
    color: ${colour.bad};
  }
  @media (max-width: 40rem) {
    grid-template-columns: minmax(0, 1fr);
    div.buttons {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const ProblemDialog = dynamic(() => import('./ProblemDialog').then((module) => module.ProblemDialog), {
  ssr: false,
});

const StartDialog = dynamic(() => import('./StartDialog').then((module) => module.StartDialog), {
  ssr: false,
});

/** Where pasted tab becomes an exercise at once. */
export function PasteBox() {
  const router = useRouter();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [asks, setAsks] = useState<'figure' | 'problem' | null>(null);
  const db = database();
  // Ready before something is pasted; whoever only passes by does not wait for it.
  const prepare = () => ahead(prepareReading);

  const take = async (tab: string) => {
    const fault = await openTab(tab, (id) => router.push(benchAt(id)));
    if (fault === null) return;
    setText(tab);
    setProblem(`${fault} Your text is still in the box.`);
  };

  return (
    <Root
      aria-label="New exercise"
      onFocus={prepare}
      onPointerEnter={prepare}
      onPaste={(event) => {
        const pasted = event.clipboardData.getData('text/plain');
        // Pasting into an empty box is the whole intention; into a text that is being typed it is not.
        if (text.trim() !== '' || pasted.trim() === '') return;
        event.preventDefault();
        once('Reading the tab', () => take(pasted), 'The text is still on the clipboard.', pasted);
      }}
    >
      <TextField
        label="Paste tab or note names here and it opens on the Bench"
        value={text}
        onChange={(next) => {
          setText(next);
          setProblem(null);
        }}
        rows={3}
        mono
        placeholder={'e|--5-7-8--|\nB|---------| …   or   A4 C5 D5 …   or   A: 1 b3 4 5'}
      />
      <div className="buttons">
        <Button
          look="primary"
          isDisabled={text.trim() === ''}
          onPress={() => once('Reading the tab', () => take(text), 'Your text is still in the box.', text)}
        >
          Open on the Bench
        </Button>
        <Button
          onPress={() =>
            once('Beginning an exercise', async () => {
              const id = await addEmptyExercise(db, emptyPassage());
              router.push(benchAt(id));
            })
          }
        >
          New empty exercise
        </Button>
        <Button onPress={() => setAsks('figure')}>Start from a figure</Button>
        <Button onPress={() => setAsks('problem')}>Start from a problem</Button>
      </div>
      {asks === 'figure' ? <StartDialog onClose={() => setAsks(null)} /> : null}
      {asks === 'problem' ? <ProblemDialog onClose={() => setAsks(null)} /> : null}
      {problem ? <p role="alert">{problem}</p> : null}
    </Root>
  );
}
