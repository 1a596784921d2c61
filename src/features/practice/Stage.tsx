'use client';
import { practiceAt } from '@/addresses';
import {
  bpmText,
  counted,
  durationText,
  KIND_NAMES,
  notesPerSecond,
  type RunRecord,
  type Transition,
} from '@/core';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { memo, useDeferredValue, useState } from 'react';
import { REASON_MENDINGS, type Reason } from '@/core/record';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { BeatLight } from '@/ui/sound/BeatLight';
import { bpmOf, canName, saidOf, standingOf } from '@/work/practice/state';
import { Big } from './look';
import { Reasons, RestTimer } from './parts';
import { PracticeLane } from './PracticeLane';
import { steadyActions, type PracticeActions } from '@/work/practice/actions';
import type { Practising } from './usePractice';

const PickFollower = dynamic(() => import('./PickFollower').then((module) => module.PickFollower), {
  ssr: false,
});

interface StageProps {
  readonly practising: Practising;
  readonly actions: PracticeActions;
  readonly onJudge: (verdict: 'clean' | 'not clean') => void;
  readonly runs: readonly RunRecord[];
  /** So long the hand must rest before the next run; null: it may go on. */
  readonly restSeconds: number | null;
  /** Its turn in a session is over: what follows; null: it goes on. */
  readonly next: { readonly title: string; readonly go: () => void } | null;
  /** A drill that was clean often enough: where the whole is tried; null: not yet. */
  readonly whole: string | null;
  readonly onDrill: (change: Transition, reason: Reason | null) => void;
}

/** How the hand is; drawn apart, because nothing that is played changes it. */
const HandSigns = memo(function HandSigns({ store }: Pick<Practising, 'store'>) {
  const { tight, pain } = steadyActions(store);
  return (
    <div className="hand">
      <Button onPress={tight}>
        Hand is tight <kbd aria-hidden>t</kbd>
      </Button>
      <Button onPress={pain}>
        It hurts <kbd aria-hidden>p</kbd>
      </Button>
    </div>
  );
});

