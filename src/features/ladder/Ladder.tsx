'use client';
import { AudioLines, Timer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { benchAt, practiceAt } from '@/addresses';
import { AS_WRITTEN, bpmText, durationText, FRESH_LADDER, type Exercise } from '@/core';
import { climbOf } from '@/core/drills';
import type { ExerciseEditor, LadderFields, EditorState } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { GoLink } from '@/ui/controls/GoLink';
import { UndoButtons } from '@/ui/controls/UndoButtons';
import { bound, keyHandler, keyList, UNDO_KEYS, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { SmallLane } from '@/ui/lane/SmallLane';
import { usePlayer } from '@/ui/shell/player';
import { useLadder } from '@/ui/shell/useLadder';
import { useRecord } from '@/ui/shell/useRecord';
import { usePlayback } from '@/ui/sound/useSound';
import { tapBeat } from '@/work/tapping';
import { colour } from '@/ui/theme/tokens';
import { tellRefused } from '@/work/perform';
import { askForTrack } from '@/work/track/asked';
import { EqualSpeeds } from './EqualSpeeds';
import { LadderForm } from './LadderForm';
import { changedStep, fieldsWith, stepAfter } from '@/work/ladder/steps';
import { StepTable } from './StepTable';

const ClimbPicture = dynamic(() => import('./ClimbPicture').then((module) => module.ClimbPicture), {
  ssr: false,
  loading: () => <div style={{ height: 340 }} aria-busy="true" />,
});
const StepEditor = dynamic(() => import('./StepEditor').then((module) => module.StepEditor), { ssr: false });
const TimePanel = dynamic(() => import('./TimePanel').then((module) => module.TimePanel), { ssr: false });

const Root = styled.div`
  display: grid;
  gap: 0.9rem;
  outline: none;
`;

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1.25rem;
  h1 {
    font-size: 1.45rem;
    overflow-wrap: anywhere;
  }
  p {
    color: ${colour.inkSoft};
  }
  .end {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    margin-left: auto;
  }
`;

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(15rem, 19rem) minmax(0, 1fr);
  align-items: start;
  gap: 1.5rem;
  .left {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.75rem;
  }
  .probe {
    color: ${colour.inkSoft};
    font-size: 0.875rem;
  }
  @media (max-width: 48rem) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Total = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 0.75rem;
  margin-bottom: 0.5rem;
  font-size: 1.15rem;
  font-weight: 650;
`;

const KEYS = keyList(
  'Tempo ladder',
  [
    [[' '], 'Play or stop the chosen step'],
    [['j'], 'The step before'],
    [['k'], 'The next step'],
    [['e'], 'Change the chosen step'],
    [['b'], 'Tap the start tempo'],
  ],
  UNDO_KEYS,
);
const SHEET = [KEYS];

/** The view's keys act from the start. */
const focusOnce = (element: HTMLElement | null) => element?.focus({ preventScroll: true });

const LANE_WIDTH = 260;

interface LadderProps {
  readonly editor: ExerciseEditor;
  readonly state: EditorState;
  readonly exercise: Exercise;
}

/** The ladder of an exercise that is there. */
export function Ladder({ editor, state, exercise }: LadderProps) {
  const player = usePlayer();
  const { spec, kept, ownGoalBpm, set } = useLadder(editor.id, exercise);
  const climb = useMemo(() => climbOf(exercise, kept, player.setup), [exercise, kept, player.setup]);
  const { steps, times } = climb;
  const ladder = useMemo(() => kept ?? { ...FRESH_LADDER, startBpm: exercise.startBpm }, [kept, exercise]);
  const { passage, policy } = exercise;
  const record = useRecord(editor.id, passage.subdivision);
  const [wanted, setWanted] = useState(0);
  const [isEditing, setIsEditing] = useState(false);
  const chosen = Math.min(wanted, steps.length - 1);
  const step = steps[chosen]!;
  const { plan } = climb.stepped(step);
  const whole = climb.stepped(AS_WRITTEN).plan;
  const sound = usePlayback(plan, step.part !== null || policy.loop === true, step.bpm);
  const partNames = climb.parts.map(({ part }) => part);
  const setSpec = (fields: LadderFields) =>
    set(fieldsWith(fields, spec, kept?.steps ?? null, partNames.length > 0 ? partNames : undefined));
  const tap = (seconds: number) => {
    const bpm = tapBeat(seconds);
    if (bpm !== null) setSpec({ startBpm: bpm });
  };
  useKeySheet(SHEET);
  const onKeyDown = keyHandler(
    bound(KEYS, {
      ' ': sound.toggle,
      j: () => setWanted(Math.max(0, chosen - 1)),
      k: () => setWanted(Math.min(steps.length - 1, chosen + 1)),
      e: () => setIsEditing(!isEditing),
      b: (event) => tap(event.timeStamp / 1000),
    }),
  );
  const stepBack = (way: 'undo' | 'redo') => editor.undo(way, tellRefused);
  useUndoKeys(stepBack);
  const total = times.at(-1)!.untilSeconds;
  const runs = times.reduce((sum, time) => sum + time.runs, 0);
  const tempos = steps.map(({ bpm }) => bpm);
  const byHand = steps.filter((one) => one.byHand).length;
  return (
    <Root ref={focusOnce} tabIndex={-1} onKeyDown={onKeyDown}>
      <Head>
        <h1>
          Ladder: <Link href={benchAt(editor.id)}>{exercise.title || 'Untitled'}</Link>
        </h1>
        <p>for {player.name}</p>
        <div aria-hidden>
          <SmallLane plan={whole} width={LANE_WIDTH} />
        </div>
        <div className="end">
          <Link href={`/handout?ids=${editor.id}`}>Handout</Link>
          <Button
            onPress={() =>
              askForTrack({ name: `${exercise.title || 'Untitled'}, ladder`, of: { kind: 'ladder', climb } })
            }
          >
            <AudioLines size={15} aria-hidden /> Track
          </Button>
          <UndoButtons undo={state.undo} redo={state.redo} onUndo={stepBack} />
          <GoLink href={practiceAt(editor.id)} prefetch={false}>
            <Timer size={16} aria-hidden /> Practise
          </GoLink>
        </div>
      </Head>
      <Columns>
        <div className="left">
          <LadderForm exercise={exercise} ownGoalBpm={ownGoalBpm} spec={spec} set={setSpec} />
          <p className="probe">
            Not sure where to start?{' '}
            <Link href={practiceAt(editor.id, 'probe')} prefetch={false}>
              Probe upward from slow
            </Link>{' '}
            or tap the tempo with <kbd>b</kbd>.
          </p>
          <TimePanel exercise={exercise} setup={player.setup} kept={ladder} climb={climb} set={setSpec} />
          <EqualSpeeds spec={spec} subdivision={passage.subdivision} />
        </div>
        <section aria-label="Steps">
          <Total data-total>
            {steps.length === 1
              ? `One step at ${bpmText(steps[0]!.bpm)}`
              : `${steps.length} steps from ${bpmText(Math.min(...tempos))} to ${bpmText(Math.max(...tempos))} bpm`}
            : {runs === 1 ? 'one run' : `${runs} runs`}, {durationText(total)} if every run is clean
            {ladder.steps ? (
              <Button onPress={() => set({ steps: null })}>
                {byHand > 0 ? `All as computed (${byHand} by hand)` : 'All as computed'}
              </Button>
            ) : null}
          </Total>
          <ClimbPicture
            climb={climb}
            kept={ladder}
            record={record}
            subdivision={passage.subdivision}
            chosen={chosen}
            file={exercise.title || 'exercise'}
          />
          <StepTable
            climb={climb}
            chosen={chosen}
            isPlaying={sound.isPlaying}
            cleanBpm={record.stated?.says === 'estimate' ? record.stated.bpm : null}
            onChoose={setWanted}
            onToggle={sound.toggle}
            isEditing={isEditing}
            onEdit={(at) => {
              setIsEditing(at !== chosen || !isEditing);
              setWanted(at);
            }}
            editor={
              <StepEditor
                key={chosen}
                number={chosen + 1}
                step={step}
                subdivision={passage.subdivision}
                isUneven={Object.keys(passage.beatSubdivisions).length > 0}
                isOnly={steps.length === 1}
                onChange={(change) => set({ steps: changedStep(steps, chosen, change) })}
                onAdd={() => {
                  set({ steps: stepAfter(steps, chosen) });
                  setWanted(chosen + 1);
                }}
                onRemove={() => set({ steps: steps.toSpliced(chosen, 1) })}
              />
            }
          />
        </section>
      </Columns>
    </Root>
  );
}
