'use client';
import dynamic from 'next/dynamic';
import type { useRouter } from 'next/navigation';
import { memo, useEffect, useState } from 'react';
import { ME, noteAt, type Exercise, type GoalCheck, type Plan, type Range, type Place } from '@/core';
import { usePlayer } from '@/ui/shell/player';
import { waysOut } from '@/ui/shell/waysOut';
import type { BenchActions } from '@/work/bench/acting';
import { attempt, once } from '@/work/perform';
import type { TabId } from './BenchPanels';
import { GoalLine } from './GoalLine';
import type { Tried, Try } from '@/work/bench/trying';
import type { Playing } from './usePlaying';

const QuestionStrip = dynamic(() => import('./QuestionStrip').then((module) => module.QuestionStrip), {
  ssr: false,
});
// The lane paints first; what stands under it follows.
const AnswerLine = dynamic(() => import('./AnswerLine').then((module) => module.AnswerLine), {
  ssr: false,
  loading: () => <div style={{ height: '4.2rem' }} />,
});
const BenchPanels = dynamic(() => import('./BenchPanels').then((module) => module.BenchPanels), {
  ssr: false,
});
const NoteStrip = dynamic(() => import('./NoteStrip').then((module) => module.NoteStrip), {
  ssr: false,
});
const GuessedLine = dynamic(() => import('./GuessedLine').then((module) => module.GuessedLine), {
  ssr: false,
});
const DrillStrip = dynamic(() => import('./drilling/DrillStrip').then((module) => module.DrillStrip), {
  ssr: false,
});
const TriedStrip = dynamic(() => import('./TriedStrip').then((module) => module.TriedStrip), { ssr: false });
const RangeStrip = dynamic(() => import('./RangeStrip').then((module) => module.RangeStrip), { ssr: false });
/** An exercise with all that is shown round its lane. */
export interface ShownExercise {
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly check: GoalCheck;
  readonly pass: number;
  readonly caret: Place;
  /** Whether what stands at the caret is shown. */
  readonly isChosen: boolean;
  readonly remark: string | null;
  readonly range: Range | null;
  readonly pinned: ReadonlyMap<string, string>;
  readonly playing: Playing;
  readonly tried: Tried | null;
  /** Of what is tried; null where nothing is. */
  readonly triedPlan: Plan | null;
}

/** Whether the first picture has been painted; what can wait until then does. */
function usePainted(): boolean {
  const [isPainted, setPainted] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => setPainted(true));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, []);
  return isPainted;
}

interface TopProps {
  readonly shown: ShownExercise;
  readonly exerciseId: string;
  readonly actions: BenchActions;
  readonly onTab: (tab: TabId) => void;
  readonly router: ReturnType<typeof useRouter>;
}

/** Title and goal over the lane, and what a pasted text left to be asked. */
export const BenchTop = memo(function BenchTop({ shown, exerciseId, actions, onTab, router }: TopProps) {
  const { exercise, check } = shown;
  const player = usePlayer();
  const onSheet = () =>
    once('Making the sheet', async () => {
      const { makeSheet } = await import('@/work/sheet');
      const { ids } = await makeSheet(exerciseId, exercise, player);
      router.push(`/handout?ids=${ids.join()}`);
    });
  return (
    <>
      <GoalLine
        exercise={exercise}
        check={check}
        edit={actions.edit}
        onChangeGoal={() => onTab('goal')}
        whom={player.id === ME ? 'me' : player.name}
        onSheet={onSheet}
        ways={waysOut(
          () => ({ id: exerciseId, exercise }),
          (id) => router.push(`/handout?ids=${id}`),
        )}
      />
      {exercise.drill ? <DrillStrip exerciseId={exerciseId} drill={exercise.drill} /> : null}
      {exercise.question ? (
        <QuestionStrip exercise={exercise} question={exercise.question} edit={actions.edit} />
      ) : null}
    </>
  );
});

interface UnderProps {
  readonly exerciseId: string;
  readonly shown: ShownExercise;
  readonly actions: BenchActions;
  readonly tab: TabId;
  readonly asked: number;
  readonly onTab: (tab: TabId) => void;
  readonly onTry: Try;
  readonly onPass: (pass: number) => void;
  readonly onMark: (ticks: number) => void;
  readonly onLetGo: () => void;
}

/** What stands under the lane: what the strokes come to, the note or the marked slots that were chosen, and one question at a time. */
export const BenchUnder = memo(function BenchUnder(props: UnderProps) {
  const { exerciseId, shown, actions, tab, asked, onTab, onTry, onPass, onMark, onLetGo } = props;
  const { exercise, plan, check, pass, caret, isChosen, remark, range, pinned, playing } = shown;
  const { tried, triedPlan } = shown;
  const { passage } = exercise;
  const player = usePlayer();
  const isPainted = usePainted();
  const about = { passage, plan, pass, caret, remark, apply: actions.apply };
  return (
    <>
      <AnswerLine
        exercise={exercise}
        plan={plan}
        setup={player.setup}
        bpm={playing.bpm}
        hasPins={pinned.size > 0}
        triedPlan={triedPlan}
        edit={actions.edit}
        onTab={onTab}
      />
      {tried ? (
        <TriedStrip tried={tried} onTry={onTry} />
      ) : range ? (
        <RangeStrip
          {...about}
          range={range}
          recipe={exercise.recipe}
          onPicture={() =>
            attempt('Asking for a picture', async () =>
              (await import('@/work/picture/asked')).askForPicture({
                ...{ id: exerciseId, exercise },
                part: { pass, range },
              }),
            )
          }
          onDone={onLetGo}
        />
      ) : isChosen ? (
        <NoteStrip
          {...about}
          policy={exercise.policy}
          note={noteAt(passage, caret.ticks, caret.string)}
          onMark={() => onMark(caret.ticks)}
          onClose={actions.close}
        />
      ) : null}
      {isPainted && exercise.sourceText !== '' ? (
        <GuessedLine exercise={exercise} edit={actions.edit} />
      ) : null}
      {isPainted ? (
        <BenchPanels
          exerciseId={exerciseId}
          exercise={exercise}
          plan={plan}
          check={check}
          setup={player.setup}
          playing={playing}
          pass={pass}
          caret={caret}
          range={range}
          asked={asked}
          tab={tab}
          onTab={onTab}
          onTry={onTry}
          onPass={onPass}
          onGo={actions.go}
          onFollow={actions.follow}
          edit={actions.edit}
        />
      ) : null}
    </>
  );
});