/** Tempo, beat, lane and verdicts: what is looked at while the hands are busy. */
export function Stage({ practising, actions, onJudge, runs, restSeconds, next, whole, onDrill }: StageProps) {
  const { state, given, settings, sound } = practising;
  const { phase, words, reason, named, why, seen, restUntilMs } = state;
  const { mode, steps } = given;
  const [pass, setPass] = useState(0);
  // The verdict is shown first; what may be said about it, with its many buttons, in the frame after.
  const isNameable = canName(state);
  const canSay = useDeferredValue(isNameable) && isNameable;
  if (!settings) return null;
  const { climb } = standingOf(state);
  const { at } = climb;
  const isUnderWay = phase === 'playing' || phase === 'judge';
  const step = steps[at]!;
  // What is heard is shown, also where the notes were changed elsewhere since it began.
  const stepped = isUnderWay && state.playing ? state.playing.stepped : given.climb.stepped(step);
  const bpm = bpmOf(state);
  const seconds = runs.reduce((sum, run) => sum + run.seconds, 0);
  const passCount = runs.reduce((sum, run) => sum + run.passes, 0);
  const inARow = Math.min(climb.cleanInARow, step.upAfter);
  // Said as it is kept.
  const place = named ? runs.at(-1)?.place : null;
  return (
    <>
      <p className="for-screen-readers" role="status">
        {phase === 'judge' ? 'The run is over. Was it clean, or not clean?' : ''}
      </p>
      <Big>
        <div className="tempo">
          <b data-tempo>{bpmText(bpm)}</b>
          <span>
            bpm · {notesPerSecond(bpm, stepped.subdivision).toFixed(1)} notes a second
            <br />
            {mode === 'lesson' ? (
              'The teacher listens and judges'
            ) : (
              <span data-step>
                {mode === 'probe' ? 'probe' : 'step'} {at + 1} of {steps.length}
              </span>
            )}
          </span>
        </div>
        <BeatLight beat={sound.control.beat} isLarge />
        <div className="now">
          <p role="status" className="said" data-said>
            {words?.text ?? why}
            {words === null && why !== '' && given.next.needsProbe ? (
              <>
                {' '}
                <Link href={practiceAt(given.exerciseId, 'probe')} prefetch={false}>
                  Probe
                </Link>
              </>
            ) : null}
          </p>
          {whole ? (
            <p data-whole>
              Clean three times: <Link href={whole}>try the whole</Link>.
            </p>
          ) : null}
          {mode === 'ladder' && step.upAfter > 0 ? (
            <p>
              Clean in a row: <b>{inARow}</b> of {step.upAfter}
            </p>
          ) : null}
          {runs.length > 0 ? (
            <p>
              {counted(runs.length, 'run')}, {counted(passCount, 'pass', 'passes')}, played for{' '}
              {durationText(seconds)}
            </p>
          ) : null}
          {step.movement || step.sound ? (
            <p>
              {[step.movement ? `${step.movement} movements` : '', step.sound ? `${step.sound} sound` : '']
                .filter(Boolean)
                .join(', ')}
            </p>
          ) : null}
        </div>
      </Big>
      {step.look && mode === 'ladder' ? (
        <div className="look">
          <p>
            Look {step.look.with === 'mirror' ? 'in the mirror' : 'with the camera'}:{' '}
            <b>{step.look.question}</b>
          </p>
          <TextField
            label="What was seen (kept with the run)"
            value={seen}
            maxLength={300}
            onChange={actions.see}
          />
        </div>
      ) : null}
      <PracticeLane
        plan={stepped.plan}
        pass={pass % stepped.plan.assignment.passes.length}
        isPlaying={sound.isPlaying}
        place={sound.control.place}
        onPass={setPass}
        named={named}
        onName={canSay ? actions.nameChange : null}
      />
      {settings.showsPick && sound.isPlaying ? (
        <PickFollower plan={stepped.plan} place={sound.control.place} />
      ) : null}
      <div className="verdicts">
        {next && restSeconds === null && (phase === 'rest' || phase === 'ready') ? (
          <Button look="primary" className="big" onPress={next.go}>
            Next: {next.title} <kbd aria-hidden>space</kbd>
          </Button>
        ) : phase === 'rest' && restSeconds === null ? (
          <Button look="primary" className="big" onPress={actions.start}>
            <span>
              <RestTimer until={restUntilMs} onOver={() => actions.restOver(restSeconds)} /> – start now
            </span>{' '}
            <kbd aria-hidden>space</kbd>
          </Button>
        ) : phase === 'judge' ? (
          <Button className="big" onPress={actions.start}>
            Play it again, unjudged
          </Button>
        ) : restSeconds !== null ? (
          <Button look="primary" className="big" onPress={() => actions.rest(restSeconds)}>
            Rest {durationText(restSeconds)} <kbd aria-hidden>space</kbd>
          </Button>
        ) : (
          <Button look="primary" className="big" onPress={phase === 'playing' ? actions.stop : actions.start}>
            {phase === 'playing' ? 'Stop' : 'Start'} <kbd aria-hidden>space</kbd>
          </Button>
        )}
        <Button className="big good" isDisabled={!isUnderWay} onPress={() => onJudge('clean')}>
          Clean <kbd aria-hidden>c</kbd>
        </Button>
        <Button className="big bad" isDisabled={!isUnderWay} onPress={() => onJudge('not clean')}>
          Not clean <kbd aria-hidden>x</kbd>
        </Button>
      </div>
      {canSay ? (
        <section className="why" aria-label="Why, and where">
          <p>
            Why, if you like<span className="keys">: one key</span>. Where: tap the change in the lane
            <span className="keys">
              , or <kbd>←</kbd> <kbd>→</kbd>; the same place as before <kbd>s</kbd>
            </span>
            .
          </p>
          <Reasons value={reason} onChoose={actions.nameReason} />
          {reason || named ? (
            <p role="status">
              {place
                ? `There: ${KIND_NAMES[place.kind]} from string ${place.stringFrom} to ${place.stringTo}. `
                : ''}
              {reason ? REASON_MENDINGS[reason].cue : ''}{' '}
              {named && reason !== 'tight' ? (
                <Button onPress={() => onDrill(named, reason)}>Make the drill that mends it</Button>
              ) : null}
            </p>
          ) : null}
        </section>
      ) : null}
      <div className="care">
        {mode === 'ladder' ? (
          <>
            <Button isDisabled={at === 0} onPress={() => actions.goTo(at - 1)}>
              Step before <kbd aria-hidden>j</kbd>
            </Button>
            <Button isDisabled={at === steps.length - 1} onPress={() => actions.goTo(at + 1)}>
              Next step <kbd aria-hidden>k</kbd>
            </Button>
          </>
        ) : mode === 'lesson' ? (
          <>
            <Button onPress={() => actions.setBpm(bpm - 2)}>
              Slower <kbd aria-hidden>,</kbd>
            </Button>
            <Button onPress={() => actions.setBpm(bpm + 2)}>
              Faster <kbd aria-hidden>.</kbd>
            </Button>
          </>
        ) : null}
        <Button isDisabled={saidOf(state).length === 0 || phase === 'playing'} onPress={actions.takeBack}>
          {saidOf(state).at(-1)?.kind === 'tight' ? 'Take “tight” back' : 'Take the verdict back'}{' '}
          <kbd aria-hidden>Ctrl z</kbd>
        </Button>
        {(restSeconds !== null || next) && (phase === 'ready' || phase === 'rest') ? (
          <Button onPress={actions.start}>
            {restSeconds === null ? 'One more run' : 'Start all the same'}
          </Button>
        ) : null}
      </div>
      <HandSigns store={practising.store} />
    </>
  );
}
