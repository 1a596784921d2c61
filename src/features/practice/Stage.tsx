'use client';
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
import { REASON_MENDINGS, type Reason } from '@/core/record';
import type { PracticeMode } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { TextField } from '@/ui/controls/TextField';
import { BeatLight } from '@/ui/sound/BeatLight';
import { attempt } from '@/work/perform';
import { Big } from './look';
import { Reasons, RestTimer } from './parts';
import { PracticeLane } from './PracticeLane';
import type { Runner } from './useRunner';

const PickFollower = dynamic(() => import('./PickFollower').then((module) => module.PickFollower), {
  ssr: false,
});

interface StageProps {
  readonly runner: Runner;
  readonly mode: PracticeMode;
  readonly runs: readonly RunRecord[];
  readonly onDrill: (change: Transition, reason: Reason | null) => void;
}

/** Tempo, beat, lane and verdicts: what is looked at while the hands are busy. */
export function Stage({ runner, mode, runs, onDrill }: StageProps) {
  const { seen, setSeen, pass, setPass, nameChange, nameReason, restUntil, onRestOver } = runner;
  const { start, stop, judge, goTo, setBpm, takeBack, tight, pain } = runner;
  const { sitting, settings, hands, phase, at, step, stepped, bpm, said, reason, named, canName } = runner;
  const { session, steps } = sitting;
  if (!session || !settings) return null;
  const seconds = runs.reduce((sum, run) => sum + run.seconds, 0);
  const passCount = runs.reduce((sum, run) => sum + run.passes, 0);
  const { cleanInARow } = session.climb;
  // Said as it is kept.
  const place = named ? runs.at(-1)?.place : null;
  return (
    <>
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
        <BeatLight beat={hands.beat} isLarge />
        <div className="now">
          <p role="status" className="said" data-said>
            {said?.text ?? (mode === 'ladder' && !sitting.isResumed ? sitting.why : '')}
          </p>
          {mode === 'ladder' && step.upAfter > 0 ? (
            <p>
              Clean in a row: <b>{cleanInARow}</b> of {step.upAfter}
            </p>
          ) : null}
          <p>
            {counted(runs.length, 'run')}, {counted(passCount, 'pass', 'passes')}, {durationText(seconds)}{' '}
            under the hand
          </p>
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
            onChange={setSeen}
          />
        </div>
      ) : null}
      <PracticeLane
        plan={stepped.plan}
        pass={pass % stepped.plan.assignment.passes.length}
        isPlaying={hands.isPlaying}
        place={hands.place}
        onPass={setPass}
        named={named}
        onName={canName ? nameChange : null}
      />
      {settings.showsPick && hands.isPlaying ? (
        <PickFollower plan={stepped.plan} place={hands.place} />
      ) : null}
      <div className="verdicts">
        {phase === 'rest' ? (
          <Button look="primary" className="big" onPress={start}>
            <span>
              <RestTimer until={restUntil} onOver={onRestOver} /> – start now
            </span>{' '}
            <kbd aria-hidden>space</kbd>
          </Button>
        ) : (
          <Button
            look={phase === 'judge' ? 'plain' : 'primary'}
            className="big"
            isDisabled={phase === 'judge'}
            onPress={phase === 'playing' ? stop : start}
          >
            {phase === 'playing' ? 'Stop' : phase === 'judge' ? 'Judge the run' : 'Start'}{' '}
            <kbd aria-hidden>space</kbd>
          </Button>
        )}
        <Button
          className="big good"
          isDisabled={phase !== 'judge' && phase !== 'playing'}
          onPress={() => attempt('Keeping the verdict', () => judge('clean'))}
        >
          Clean <kbd aria-hidden>c</kbd>
        </Button>
        <Button
          className="big bad"
          isDisabled={phase !== 'judge' && phase !== 'playing'}
          onPress={() => attempt('Keeping the verdict', () => judge('not clean'))}
        >
          Not clean <kbd aria-hidden>x</kbd>
        </Button>
      </div>
      {canName ? (
        <section className="why" aria-label="Why, and where">
          <p>
            Why, if you like<span className="keys">: one key</span>. Where: tap the change in the lane
            <span className="keys">
              , or <kbd>←</kbd> <kbd>→</kbd>; the same place as before <kbd>s</kbd>
            </span>
            .
          </p>
          <Reasons value={reason} onChoose={nameReason} />
          {reason || named ? (
            <p role="status">
              {place
                ? `There: ${KIND_NAMES[place.kind]} from string ${place.stringFrom} to ${place.stringTo}. `
                : ''}
              {reason ? REASON_MENDINGS[reason].cue : ''}{' '}
              {named ? (
                <Button onPress={() => onDrill(named, reason)}>Make the drill that mends it</Button>
              ) : null}
            </p>
          ) : null}
        </section>
      ) : null}
      <div className="care">
        {mode === 'ladder' ? (
          <>
            <Button isDisabled={at === 0} onPress={() => goTo(at - 1)}>
              Step back <kbd aria-hidden>j</kbd>
            </Button>
            <Button isDisabled={at === steps.length - 1} onPress={() => goTo(at + 1)}>
              Step up <kbd aria-hidden>k</kbd>
            </Button>
          </>
        ) : mode === 'lesson' ? (
          <>
            <Button onPress={() => setBpm(bpm - 2)}>
              Slower <kbd aria-hidden>,</kbd>
            </Button>
            <Button onPress={() => setBpm(bpm + 2)}>
              Faster <kbd aria-hidden>.</kbd>
            </Button>
          </>
        ) : null}
        <Button
          isDisabled={session.past.length === 0 || phase === 'playing'}
          onPress={() => attempt('Taking back', takeBack)}
        >
          Take the verdict back <kbd aria-hidden>Ctrl z</kbd>
        </Button>
        <span className="gap" />
        <Button onPress={tight}>
          Hand is tight <kbd aria-hidden>t</kbd>
        </Button>
        <Button onPress={pain}>
          It hurts <kbd aria-hidden>p</kbd>
        </Button>
      </div>
    </>
  );
}
