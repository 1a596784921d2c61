'use client';
/** What the words mean, with a few notes that show it; searched by any part of what is said. */
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { counted, type ChangeKind } from '@/core';
import { wordAsked } from '@/work/words/asked';
import { examplePlan, findTerms, type Term, type TermId } from '@/work/words/terms';
import { Dialog } from '../controls/Dialog';
import { TextField } from '../controls/TextField';
import { KindIcon } from '../lane/marks';
import { colour } from '../theme/tokens';
import { ExampleLane } from './ExampleLane';

const List = styled.dl`
  display: grid;
  gap: 0.75rem;
  margin-top: 0.75rem;
  > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0.15rem 1rem;
    padding-top: 0.6rem;
    border-top: 1px solid ${colour.line};
  }
  dt {
    display: flex;
    gap: 0.4rem;
    align-items: center;
    grid-column: 1 / -1;
    font-weight: 650;
  }
  dd {
    grid-column: 1 / -1;
  }
  .shown {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem 1rem;
    align-items: center;
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  .shown p {
    flex: 1 1 14rem;
  }
  [data-asked] {
    padding-inline: 0.6rem;
    padding-bottom: 0.6rem;
    border: 2px solid ${colour.accent};
    border-radius: 0.4rem;
  }
`;

const ICONS: readonly string[] = [
  'outside',
  'inside',
  'sweep',
  'backtrack',
  'repeat',
] satisfies readonly ChangeKind[];

function Shown({ term }: { term: Term }) {
  const { example } = term;
  const plan = useMemo(() => (example ? examplePlan(example) : null), [example]);
  if (!example || !plan) return null;
  return (
    <dd className="shown">
      <ExampleLane plan={plan} />
      <p>{example.shows}</p>
    </dd>
  );
}

/** The dialog. @param word the one that was asked about: it stands first. */
export function WordsDialog({ word }: { word: TermId | 'all' }) {
  const [wanted, setWanted] = useState('');
  const found = useMemo(() => {
    const terms = findTerms(wanted);
    return [...terms.filter(({ id }) => id === word), ...terms.filter(({ id }) => id !== word)];
  }, [wanted, word]);
  return (
    <Dialog title="Words" isOpen canPrint onClose={() => wordAsked.answer(null)}>
      <TextField label="Search" value={wanted} onChange={setWanted} />
      <p role="status">{found.length === 0 ? 'No word here says that.' : counted(found.length, 'word')}</p>
      <List>
        {found.map((term) => (
          <div key={term.id} {...(term.id === word ? { 'data-asked': true } : {})}>
            <dt>
              {ICONS.includes(term.id) ? <KindIcon kind={term.id as ChangeKind} /> : null}
              {term.name}
            </dt>
            <dd>{term.says}</dd>
            <Shown term={term} />
          </div>
        ))}
      </List>
    </Dialog>
  );
}
