'use client';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import styled from 'styled-components';
import {
  counted,
  meterName,
  readTabText,
  type Exercise,
  type GoalCheck,
  type Passage,
  type Plan,
  type Range,
  type Setup,
  type Tuning,
  type Place,
} from '@/core';
import { Tabs } from '@/ui/controls/Tabs';
import { BalancePanel } from './BalancePanel';
import { ComparePolicies } from './ComparePolicies';
import type { EditExercise } from '@/work/bench/acting';
import { GoalPanel } from './GoalPanel';
import { NotesPanel } from './NotesPanel';
import { PickPanel } from './PickPanel';
import { StrokesPanel } from './StrokesPanel';
import { StudentPanel } from './StudentPanel';
import type { Try } from '@/work/bench/trying';
import { SPEED_NAMES, type Playing } from './usePlaying';

/** The questions under the lane. */
export type TabId =
  | 'strokes'
  | 'material'
  | 'compose'
  | 'drills'
  | 'fingers'
  | 'rhythm'
  | 'motion'
  | 'notes'
  | 'goal'
  | 'student';

const SideBySide = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 1.5rem;
  @media (max-width: 60rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

interface BenchPanelsProps {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly check: GoalCheck;
  readonly setup: Setup;
  readonly playing: Playing;
  readonly pass: number;
  readonly caret: Place;
  readonly range: Range | null;
  /** Counts how often the Material tab was asked for by its key. */
  readonly asked: number;
  readonly tab: TabId;
  readonly onTab: (tab: TabId) => void;
  readonly onTry: Try;
  readonly onPass: (pass: number) => void;
  readonly onGo: (place: Place) => void;
  /** Puts the caret where the panel is; nothing opens. */
  readonly onFollow: (place: Place) => void;
  readonly edit: EditExercise;
}

// Knowledge of scales and chords is loaded when it is first asked for.
const MaterialPanel = dynamic(
  () => import('./material/MaterialPanel').then((module) => module.MaterialPanel),
  { ssr: false },
);

const ComposePanel = dynamic(() => import('./composing/ComposePanel').then((module) => module.ComposePanel), {
  ssr: false,
});
const DrillsPanel = dynamic(() => import('./drilling/DrillsPanel').then((module) => module.DrillsPanel), {
  ssr: false,
});
const RhythmPanel = dynamic(() => import('./rhythm/RhythmPanel').then((module) => module.RhythmPanel), {
  ssr: false,
});
const FingersPanel = dynamic(() => import('./fingers/FingersPanel').then((module) => module.FingersPanel), {
  ssr: false,
});

/** How many things in a pasted text were not understood or not taken as written; lines that are no tab at all apart. */
function notUnderstood(text: string, tuning: Tuning): number {
  if (text.trim() === '') return 0;
  return readTabText(text, { tuning }).problems.filter((problem) => problem.code !== 'textLine').length;
}

/** How many of the notes that need a finger have one. */
function fingersSet({ notes }: Passage): string {
  const stopped = notes.filter(({ fret, dead }) => fret > 0 && !dead);
  return `${stopped.filter(({ finger }) => finger).length} of ${stopped.length}`;
}

/** One question at a time under the lane, its most telling figure on its tab. */
export function BenchPanels(props: BenchPanelsProps) {
  const {
    exerciseId,
    exercise,
    plan,
    check,
    setup,
    playing,
    pass,
    caret,
    range,
    asked,
    tab,
    onTab,
    onTry,
    onPass,
    onGo,
    onFollow,
    edit,
  } = props;
  const { passage } = exercise;
  const odd = useMemo(
    () => notUnderstood(exercise.sourceText, passage.tuning),
    [exercise.sourceText, passage.tuning],
  );
  const remarks = exercise.origin?.remarks.length ?? 0;
  return (
    <Tabs<TabId>
      label="Questions about the exercise: make it, judge it, give it"
      selected={tab}
      onSelect={onTab}
      tabs={[
        {
          id: 'goal',
          group: 'Make',
          name: 'Goal',
          body: <GoalPanel exercise={exercise} check={check} edit={edit} />,
        },
        {
          id: 'material',
          name: 'Material',
          body: (
            <MaterialPanel
              exercise={exercise}
              setup={setup}
              range={range}
              edit={edit}
              onGo={onGo}
              asked={asked}
            />
          ),
        },
        {
          id: 'compose',
          name: 'Compose',
          body: (
            <ComposePanel
              key={exerciseId}
              exerciseId={exerciseId}
              exercise={exercise}
              setup={setup}
              edit={edit}
              onTry={onTry}
              onGo={onGo}
            />
          ),
        },
        {
          id: 'notes',
          name: 'Notes',
          figure: [
            `${passage.notes.length}`,
            odd > 0 ? `${odd} to look at in the text` : '',
            remarks > 0 ? `${counted(remarks, 'remark')} on the file` : '',
          ]
            .filter((part) => part !== '')
            .join(' · '),
          body: <NotesPanel exercise={exercise} plan={plan} pass={pass} edit={edit} />,
        },
        {
          id: 'rhythm',
          name: 'Rhythm',
          figure: `${meterName(passage.meter)} · ${passage.subdivision}`,
          body: <RhythmPanel exercise={exercise} plan={plan} setup={setup} caret={caret} edit={edit} />,
        },
        {
          id: 'strokes',
          group: 'Judge',
          name: 'Strokes and balance',
          body: (
            <>
              <SideBySide>
                <StrokesPanel
                  exercise={exercise}
                  plan={plan}
                  pass={pass}
                  onPass={onPass}
                  edit={edit}
                  onGo={onGo}
                />
                <BalancePanel
                  exerciseId={exerciseId}
                  exercise={exercise}
                  plan={plan}
                  setup={setup}
                  bpm={playing.bpm}
                  playing={playing}
                  edit={edit}
                  onTry={onTry}
                />
              </SideBySide>
              <ComparePolicies exercise={exercise} setup={setup} edit={edit} onGo={onGo} />
            </>
          ),
        },
        {
          id: 'fingers',
          name: 'Fingers',
          figure: fingersSet(passage),
          body: (
            <FingersPanel
              exercise={exercise}
              plan={plan}
              setup={setup}
              caret={caret}
              edit={edit}
              onGo={onGo}
            />
          ),
        },
        {
          id: 'motion',
          name: 'Pick in motion',
          figure: playing.speed === 1 ? '' : `at ${SPEED_NAMES[playing.speed]} of the tempo`,
          body: (
            <PickPanel
              plan={plan}
              pass={pass}
              caret={caret}
              playing={playing}
              onGo={onFollow}
              onPass={onPass}
            />
          ),
        },
        {
          id: 'drills',
          group: 'Give',
          name: 'Drills',
          body: (
            <DrillsPanel
              exerciseId={exerciseId}
              exercise={exercise}
              plan={plan}
              setup={setup}
              bpm={playing.bpm}
              caret={caret}
              range={range}
              onTry={onTry}
            />
          ),
        },
        {
          id: 'student',
          name: 'To the student',
          figure: `${exercise.studentNotes.length}`,
          body: <StudentPanel exercise={exercise} plan={plan} caret={caret} edit={edit} onGo={onGo} />,
        },
      ]}
    />
  );
}
