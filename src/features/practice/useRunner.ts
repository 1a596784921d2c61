'use client';
/** The runner: which phase it is in, what each key does, and what it does to the sitting. */
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useMemo, useState } from 'react';
import {
  goToStep,
  isStringChange,
  MAX_BPM,
  MIN_BPM,
  passBeats,
  passesInRun,
  type Exercise,
  type LadderStep,
  type PlayPlace,
  type Transition,
} from '@/core';
import { climbOf, type Climbing } from '@/core/drills';
import type { Reason } from '@/core/record';
import {
  database,
  keepPracticeSettings,
  practiceSettings,
  type PracticeMode,
  type PracticeSettings,
} from '@/storage';
import { say } from '@/ui/controls/say';
import { usePlayer } from '@/ui/shell/player';
import { useLadder } from '@/ui/shell/useLadder';
import { useRecord } from '@/ui/shell/useRecord';
import { useRun } from '@/ui/sound/useRun';
import { attempt } from '@/work/perform';
import { moveText, tempoOf, type Phase } from './sitting';
import { useSitting } from './useSitting';

/** A tight hand rests a minute: common practice, no source. */
const TIGHT_REST_SECONDS = 60;

const secondsFromNow = (seconds: number) => Date.now() + seconds * 1000;

/** Whether a run can go on from one step to another: the same notes so often, at a steady tempo. */
function isSameRun(a: LadderStep, b: LadderStep, { stepped }: Climbing): boolean {
  const passesOf = (step: LadderStep) => passesInRun(step, passBeats(stepped(step).exercise));
  const isSteady = a.toBpm === null && b.toBpm === null;
  return isSteady && a.part === b.part && a.subdivision === b.subdivision && passesOf(a) === passesOf(b);
}

