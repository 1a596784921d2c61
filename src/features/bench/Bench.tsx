'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  changeText,
  checkGoal,
  goalText,
  noteAt,
  pinNumbers,
  planOf,
  spokenPlace,
  stringChangeFrom,
  trainsSentence,
  type Exercise,
  type Passage,
} from '@/core';
import type { ExerciseSession, SessionState } from '@/storage';
import { keyHandler, useKeySheet } from '@/ui/keys/keys';
import type { Place } from '@/ui/lane/place';
import { StringLane } from '@/ui/lane/StringLane';
import { waysOut } from '@/ui/shell/waysOut';
import { usePlayer } from '@/ui/shell/player';
import { useView } from '@/ui/shell/viewSettings';
import { colour } from '@/ui/theme/tokens';
import type { TabId } from './BenchPanels';
import type { EditExercise } from './edit';
import {
  digitMemory,
  firstDifference,
  fretBefore,
  lockHere,
  moveNoteTo,
  nextLock,
  putFret,
  type Edit,
} from './editing';
import { GoalLine } from './GoalLine';
import { PLAY_KEYS, VIEW_KEYS } from './benchKeys';
import { laneBindings, laneKeyGroups } from './laneKeys';
import { Legend } from './Legend';
import { usePlaying } from './usePlaying';
import { RANGE_KEYS, useRange } from './useRange';

const Root = styled.div`
  display: grid;
  gap: 0.5rem;
  padding-bottom: 3.5rem;
  outline: none;
`;

const Trains = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.2rem 1.5rem;
  p {
    color: ${colour.ink};
    font-size: 1rem;
    font-weight: 600;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.2rem 1rem;
  }
