'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { counted, type Exercise, type Range, type Setup, type Place } from '@/core';
import {
  arpeggioShapes,
  chordShapes,
  compose,
  composeFaultText,
  firstRecipe,
  holeText,
  isDetached,
  nearestRecipe,
  recipeText,
  shortForm,
  takeCell,
  withSource,
  type SourceKind,
  type Recipe,
} from '@/core/compose';
import { Button } from '@/ui/controls/Button';
import { Choice } from '@/ui/controls/Choice';
import { database, newId, titlesFrom } from '@/storage';
import { useKept } from '@/ui/shell/useKept';
import { colour } from '@/ui/theme/tokens';
import type { EditExercise } from '@/work/bench/acting';
import { writeRecipe, writeShortForm } from '@/work/bench/material';
import { AddedFields } from './AddedFields';
import { MoreFields } from './MoreFields';
import { PlaceFields } from './PlaceFields';
import { SourceFields } from './SourceFields';
import { WayFields } from './WayFields';

const Panel = styled.div`
  display: grid;
  gap: 0.7rem;
`;

const Fields = styled.fieldset`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 0.9rem;
  position: relative;
  margin: 0;
  /* What does not fit the first row stands under its fields, not under its name. */
  padding: 0 0 0 6.5rem;
  border: 0;
  legend {
    position: absolute;
    left: 0;
    top: 1.7rem;
    padding: 0;
    font-weight: 600;
  }
`;

/** Side by side where there is room. */
const Pair = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.7rem 2rem;
`;

const Said = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
  p {
    max-width: 60rem;
  }
  &.warns {
    padding: 0.35rem 0.6rem;
    border: 1px solid ${colour.warn};
    border-radius: 0.4rem;
  }
`;

const Quiet = styled.p`
  color: ${colour.inkSoft};
`;

const KINDS: readonly { readonly id: SourceKind; readonly name: string }[] = [
  { id: 'fingers', name: 'Finger pattern' },
  { id: 'scale', name: 'Scale' },
  { id: 'arpeggio', name: 'Arpeggio' },
  { id: 'chord', name: 'Chord by strings' },
  { id: 'progression', name: 'Chords in turn' },
  { id: 'cell', name: 'Own cell' },
  { id: 'strokes', name: 'Damped strings' },
  { id: 'restStrokes', name: 'Rest strokes' },
];

/** More notes than this at a stroke are said before they are written. */
const MUCH = 256;

/** No cell that is taken from the lane is longer. */
const LONGEST_CELL = 64;

/** The marked notes as a cell, or all there are, and round as the exercise goes round. */
function cellFrom({ passage, policy }: Exercise, range: Range | null): Pick<Recipe, 'source' | 'goesRound'> {
  const notes = takeCell(passage, range, LONGEST_CELL);
  return { source: { kind: 'cell', notes }, goesRound: policy.loop === true };
}

function shapeCount(recipe: Recipe, setup: Setup): number {
  const { source } = recipe;
  if (source.kind === 'arpeggio') return arpeggioShapes(recipe, source, setup).length;
  return source.kind === 'chord' ? chordShapes(recipe, source, setup).length : 0;
}

interface MaterialPanelProps {
  readonly exercise: Exercise;
  readonly setup: Setup;
  readonly range: Range | null;
  readonly edit: EditExercise;
  readonly onGo: (place: Place) => void;
  /** Counts how often the panel was asked for by its key. */
  readonly asked: number;
}

/**
 * How the notes are worked out. While the lane shows what the recipe gives, every choice is written at once; notes of the
 * teacher's own are replaced only when that is asked for.
 */