/** The runner on an exercise, in one of its modes. */
export function useRunner(exerciseId: string, exercise: Exercise, mode: PracticeMode) {
  const player = usePlayer();
  const { spec, kept, isRead, set: setLadder } = useLadder(exerciseId, exercise);
  const climb = useMemo(() => climbOf(exercise, kept, player.setup), [exercise, kept, player.setup]);
  const record = useRecord(exerciseId, exercise.passage.subdivision);
  const sitting = useSitting(exerciseId, mode, climb, isRead && record.days ? record.tempo : undefined);
  const settings = useLiveQuery(() => practiceSettings(database()));
  const hands = useRun();
  const { session, steps, runs } = sitting;

  const [chosenPhase, setPhase] = useState<Phase | null>(null);
  const [brokenAt, setBrokenAt] = useState<PlayPlace | null>(null);
  const [said, setSaid] = useState<{ text: string; isClean: boolean } | null>(null);
  const [reason, setReason] = useState<Reason | null>(null);
  const [named, setNamed] = useState<Transition | null>(null);
  const [seen, setSeen] = useState('');
  const [restUntil, setRestUntil] = useState(0);
  const [pass, setPass] = useState(0);
  const [hasPain, setHasPain] = useState(false);
  /** Passes before this one belong to an earlier verdict or to another tempo. */
  const [fromPass, setFromPass] = useState(0);

  const needsWarmUp =
    mode === 'ladder' && !sitting.isResumed && runs.length === 0 && (settings?.warmUp.length ?? 0) > 0;
  const phase: Phase = chosenPhase ?? (needsWarmUp ? 'warm-up' : 'ready');

  const at = Math.min(session?.climb.at ?? 0, steps.length - 1);
  const step = steps[at]!;
  const stepped = climb.stepped(step);
  const bpm = session ? tempoOf(session, steps) : step.bpm;
  const passes = mode === 'lesson' ? null : passesInRun(step, passBeats(stepped.exercise));
  const changes = useMemo(
    () => stepped.plan.analysis.transitions.filter((change) => isStringChange(change) && change.pass === 0),
    [stepped],
  );

  const start = useCallback(() => {
    if (!session || !settings) return;
    setFromPass(0);
    setBrokenAt(null);
    setHasPain(false);
    setPhase('playing');
    const { exercise: played, plan } = stepped;
    hands.start(
      {
        plan,
        loop: played.policy.loop === true || step.part !== null,
        passes,
        countInBeats: spec.countInBeats,
        clicks: settings.clicks,
        ...(step.toBpm !== null && mode === 'ladder' ? { toBpm: step.toBpm } : {}),
      },
      bpm,
    );
  }, [session, settings, stepped, step, passes, spec.countInBeats, hands, bpm, mode]);

  // A run that was played to its end waits for its verdict.
  const [seenFinished, setSeenFinished] = useState(hands.finished);
  if (hands.finished !== seenFinished) {
    setSeenFinished(hands.finished);
    // Where the tempo was changed in its last pass, no whole pass is left to judge.
    if (phase === 'playing') setPhase(passes !== null && passes > fromPass ? 'judge' : 'ready');
  }
  // The browser did not let it sound, or took the sound away.
  if (
    phase === 'playing' &&
    !hands.isPlaying &&
    (hands.problem === 'refused' || hands.problem === 'interrupted')
  )
    setPhase('ready');

  const stop = () => {
    const place = hands.place();
    hands.stop();
    setBrokenAt(place);
    const hasNothing = place === null || place.pass < fromPass;
    setPhase(hasNothing || mode === 'lesson' ? 'ready' : 'judge');
  };

  const judge = async (verdict: 'clean' | 'not clean') => {
    if (!session || (phase !== 'playing' && phase !== 'judge')) return;
    const place = phase === 'playing' ? hands.place() : brokenAt;
    if (phase === 'playing' && place === null) return;
    const from = fromPass;
    const here = place && { ...place, pass: place.pass - from };
    const isTooEarly = here !== null && (here.pass < 0 || (verdict === 'clean' && here.pass === 0));
    if (isTooEarly) {
      say('Not one whole pass was played yet, so there is nothing to judge.');
      return;
    }
    const isLesson = mode === 'lesson';
    if (phase === 'playing' && !isLesson) hands.stopAtClick();
    // In a lesson it goes on: the passes since the last verdict are judged, the one under way counts where it was not clean.
    if (isLesson && here) setFromPass(from + here.pass + (verdict === 'clean' ? 0 : 1));
    const played =
      isLesson && here
        ? { passes: here.pass + (verdict === 'clean' ? 0 : 1), brokenAt: null }
        : { passes: (passes ?? 0) - from, brokenAt: here };
    const meanBpm = mode === 'ladder' && step.toBpm !== null ? (bpm + step.toBpm) / 2 : bpm;
    // Shown at once: the next key may come before it is written.
    const isClean = verdict === 'clean';
    const words = isClean ? 'Clean' : 'Not clean';
    setReason(null);
    setNamed(null);
    setSaid({ isClean, text: `${words}.` });
    if (!isLesson) {
      setRestUntil(secondsFromNow(step.restSeconds));
      setPhase(step.restSeconds > 0 ? 'rest' : 'ready');
    }
    const result = await sitting.judge(verdict, played, { bpm: meanBpm, seen });
    if (!result) {
      // It was not kept: the run still waits for its verdict.
      setSaid(null);
      if (!isLesson) {
        setBrokenAt(place);
        setPhase('judge');
      }
      return;
    }
    setSeen('');
    const next = tempoOf(result.session, steps);
    setSaid({ isClean, text: `${words}. ${moveText(result.move, mode, next)}` });
    if (mode === 'probe' && result.move === 'top') setPhase('done');
  };

  const canName = said !== null && !said.isClean && phase !== 'judge';
  const nameChange = (change: Transition) => {
    setNamed(change);
    const { fromNote, toNote, kind, stringFrom, stringTo } = change;
    attempt('Naming the place', () =>
      sitting.amend({ place: { fromNote, toNote, kind, stringFrom, stringTo } }),
    );
  };
  const nameReason = (why: Reason) => {
    if (!canName) return;
    setReason(why);
    attempt('Naming the reason', () => sitting.amend({ reason: why }));
  };
  const samePlace = () => {
    const last = runs.findLast(({ place }) => place !== null)?.place;
    const change = changes.find((one) => one.fromNote === last?.fromNote && one.toNote === last.toNote);
    if (!canName) return;
    if (change) nameChange(change);
    else
      say(
        'No place was named in this sitting yet: tap the change in the lane, or go to it with the arrow keys.',
      );
  };
  const nextPlace = (by: 1 | -1) => {
    if (!canName || changes.length === 0) return;
    const now = named ? changes.indexOf(named) : by > 0 ? -1 : 0;
    nameChange(changes[(now + by + changes.length) % changes.length]!);
  };
  const goTo = (to: number) => {
    if (!session || mode !== 'ladder') return;
    const target = Math.max(0, Math.min(steps.length - 1, to));
    const other = steps[target]!;
    const moved = { ...session, climb: goToStep(session.climb, target, steps.length) };
    sitting.change(() => moved);
    setSaid(null);
    if (phase !== 'playing') return;
    const place = hands.place();
    if (!isSameRun(step, other, climb)) {
      hands.stopAtClick();
      setPhase('ready');
    } else {
      hands.setTempo(tempoOf(moved, steps));
      setFromPass((place?.pass ?? -1) + 1);
    }
  };
  const setBpm = (to: number) => {
    if (mode !== 'lesson') return;
    const next = Math.max(MIN_BPM, Math.min(MAX_BPM, to));
    sitting.change((now) => ({ ...now, bpm: next }));
    if (phase !== 'playing') return;
    hands.setTempo(next);
    setFromPass((hands.place()?.pass ?? -1) + 1);
  };
  const tight = () => {
    if (phase === 'warm-up' || phase === 'done') return;
    if (phase === 'playing') hands.stopAtClick();
    sitting.tight();
    if (said && !said.isClean && reason === null)
      attempt('Noting it', () => sitting.amend({ reason: 'tight' }));
    setSaid({
      isClean: true,
      text:
        (session?.tights ?? 0) >= 1
          ? 'Tight again: enough for today. Let the hand rest, and begin slower tomorrow.'
          : 'Slower from here. Let go of what is not needed: thumb, forearm, shoulder.',
    });
    setRestUntil(secondsFromNow(TIGHT_REST_SECONDS));
    setPhase('rest');
  };
  const end = async () => {
    hands.stop();
    await sitting.end();
    setPhase('done');
  };
  const pain = () => {
    setHasPain(true);
    attempt('Ending', end);
  };
  const takeBack = async () => {
    if (phase === 'playing' || !session || session.past.length === 0) return;
    await sitting.takeBack();
    setSaid({ isClean: true, text: 'The last verdict is taken back; its run is off the record.' });
    setPhase('ready');
  };
  const onRestOver = useCallback(() => {
    if (settings?.goesOn) start();
    else setPhase('ready');
  }, [settings?.goesOn, start]);
  const keep = (next: PracticeSettings) =>
    attempt('Keeping the setting', () => keepPracticeSettings(database(), next));

  return {
    player,
    climb,
    record,
    sitting,
    settings,
    hands,
    setLadder,
    phase,
    setPhase,
    at,
    step,
    stepped,
    bpm,
    said,
    setSaid,
    reason,
    named,
    seen,
    setSeen,
    restUntil,
    pass,
    setPass,
    hasPain,
    canName,
    start,
    stop,
    judge,
    nameChange,
    nameReason,
    samePlace,
    nextPlace,
    goTo,
    setBpm,
    tight,
    end,
    pain,
    takeBack,
    onRestOver,
    keep,
  };
}

export type Runner = ReturnType<typeof useRunner>;
