'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { ladderAt, practiceAt } from '@/addresses';
import { AS_WRITTEN, counted, type Exercise } from '@/core';
import { dueOn, loadOf, loadWarnings, REASONS, type JudgedBy, type Reason } from '@/core/record';
import { database, keepPracticeSettings, type PracticeMode, type PracticeSettings } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { bound, keyHandler, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { mendingDrill, NO_SUCH_CHANGE } from '@/work/mendDrill';
import { attempt, once } from '@/work/perform';
import { handsBack, isGoalReached, nextTimeText } from '@/work/practice/whatNow';
import { dayText } from '@/ui/dayText';
import { bpmOf, saidOf, standingOf, type Phase } from '@/work/practice/state';
import { probed, startFound } from '@/work/practice/probe';
import { judgedBy } from '@/work/practice/hearing';
import { HearingPanel } from './HearingPanel';
import { KEYS, SHEET } from './keySheet';
import { Root } from './look';
import { PainAsked, PainNotice } from './Pain';
import { WarmUp } from './parts';
import { PracticeHead } from './PracticeHead';
import { Stage } from './Stage';
import { Summary, worstPlace } from './Summary';
import { restText } from '@/work/practice/resting';
import { practiceActions } from '@/work/practice/actions';
import { useRunsToday, useSaidRuns } from './useRunsToday';
import { usePractice } from './usePractice';
import { WhatNow } from './WhatNow';
import { ColdNotice, SessionBar } from './SessionBar';
import { useHearing } from './useHearing';
import { useSession } from './useSession';

const MetronomeSheet = dynamic(() => import('./MetronomeSheet').then((module) => module.MetronomeSheet), {
  ssr: false,
});

/** What was pressed may be gone or disabled in the next phase; the keys must go on acting. */
function useKeptFocus(phase: Phase) {
  const root = useRef<HTMLDivElement>(null);
  const isOpened = useRef(false);
  useEffect(() => {
    const held = document.activeElement;
    const isLost = held === null || held === document.body || held.matches(':disabled');
    if (!root.current || (isOpened.current && !isLost)) return;
    isOpened.current = true;
    root.current.focus({ preventScroll: true });
  }, [phase]);
  return root;
}

const PROBLEMS = {
  refused:
    'The browser does not let the page play sound. Press Start once more, or allow sound for this page.',
  interrupted:
    'The sound was interrupted, by the browser or by another device. Runs that were judged are kept.',
  'held up': 'The browser held the page up: a click was left out rather than played late.',
  'no voice': 'The spoken strokes could not be loaded.',
} as const;

interface PracticeProps {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly mode: PracticeMode;
}

/** The practice runner on an exercise that is there. */
export function Practice({ exerciseId, exercise, mode }: PracticeProps) {
  const router = useRouter();
  const practising = usePractice(exerciseId, exercise, mode);
  const { state, given, player, ladder, record, settings, sound } = practising;
  const { phase, sitting, words } = state;
  const runs = useSaidRuns(saidOf(state));
  const lastPlace = runs.findLast(({ place }) => place !== null)?.place ?? null;
  const actions = practiceActions({
    store: practising.store,
    sound: practising.sound.control,
    goesOn: practising.settings?.goesOn ?? false,
    hasWarmUp: practising.hasWarmUp,
    lastPlace,
  });
  const runsToday = useRunsToday(player.id);
  const rest = runsToday.restOf(player.limits, exerciseId, state);
  const session = useSession(player.id, exerciseId);
  const { days, today } = record;
  const isFirstToday = !runsToday.runs.some((run) => run.exerciseId === exerciseId);
  const due = useMemo(() => dueOn([{ exerciseId, days: days ?? [] }], today)[0], [days, today, exerciseId]);
  const root = useKeptFocus(sitting && settings ? phase : 'done');
  const [isSheet, setIsSheet] = useState(false);
  const sheetTrigger = useRef<HTMLButtonElement>(null);
  const openSheet = useCallback(() => setIsSheet(true), [setIsSheet]);
  const { at } = standingOf(state).climb;
  const bpm = bpmOf(state);
  useKeySheet(SHEET);
  const pedals = settings?.pedals;
  const isTurnOver = session !== null && session.isHere && session.isTurnOver && session.next !== null;
  const canGoOn = phase !== 'ask' && phase !== 'pain' && phase !== 'playing' && phase !== 'judge';
  const mustRest = rest !== null && (phase === 'ready' || phase === 'warm-up' || phase === 'rest');
  const why = (number: number) => () => actions.nameReason(REASONS[number - 1]!);
  const { hearing, heard } = useHearing(practising, exerciseId);
  const isJudging = phase === 'judge';
  const judgeBy = (verdict: 'clean' | 'not clean', by: JudgedBy) => {
    const runId = actions.judge(verdict, by);
    attempt('Keeping what was heard', () => hearing.wasJudged(runId));
  };
  // The player's own verdict always wins; beside what was heard it is kept how it stood to it.
  const judgeSelf = (verdict: 'clean' | 'not clean') =>
    judgeBy(verdict, judgedBy(isJudging ? heard.suggestion : null, verdict));
  const takeBack = () => {
    const runId = actions.takeBack();
    if (runId !== null) attempt('Taking back what was heard', () => hearing.takenBack(runId));
    return runId;
  };
  useUndoKeys((way) => way === 'undo' && takeBack());
  const judge = { clean: () => judgeSelf('clean'), notClean: () => judgeSelf('not clean') };
  const takeHeard = (by: 'confirmed' | 'measured') => {
    const { suggestion } = heard;
    if (!suggestion || !isJudging) return;
    judgeBy(suggestion.clean ? 'clean' : 'not clean', by);
    if (suggestion.reason) actions.nameReason(suggestion.reason);
    if (suggestion.change) actions.nameChange(suggestion.change);
  };
  const onKeyDown = keyHandler([
    ...bound(KEYS, {
      ' ': () => {
        if (phase === 'playing') actions.stop();
        else if (mustRest) actions.rest(rest.restSeconds);
        else if (isTurnOver && (phase === 'ready' || phase === 'rest')) session.goOn();
        else if (phase === 'ready' || phase === 'rest') actions.start();
      },
      ...{ c: judge.clean, x: judge.notClean },
      a: () => takeHeard('confirmed'),
      ...{ 1: why(1), 2: why(2), 3: why(3), 4: why(4), 5: why(5), 6: why(6), 7: why(7), 8: why(8) },
      s: actions.samePlace,
      ArrowRight: () => actions.nextPlace(1),
      ArrowLeft: () => actions.nextPlace(-1),
      t: actions.tight,
      p: actions.pain,
      j: () => actions.goTo(at - 1),
      k: () => actions.goTo(at + 1),
      ',': () => actions.setBpm(bpm - 2),
      '.': () => actions.setBpm(bpm + 2),
      w: actions.warm,
      n: () => canGoOn && session?.goOn(),
      m: openSheet,
      q: actions.end,
    }),
    // Pedals send the key that they were learnt by.
    ...(pedals
      ? [
          { keys: [pedals.clean], does: 'The clean pedal', run: judge.clean },
          { keys: [pedals.notClean], does: 'The other pedal', run: judge.notClean },
        ]
      : []),
  ]);

  if (!sitting || !settings) return <p aria-busy="true">Opening the sitting …</p>;
  const keep = (change: Partial<PracticeSettings>) =>
    attempt('Keeping the setting', () => keepPracticeSettings(database(), change));
  const found = probed(runs, given.steps);
  const worst = worstPlace(runs);
  const { passage } = given.climb.stepped(AS_WRITTEN).exercise;
  const makeDrill = async (of: { fromNote: string; toNote: string }, why: Reason | null) => {
    const spot = { fromNote: of.fromNote, toNote: of.toNote, reasons: why ? { [why]: 1 } : {} };
    const id = await mendingDrill(exerciseId, exercise, passage, spot, player.setup);
    if (id) router.push(practiceAt(id));
    else say(NO_SUCH_CHANGE);
  };
  const isOnStage = ['ready', 'playing', 'judge', 'rest'].includes(phase);

  return (
    <Root ref={root} tabIndex={-1} onKeyDown={onKeyDown} data-phase={phase}>
      <PracticeHead
        exerciseId={exerciseId}
        title={exercise.title}
        playerName={player.name}
        mode={mode}
        isUnderWay={isOnStage || phase === 'warm-up'}
        store={practising.store}
        hearing={hearing}
        heard={heard}
        trigger={sheetTrigger}
        onMetronome={openSheet}
      />
      {sound.problem ? (
        <p className="warn" role="alert">
          {PROBLEMS[sound.problem]}{' '}
          <Button look="quiet" onPress={sound.control.dismiss}>
            Good
          </Button>
        </p>
      ) : null}
      {state.isResumed && phase === 'ready' && words === null ? (
        <p role="status" data-resumed>
          Taken up where it was left: step {at + 1}, {counted(runs.length, 'run')} in this sitting.
        </p>
      ) : null}
      {rest && (isOnStage || phase === 'warm-up') && phase !== 'playing' ? (
        <p className="warn" role="status" data-must-rest>
          {restText(rest, player.limits)}
        </p>
      ) : null}
      {session && phase !== 'pain' && phase !== 'ask' ? (
        <SessionBar sitting={session} canGoOn={canGoOn} />
      ) : null}
      {due && isFirstToday && (phase === 'ready' || phase === 'warm-up') ? (
        <ColdNotice due={due} subdivision={given.subdivision} />
      ) : null}
      {phase === 'ask' && state.pain ? <PainAsked bpm={state.pain.bpm} onGoOn={actions.goOn} /> : null}
      {phase === 'pain' ? (
        <PainNotice exerciseId={exerciseId} waits={state.played !== null} onTakeBack={takeBack} />
      ) : null}
      {phase === 'warm-up' ? (
        <WarmUp
          items={settings.warmUp}
          cautions={player.cautions}
          onChange={(warmUp) => keep({ ...settings, warmUp })}
          onDone={actions.warm}
        />
      ) : null}
      {phase === 'done' ? (
        <>
          {mode === 'probe' && runs.length > 0 ? (
            <p className="found" data-probe>
              Start the ladder at <b>{found.bpm} bpm</b>: {found.why}{' '}
              <Button
                look="primary"
                onPress={() => {
                  ladder.set(startFound(found.bpm, given.climb, ladder.kept?.steps ?? null));
                  router.push(ladderAt(exerciseId));
                }}
              >
                Start at {found.bpm}
              </Button>
            </p>
          ) : null}
          <Summary
            exerciseId={exerciseId}
            runs={runs}
            stated={record.stated}
            nextTime={
              mode === 'ladder'
                ? nextTimeText(exercise.title, given.next, given.steps.length, record.days ?? [], dayText)
                : null
            }
            whatNow={
              mode === 'ladder' && isGoalReached(runs, given.steps, given.climb.spec.goalBpm) ? (
                <WhatNow
                  exercise={exercise}
                  goalBpm={given.climb.spec.goalBpm}
                  onRaise={(goalBpm) => ladder.set({ goalBpm })}
                />
              ) : null
            }
            tights={sitting.tights}
            warnings={loadWarnings(loadOf(runsToday.runs, player.limits), player.limits)}
            waits={state.played !== null}
            onAgain={actions.again}
            onDrill={
              worst?.place && worst.reason !== 'tight'
                ? () => once('Making the drill', () => makeDrill(worst.place!, worst.reason))
                : null
            }
          />
        </>
      ) : null}
      {isOnStage ? (
        <HearingPanel
          heard={heard}
          level={hearing.level}
          isJudging={isJudging}
          takesHeard={settings.takesHeard}
          onTake={takeHeard}
        />
      ) : null}
      {isOnStage ? (
        <Stage
          practising={practising}
          actions={{ ...actions, takeBack }}
          onJudge={judgeSelf}
          runs={runs}
          restSeconds={mustRest ? rest.restSeconds : null}
          whole={exercise.drill && handsBack(exercise, runs) ? practiceAt(exercise.drill.parentId) : null}
          next={isTurnOver ? { title: session.titleOf(session.next!.exerciseId), go: session.goOn } : null}
          onDrill={(change, why) => once('Making the drill', () => makeDrill(change, why))}
        />
      ) : null}
      {isSheet && sound.sounds ? (
        <MetronomeSheet
          settings={settings}
          sounds={sound.sounds}
          beats={exercise.passage.meter.beats}
          trigger={sheetTrigger}
          onSettings={keep}
          onSounds={(change) => sound.control.setSounds(change, sound.sounds!)}
          onClose={() => setIsSheet(false)}
        />
      ) : null}
    </Root>
  );
}