export function MaterialPanel({ exercise, setup, range, edit, onGo, asked }: MaterialPanelProps) {
  const root = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (asked === 0) return;
    const find = (selector: string) => root.current?.querySelector<HTMLElement>(selector);
    (find('[role=radio][aria-checked=true]') ?? find('[role=radio]'))?.focus();
  }, [asked]);
  const [draft, setDraft] = useState<Recipe | null>(null);
  const titles = useKept(() => titlesFrom(database(), '')) ?? [];
  const kept = exercise.recipe?.recipe ?? null;
  const recipe = draft ?? kept;
  const detached = useMemo(() => isDetached(exercise), [exercise]);
  const isLive = exercise.passage.notes.length === 0 || (kept !== null && !detached);
  const composed = useMemo(() => recipe && compose(recipe, setup), [recipe, setup]);
  const fault = composed && 'fault' in composed ? composed.fault : null;
  const near = useMemo(() => (fault && recipe ? nearestRecipe(recipe, setup) : null), [fault, recipe, setup]);
  const shapes = useMemo(() => (recipe ? shapeCount(recipe, setup) : 0), [recipe, setup]);

  const write = (next: Recipe, how: 'once' | 'asked') => {
    const first = writeRecipe(edit, next, setup, titles, how);
    setDraft(first === null ? next : null);
    if (first) onGo(first);
  };
  const wish = (next: Recipe, at: 'once' | 'asked') => {
    const made = compose(next, setup);
    const isMuch =
      'cells' in made && made.cells.flat().length > Math.max(MUCH, exercise.passage.notes.length);
    if (at === 'once' && 'cells' in made && !isMuch) write(next, 'once');
    else setDraft(next);
  };
  const set = (part: Partial<Recipe>) => recipe && wish({ ...recipe, ...part }, isLive ? 'once' : 'asked');
  const choose = (kind: SourceKind) => {
    const { tuning, capo = 0 } = exercise.passage;
    const chosen = recipe ? withSource(recipe, kind) : firstRecipe(kind, tuning, capo);
    const next: Recipe =
      kind === 'cell' && chosen.source.kind === 'cell' && chosen.source.notes.length === 0
        ? { ...chosen, ...cellFrom(exercise, range) }
        : chosen;
    wish(next, isLive ? 'once' : 'asked');
  };

  const isWritten = isLive && draft === null;
  const short = useMemo(() => (isWritten ? shortForm(exercise, setup) : null), [isWritten, exercise, setup]);
  const notes = composed && 'cells' in composed ? composed.cells.flat().length : 0;
  const holes = recipe && composed && 'cells' in composed ? holeText(recipe, composed.cells) : '';
  const positions = composed && 'cells' in composed ? composed.positions : 0;
  return (
    <Panel ref={root}>
      <Choice
        label="Work the notes out from"
        value={recipe?.source.kind ?? ('' as SourceKind)}
        options={KINDS}
        onChange={choose}
      />
      {recipe === null ? (
        <Quiet>
          {exercise.passage.notes.length === 0
            ? 'Choose a kind of figure: it is worked out and shown in the lane at once, and can be edited there by hand.'
            : 'These notes were written by hand. Choose a kind of figure to have others worked out; nothing is replaced until you say so.'}
        </Quiet>
      ) : (
        <>
          {fault ? (
            <Said className="warns" role="alert">
              <p>{composeFaultText(fault, setup.stretchLimitMm)} The lane is as it was.</p>
              {near ? (
                <Button look="primary" onPress={() => wish(near.recipe, isLive ? 'once' : 'asked')}>
                  Nearest that works: {near.words}
                </Button>
              ) : (
                <span>No small change helps; choose other strings or frets.</span>
              )}
            </Said>
          ) : (
            <Said className={isWritten ? '' : 'warns'} data-recipe>
              <p>
                <strong>
                  {counted(notes, 'note')}
                  {positions > 1 ? ` in ${positions} places` : ''}.
                </strong>{' '}
                {recipeText(recipe)} {holes}
              </p>
              {short ? (
                <Button onPress={() => writeShortForm(edit, setup, newId())}>
                  The figure once, the rest in words
                </Button>
              ) : null}
              {isWritten ? null : (
                <>
                  <p role="status">
                    {isLive
                      ? 'So many are not written by themselves; the lane is as it was.'
                      : kept
                        ? 'The notes in the lane were edited by hand since.'
                        : `The ${counted(exercise.passage.notes.length, 'note')} in the lane are your own.`}{' '}
                    {isLive ? '' : 'Writing the recipe replaces them; undo brings them back.'}
                  </p>
                  <Button look="primary" onPress={() => write(recipe, 'asked')}>
                    {kept && !isLive ? 'Write the recipe again' : 'Write it into the lane'}
                  </Button>
                </>
              )}
            </Said>
          )}
          {recipe.source.kind === 'cell' ? (
            <Fields>
              <legend>Notes</legend>
              <p>{counted(recipe.source.notes.length, 'note')} of your own, from the lane.</p>
              <Button onPress={() => set(cellFrom(exercise, range))}>
                {range ? 'Take the marked notes' : 'Take the notes of the lane'}
              </Button>
            </Fields>
          ) : (
            <Fields>
              <legend>Notes</legend>
              <SourceFields recipe={recipe} set={set} shapes={shapes} />
            </Fields>
          )}
          <Pair>
            <Fields>
              <legend>Way</legend>
              <WayFields recipe={recipe} set={set} />
            </Fields>
            <Fields>
              <legend>Places</legend>
              <PlaceFields recipe={recipe} set={set} />
            </Fields>
          </Pair>
          <details>
            <summary>On each note: approaches, a pedal note, repeats, stroke pattern, accents</summary>
            <Fields style={{ paddingTop: '0.5rem' }}>
              <AddedFields recipe={recipe} set={set} />
            </Fields>
          </details>
          <details>
            <summary>More: repeats, chains, slurs, damping, other strings, the instrument</summary>
            <Fields style={{ paddingTop: '0.5rem' }}>
              <MoreFields recipe={recipe} set={set} />
            </Fields>
            <Quiet>
              In turn through each cell: p picked, s slurred, l slid to, n hammered from nowhere. In a chain A
              is the cell and B what becomes of it.
            </Quiet>
          </details>
        </>
      )}
    </Panel>
  );
}
