'use client';
import { Printer } from 'lucide-react';
import { Fragment, useMemo, useState } from 'react';
import { Radio, RadioGroup } from 'react-aria-components';
import styled from 'styled-components';
import { counted, ME, planOf, trainsSentence } from '@/core';
import {
  blankFault,
  composeFaultText,
  firstFilled,
  STARTING_POINTS,
  startingExercise,
  type Blank,
  type Filled,
} from '@/core/compose';
import { addExercises, database, newId } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { Dialog } from '@/ui/controls/Dialog';
import { SelectBox } from '@/ui/controls/SelectBox';
import { TextField } from '@/ui/controls/TextField';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import { once } from '@/work/perform';
import { Form, useOpening } from './startParts';

const Points = styled(RadioGroup)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
  gap: 0.35rem;
`;

const Point = styled(Radio)`
  padding: 0.3rem 0.6rem;
  border: 1px solid ${colour.line};
  border-radius: 0.4rem;
  background: ${colour.paper};
  cursor: pointer;
  &[data-selected] {
    border-color: ${colour.accent};
    box-shadow: inset 0.25rem 0 0 ${colour.accent};
    font-weight: 650;
  }
  &[data-focus-visible] {
    outline: 2px solid ${colour.accent};
    outline-offset: 1px;
  }
`;

/** A sentence in which blanks stand between the words. */
const Sentence = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.45rem;
  .typed {
    width: 15rem;
  }
  /* A comma stands at what it ends. */
  .ends {
    margin-left: -0.35rem;
  }
`;

interface BlankFieldProps {
  readonly blank: Blank;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

function BlankField({ blank, value, onChange }: BlankFieldProps) {
  const { label, choices } = blank;
  return choices === 'chords' ? (
    <div className="typed">
      <TextField label={label} hideLabel value={value} maxLength={120} onChange={onChange} />
    </div>
  ) : (
    <SelectBox label={label} hideLabel value={value} options={choices} onChange={onChange} />
  );
}

/** Common exercises to begin with, each a sentence with blanks. */
export function StartDialog({ onClose }: { onClose: () => void }) {
  const open = useOpening();
  const player = usePlayer();
  const view = useView();
  const [point, setPoint] = useState(STARTING_POINTS[0]!);
  const [filled, setFilled] = useState<Readonly<Record<string, Filled>>>({});
  const its = useMemo(() => ({ ...firstFilled(point), ...filled[point.id] }), [point, filled]);
  const wrong = Object.entries(point.blanks)
    .map(([name, blank]) => blankFault(blank, its[name]!))
    .find((fault) => fault !== null);
  const made = useMemo(
    () => (wrong ? null : startingExercise(point.id, its, player.setup)),
    [point, its, player.setup, wrong],
  );
  const exercise = made && 'exercise' in made ? made.exercise : null;
  const plan = useMemo(
    () => exercise && planOf(exercise.passage, exercise.policy, player.setup),
    [exercise, player.setup],
  );
  const fault =
    wrong ?? (made && 'fault' in made ? composeFaultText(made.fault, player.setup.stretchLimitMm) : null);
  const sheetFor = player.id === ME ? 'me' : player.name;
  const make = async (then: 'bench' | 'sheet') => {
    if (!exercise) return;
    const id = newId();
    await addExercises(database(), [{ id, exercise }], exercise.title);
    await open(then, id, exercise, player);
  };
  return (
    <Dialog title="Start from a figure" isOpen onClose={onClose}>
      <Form>
        <Points
          aria-label="What it is"
          value={point.id}
          onChange={(id) => setPoint(STARTING_POINTS.find((one) => one.id === id)!)}
        >
          {STARTING_POINTS.map(({ id, name }) => (
            <Point key={id} value={id}>
              {name}
            </Point>
          ))}
        </Points>
        <p>It trains {point.trains}.</p>
        <Sentence role="group" aria-label="Fill in">
          {point.sentence
            .split(/\{(\w+)\}/)
            .map((part, at) =>
              at % 2 === 1 ? (
                <BlankField
                  key={part}
                  blank={point.blanks[part]!}
                  value={its[part]!}
                  onChange={(value) =>
                    setFilled((all) => ({ ...all, [point.id]: { ...all[point.id], [part]: value } }))
                  }
                />
              ) : (
                <Fragment key={at}>
                  {part.trim() === '' ? null : (
                    <span className={part.startsWith(',') ? 'ends' : ''}>{part.trim()}</span>
                  )}
                </Fragment>
              ),
            )}
        </Sentence>
        {fault ? <p role="alert">{fault}</p> : null}
        {exercise && plan ? (
          <>
            <div className="lane">
              <SmallLane plan={plan} width={640} />
            </div>
            <p>
              {counted(exercise.passage.notes.length, 'note')}, {exercise.passage.subdivision} a beat.{' '}
              {trainsSentence(plan.analysis, view)}
            </p>
          </>
        ) : null}
        <div className="row">
          <Button
            look="primary"
            isDisabled={!exercise}
            onPress={() => once('Making the exercise', () => make('bench'))}
          >
            Open on the Bench
          </Button>
          <Button isDisabled={!exercise} onPress={() => once('Making the sheet', () => make('sheet'))}>
            <Printer size={15} aria-hidden /> Sheet for {sheetFor}
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </div>
      </Form>
    </Dialog>
  );
}
