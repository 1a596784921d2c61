'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import {
  checkGoal,
  noteAt,
  pinNumbers,
  planOf,
  stringChangeFrom,
  type Exercise,
  type Passage,
  type Place,
} from '@/core';
import type { ExerciseEditor } from '@/storage';
import { bound, keyHandler, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { StringLane } from '@/ui/lane/StringLane';
import { usePlayer } from '@/ui/shell/player';
import { useAfterPaint } from '@/ui/shell/useAfterPaint';
import { useView } from '@/ui/shell/viewSettings';
import { useBenchActions } from './useBenchActions';
import { NOTE_KEYS, PICK_KEYS, PLAY_KEYS, TRYING_KEYS, VIEW_KEYS } from './benchKeys';
import type { TabId } from './BenchPanels';
import { BenchTop, BenchUnder, type ShownExercise } from './BenchRound';
import { useLaneHand } from './fingers/useFingering';
import { fretBefore, lockHere, moveNoteTo, nextLock, putFret } from '@/work/bench/editing';
import { laneBindings, laneKeyGroups } from './laneKeys';
import { laneHeight, PAD_HEIGHT, PAD_LIES, PAD_WIDTH } from './padPlace';
import { useTrying } from './useTrying';
import { usePlaying } from './usePlaying';
import { useSaid } from './useSaid';
import { RANGE_KEYS, useRange } from './useRange';

const Root = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.5rem;
  padding-bottom: 3.5rem;
  @media (max-width: 40rem) {
    padding-bottom: 7rem;
  }
  outline: none;
  /* The pad lies along the foot, or beside the lane where the phone lies: nothing is under it. */
  &[data-has-pad='true'] {
    padding-bottom: calc(${PAD_HEIGHT} + 1rem);
    @media ${PAD_LIES} {
      padding: 0 ${PAD_WIDTH} 3.5rem 0;
    }
  }
`;

const FretPad = dynamic(() => import('./FretPad').then((module) => module.FretPad), { ssr: false });
const BenchBar = dynamic(() => import('./BenchBar').then((module) => module.BenchBar), { ssr: false });

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

interface BenchProps {
  readonly editor: ExerciseEditor;
  readonly exercise: Exercise;
}

/** The Bench of an exercise that is there. The lane is drawn at once; after an edit in it what lies round it follows. */
export const Bench = memo(function Bench({ editor, exercise }: BenchProps) {
  const { passage, policy, goal } = exercise;
  const player = usePlayer();
  const view = useView();
  const router = useRouter();
  const windowHeight = useWindowHeight();
  const root = useRef<HTMLDivElement>(null);
  const { actions, where } = useBenchActions(editor, exercise);
  const toLane = useCallback(() => {
    window.scrollTo({ top: 0 });
    focusLane(root.current);
  }, []);
  const [chosenPass, setChosenPass] = useState(0);
  const [tab, setTab] = useState<TabId>(passage.notes.length === 0 ? 'notes' : 'strokes');
  const [asked, setAsked] = useState(0);
  const [isPadOpen, setPadOpen] = useState(false);
  const plan = useMemo(() => planOf(passage, policy, player.setup), [passage, policy, player.setup]);
  const trying = useTrying(exercise, plan, player.setup, toLane);
  const { tried } = trying;
  // What is tried is not edited: the pad stands by.
  const hasPad = isPadOpen && !tried;
  const playing = usePlaying(editor.id, exercise, trying.plan, trying.isLoop);
  const { sound: playback } = playing;
  const pass = Math.min(chosenPass, trying.plan.assignment.passes.length - 1);
  const caret = useMemo(() => validPlace(trying.passage, where.wanted), [trying.passage, where.wanted]);
  const pinned = useMemo(() => pinNumbers(exercise.studentNotes), [exercise.studentNotes]);
  const marking = useRange(passage, plan, pass, caret, view.thickOnTop, actions.laneApply);
  const { range, letGo, begin } = marking;
  const { remark, isChosen } = where;
  const check = useMemo(() => checkGoal(goal, plan.analysis), [goal, plan]);
  const shown = useMemo(
    (): ShownExercise => ({
      exercise,
      plan,
      check,
      pass,
      caret,
      isChosen,
      remark,
      range,
      pinned,
      playing,
      tried,
      triedPlan: tried ? trying.plan : null,
    }),
    [exercise, plan, check, pass, caret, isChosen, remark, range, pinned, playing, tried, trying.plan],
  );
  const later = useAfterPaint(shown);
  const round = where.fromLane ? later : shown;

  const hand = useLaneHand(round.exercise, player.setup);

  const bindings = laneBindings({
    passage: actions.passage,
    caret: () => caret,
    place: actions.place,
    apply: actions.laneApply,
    digits: actions.digits,
    thickOnTop: view.thickOnTop,
    changes: () => passage.notes.filter((note) => stringChangeFrom(plan.analysis, note.id, pass)),
  });
  const [keyGroups] = useState(() => [
    PLAY_KEYS,
    VIEW_KEYS,
    RANGE_KEYS,
    TRYING_KEYS,
    NOTE_KEYS,
    PICK_KEYS,
    ...laneKeyGroups(bindings),
  ]);
  useKeySheet(keyGroups);
  useUndoKeys(actions.undo);
  const onViewKey = keyHandler([
    ...bound(VIEW_KEYS, {
      l: () => actions.setLoop(policy.loop !== true),
      g: (event) => focusLane(event.currentTarget),
      o: () => {
        setTab('material');
        setAsked((times) => times + 1);
      },
    }),
    ...bound(PLAY_KEYS, {
      ' ': playback.toggle,
      ',': playing.slower,
      '.': playing.faster,
      b: (event) => playing.tap(event.timeStamp / 1000),
      j: playing.stepDown,
      k: playing.stepUp,
    }),
  ]);
  useEffect(() => focusLane(root.current), []);
  const openPad = useCallback(() => setPadOpen(true), []);
  useEffect(() => {
    // The lane comes up to the head, above the pad, which has made room under it.
    if (hasPad) root.current?.querySelector('[data-lane]')?.scrollIntoView({ block: 'start' });
  }, [hasPad]);

  const passes = trying.plan.assignment.passes.length;
  const following = useMemo(
    () =>
      playback.isPlaying
        ? { place: playback.control.place, onPass: (played: number) => setChosenPass(played % passes) }
        : null,
    [playback.isPlaying, playback.control, passes],
  );

  const selected = noteAt(trying.passage, caret.ticks, caret.string);
  const explained =
    where.explains && selected ? stringChangeFrom(trying.plan.analysis, selected.id, pass) : undefined;
  const said = useSaid();
  const why = explained && said ? `${said.changeText(explained, view)} ` : '';
  const place = said?.spokenPlace(trying.plan.passage, trying.plan, caret.ticks, caret.string, pass) ?? '';
  const summary = useMemo(
    () => (said ? said.laneSummary(exercise, plan, view) : exercise.title),
    [said, exercise, plan, view],
  );
  return (
    <Root
      ref={root}
      data-has-pad={hasPad}
      onKeyDown={onViewKey}
      onCopy={marking.onCopy}
      onPaste={marking.onPaste}
    >
      <BenchTop shown={round} exerciseId={editor.id} actions={actions} onTab={setTab} router={router} />
      <StringLane
        passage={trying.passage}
        plan={trying.plan}
        pass={pass}
        caret={caret}
        pinned={pinned}
        hand={tried ? null : hand}
        spoken={`${why}${place}`}
        summary={summary}
        maxHeight={laneHeight(windowHeight, hasPad)}
        playing={following}
        explains={where.explains}
        range={tried ? null : range}
        onPlace={(to, explained, isExtended) => {
          if (isExtended && !tried) begin(caret.ticks);
          actions.place(to, explained);
        }}
        onMove={(note, to) => !tried && actions.laneApply((of) => moveNoteTo(of, note, to))}
        onPut={(at) => !tried && actions.laneApply((of) => putFret(of, at, fretBefore(of, at)))}
        onStroke={(note) => {
          if (tried) return;
          const given = plan.assignment.passes[pass]?.[passage.notes.indexOf(note)] ?? 'down';
          const at = { ticks: note.onsetTicks, string: note.string };
          actions.laneApply((of) => lockHere(of, at, nextLock(note, given)));
        }}
        onKeyDown={keyHandler(
          tried
            ? bound(TRYING_KEYS, trying.runs)
            : [
                ...marking.bindings,
                ...bound(NOTE_KEYS, { Escape: isChosen && range === null ? actions.close : null }),
                ...bindings,
              ],
        )}
      />
      <BenchUnder
        exerciseId={editor.id}
        shown={round}
        actions={actions}
        tab={tab}
        asked={asked}
        onTab={setTab}
        onTry={trying.onTry}
        onPass={setChosenPass}
        onMark={begin}
        onLetGo={letGo}
      />
      {hasPad ? (
        <FretPad
          passage={trying.passage}
          plan={trying.plan}
          pass={pass}
          caret={caret}
          remark={remark}
          actions={actions}
          editor={editor}
          sound={playback}
          onClose={() => setPadOpen(false)}
        />
      ) : (
        <BenchBar
          editor={editor}
          exercise={round.exercise}
          playing={playing}
          actions={actions}
          onPad={openPad}
        />
      )}
    </Root>
  );
});