`;

const QuestionStrip = dynamic(() => import('./QuestionStrip').then((module) => module.QuestionStrip), {
  ssr: false,
});
// The lane paints first; what stands under it follows.
const BenchPanels = dynamic(() => import('./BenchPanels').then((module) => module.BenchPanels), {
  ssr: false,
});

const NoteStrip = dynamic(() => import('./NoteStrip').then((module) => module.NoteStrip), {
  ssr: false,
  loading: () => <div style={{ height: '4.5rem' }} />,
});
const RangeStrip = dynamic(() => import('./RangeStrip').then((module) => module.RangeStrip), { ssr: false });
const ViewButton = dynamic(() => import('@/ui/shell/ViewButton').then((module) => module.ViewButton), {
  ssr: false,
});
const BenchBar = dynamic(() => import('./BenchBar').then((module) => module.BenchBar), { ssr: false });

/** The lane takes at most this part of the window before it scrolls inside. */
const LANE_SHARE = 0.53;

function useWindowHeight(): number {
  const [height, setHeight] = useState(800);
  useEffect(() => {
    const measure = () => setHeight(window.innerHeight);
    measure();
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, []);
  return height;
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

function focusLane(within: Element | null): void {
  within?.querySelector<HTMLElement>('[data-lane]')?.focus({ preventScroll: true });
}

/** The place where the caret belongs when its own is gone. */
function validPlace(passage: Passage, place: Place): Place {
  return {
    ticks: Math.max(-passage.pickupTicks, Math.min(passage.lengthTicks, place.ticks)),
    string: Math.max(1, Math.min(passage.tuning.length, place.string)),
  };
}

function firstPlace(passage: Passage): Place {
  const first = passage.notes[0];
  return first
    ? { ticks: first.onsetTicks, string: first.string }
    : { ticks: -passage.pickupTicks, string: 3 };
}

interface BenchProps {
  readonly session: ExerciseSession;
  readonly state: SessionState;
  readonly exercise: Exercise;
}

/** The Bench of an exercise that is there. */
export function Bench({ session, state, exercise }: BenchProps) {
  const { passage, policy, goal } = exercise;
  const player = usePlayer();
  const view = useView();
  const router = useRouter();
  const windowHeight = useWindowHeight();
  const isPainted = usePainted();
  const root = useRef<HTMLDivElement>(null);
  const [wanted, setWanted] = useState<Place>(() => firstPlace(passage));
  const [chosenPass, setChosenPass] = useState(0);
  const [tab, setTab] = useState<TabId>(passage.notes.length === 0 ? 'notes' : 'strokes');
  const [digits] = useState(digitMemory);
  /** What the last edit could not do as it was asked. */
  const [remark, setRemark] = useState<string | null>(null);
  const [explains, setExplains] = useState(false);
  const plan = useMemo(() => planOf(passage, policy, player.setup), [passage, policy, player.setup]);
  const playing = usePlaying(session.id, exercise, plan);
  const { hands: playback } = playing;
  const pass = Math.min(chosenPass, plan.assignment.passes.length - 1);
  const caret = validPlace(passage, wanted);
  const check = useMemo(() => checkGoal(goal, plan.analysis), [goal, plan]);
  const pinned = useMemo(() => pinNumbers(exercise.studentNotes), [exercise.studentNotes]);
  const edit: EditExercise = (label, change, mergeKey) => session.edit(label, change, mergeKey);

  const place = (next: Place, withWhy = false) => {
    digits.forget();
    setWanted(next);
    setExplains(withWhy);
    setRemark(null);
  };
  const apply = (change: Edit, mergeKey?: string) => {
    if (!change) return;
    if ('fault' in change) return setRemark(change.fault);
    setWanted(change.caret);
    setExplains(false);
    setRemark(change.remark ?? null);
    edit(change.label, (one) => ({ ...one, passage: change.passage }), mergeKey);
  };
  /** Undo and redo put the caret where something changed. */
  const stepAndShow = (way: 'undo' | 'redo') => {
    session.step(way);
    void session.settled().then(() => {
      const now = session.snapshot().exercise?.passage;
      const changed = now && firstDifference(passage, now);
      if (changed) place(changed);
    });
  };
  const hands = {
    passage: () => session.snapshot().exercise?.passage ?? passage,
    caret: () => caret,
    place,
    apply,
    digits,
    thickOnTop: view.thickOnTop,
    changes: () => passage.notes.filter((note) => stringChangeFrom(plan.analysis, note.id, pass)),
  };
  const bindings = laneBindings(hands);
  const marking = useRange(passage, plan, pass, caret, view.thickOnTop, apply);
  const [keyGroups] = useState(() => [PLAY_KEYS, VIEW_KEYS, RANGE_KEYS, ...laneKeyGroups(bindings)]);
  useKeySheet(keyGroups);
  const setLoop = (loop: boolean) =>
    edit(loop ? 'Loop on' : 'Loop off', (one) => ({ ...one, policy: { ...one.policy, loop } }));
  const onViewKey = keyHandler([
    { keys: ['Ctrl+z'], does: '', run: () => stepAndShow('undo') },
    { keys: ['Ctrl+Shift+z', 'Ctrl+y'], does: '', run: () => stepAndShow('redo') },
    { keys: ['l'], does: '', run: () => setLoop(policy.loop !== true) },
    { keys: ['g'], does: '', run: (event) => focusLane(event.currentTarget) },
    { keys: [' '], does: '', run: playback.toggle },
    { keys: [','], does: '', run: playing.slower },
    { keys: ['.'], does: '', run: playing.faster },
    { keys: ['b'], does: '', run: (event) => playing.tap(event.timeStamp / 1000) },
    { keys: ['j'], does: '', run: playing.stepDown },
    { keys: ['k'], does: '', run: playing.stepUp },
  ]);
  useEffect(() => focusLane(root.current), []);

  const passes = plan.assignment.passes.length;
  const following = useMemo(
    () =>
      playback.isPlaying
        ? { place: playback.place, onPass: (played: number) => setChosenPass(played % passes) }
        : null,
    [playback.isPlaying, playback.place, passes],
  );

  const { kinds } = plan.analysis.figures;
  const sentence = trainsSentence(plan.analysis, view);
  const selected = noteAt(passage, caret.ticks, caret.string);
  const explained = explains && selected ? stringChangeFrom(plan.analysis, selected.id, pass) : undefined;
  const why = explained ? `${changeText(explained, view)} ` : '';
  return (
    <Root ref={root} onKeyDown={onViewKey} onCopy={marking.onCopy} onPaste={marking.onPaste}>
      <GoalLine
        exercise={exercise}
        check={check}
        edit={edit}
        onChangeGoal={() => setTab('goal')}
        ways={waysOut(
          () => ({ id: session.id, exercise }),
          (id) => router.push(`/handout?ids=${id}`),
        )}
      />
      {exercise.question ? (
        <QuestionStrip exercise={exercise} question={exercise.question} edit={edit} />
      ) : null}
      <StringLane
        passage={passage}
        plan={plan}
        pass={pass}
        caret={caret}
        pinned={pinned}
        spoken={`${why}${spokenPlace(plan.passage, plan, caret.ticks, caret.string, pass)}`}
        summary={`${exercise.title}. ${sentence} ${goal.kind ? `Goal: ${goalText(goal)}.` : ''} Arrow keys move, digits set frets, question mark lists all keys.`}
        maxHeight={windowHeight * LANE_SHARE}
        playing={following}
        explains={explains}
        range={marking.range}
        onPlace={place}
        onMove={(note, to) => apply(moveNoteTo(passage, note, to))}
        onPut={(at) => apply(putFret(passage, at, fretBefore(passage, at)))}
        onStroke={(note) => {
          const given = plan.assignment.passes[pass]?.[passage.notes.indexOf(note)] ?? 'down';
          apply(lockHere(passage, { ticks: note.onsetTicks, string: note.string }, nextLock(note, given)));
        }}
        onKeyDown={keyHandler([...marking.bindings, ...bindings])}
      />
      {marking.range ? (
        <RangeStrip
          passage={passage}
          plan={plan}
          pass={pass}
          range={marking.range}
          caret={caret}
          apply={apply}
          remark={remark}
          onDone={marking.letGo}
        />
      ) : (
        <NoteStrip
          passage={passage}
          plan={plan}
          pass={pass}
          caret={caret}
          note={selected}
          remark={remark}
          apply={apply}
        />
      )}
      <Trains>
        <p data-trains>{sentence}</p>
        <div className="legend">
          <Legend kinds={kinds} hasPins={pinned.size > 0} />
          {isPainted ? <ViewButton /> : null}
        </div>
      </Trains>
      {isPainted ? (
        <BenchPanels
          exercise={exercise}
          plan={plan}
          check={check}
          setup={player.setup}
          playing={playing}
          pass={pass}
          caret={caret}
          tab={tab}
          onTab={setTab}
          onPass={setChosenPass}
          onGo={place}
          edit={edit}
        />
      ) : null}
      <BenchBar
        session={session}
        state={state}
        exercise={exercise}
        playing={playing}
        onLoop={setLoop}
        onStep={stepAndShow}
      />
    </Root>
  );
}
