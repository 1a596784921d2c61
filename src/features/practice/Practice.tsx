'use client';
import { SlidersHorizontal } from 'lucide-react';
import { useLiveQuery } from 'dexie-react-hooks';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { counted, startFromProbe, type Exercise } from '@/core';
import { loadOf, loadWarnings, REASONS, type Reason } from '@/core/record';
import { database, readRuns, type PracticeMode } from '@/storage';
import { Button } from '@/ui/controls/Button';
import { say } from '@/ui/controls/say';
import { keyHandler, useKeySheet, useUndoKeys } from '@/ui/keys/keys';
import { mendingDrill, NO_SUCH_CHANGE } from '@/ui/shell/mendDrill';
import { today } from '@/ui/shell/useRecord';
import { attempt } from '@/work/perform';
import { KEYS } from './keySheet';
import { Head, Root } from './look';
import { WarmUp } from './parts';
import type { Phase } from './sitting';
import { Stage } from './Stage';
import { Summary, worstPlace } from './Summary';
import { useRunner } from './useRunner';

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

const MODE_NAMES: Record<PracticeMode, string> = { ladder: 'Ladder', lesson: 'Lesson', probe: 'Probe' };

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
  const runner = useRunner(exerciseId, exercise, mode);
  const { player, record, sitting, settings, hands, setLadder, phase, setPhase, at, stepped, bpm } = runner;
  const { said, setSaid, hasPain, start, stop, judge, nameReason, samePlace, nextPlace } = runner;
  const { goTo, setBpm, tight, end, pain, takeBack, keep } = runner;
  const { session, steps, runs } = sitting;
  // The whole day's load, whatever exercise it was on.
  const warnings = useLiveQuery(async () => {
    const runsToday = await readRuns(database(), player.id, { from: today() });
    return loadWarnings(loadOf(runsToday.reverse(), player.limits), player.limits);
  }, [player.id, player.limits]);
  const root = useKeptFocus(session && settings ? phase : 'done');
  const [isSheet, setIsSheet] = useState(false);
  const sheetTrigger = useRef<HTMLButtonElement>(null);
  useKeySheet(KEYS);
  useUndoKeys((way) => way === 'undo' && attempt('Taking back', takeBack));
  const pedals = settings?.pedals;
  const onKeyDown = keyHandler([
    {
      keys: [' '],
      does: '',
      run: () => (phase === 'playing' ? stop() : phase === 'judge' || phase === 'done' ? undefined : start()),
    },
    {
      keys: ['c', ...(pedals ? [pedals.clean] : [])],
      does: '',
      run: () => attempt('Keeping the verdict', () => judge('clean')),
    },
    {
      keys: ['x', ...(pedals ? [pedals.notClean] : [])],
      does: '',
      run: () => attempt('Keeping the verdict', () => judge('not clean')),
    },
    ...REASONS.map((why, number) => ({ keys: [String(number + 1)], does: '', run: () => nameReason(why) })),
    { keys: ['s'], does: '', run: samePlace },
    { keys: ['ArrowRight'], does: '', run: () => nextPlace(1) },
    { keys: ['ArrowLeft'], does: '', run: () => nextPlace(-1) },
    { keys: ['t'], does: '', run: tight },
    { keys: ['p'], does: '', run: pain },
    { keys: ['j'], does: '', run: () => goTo(at - 1) },
    { keys: ['k'], does: '', run: () => goTo(at + 1) },
    { keys: [','], does: '', run: () => setBpm(bpm - 2) },
    { keys: ['.'], does: '', run: () => setBpm(bpm + 2) },
    { keys: ['w'], does: '', run: () => phase === 'warm-up' && setPhase('ready') },
    { keys: ['m'], does: '', run: () => setIsSheet(true) },
    { keys: ['q'], does: '', run: () => attempt('Ending', end) },
  ]);

  if (!session || !settings) return <p aria-busy="true">Opening the sitting …</p>;
  const cleanBpms = runs.filter(({ verdict }) => verdict === 'clean').map((run) => run.bpm);
  const start0 = startFromProbe(cleanBpms, steps[0]!.bpm);
  const worst = worstPlace(runs);
  const makeDrill = async (of: { fromNote: string; toNote: string }, why: Reason | null) => {
    const spot = { fromNote: of.fromNote, toNote: of.toNote, reasons: why ? { [why]: 1 } : {} };
    const id = await mendingDrill(exerciseId, exercise, stepped.exercise.passage, spot, player.setup);
    if (id) router.push(`/practice/${id}`);
    else say(NO_SUCH_CHANGE);
  };

  return (
    <Root ref={root} tabIndex={-1} onKeyDown={onKeyDown} data-phase={phase}>
      <Head>
        <h1>
          Practice: <Link href={`/bench/${exerciseId}`}>{exercise.title || 'Untitled'}</Link>
        </h1>
        <p>for {player.name}</p>
        <nav aria-label="How">
          {(['ladder', 'lesson', 'probe'] as const).map((one) => (
            <Link
              key={one}
              href={`/practice/${exerciseId}${one === 'ladder' ? '' : `?mode=${one}`}`}
              {...(one === mode ? { 'aria-current': 'page' as const } : {})}
            >
              {MODE_NAMES[one]}
            </Link>
          ))}
        </nav>
        <Button ref={sheetTrigger} onPress={() => setIsSheet(true)} aria-haspopup="dialog">
          <SlidersHorizontal size={16} aria-hidden /> Metronome <kbd aria-hidden>m</kbd>
        </Button>
        {phase === 'done' ? null : (
          <Button onPress={() => attempt('Ending', end)}>
            End <kbd aria-hidden>q</kbd>
          </Button>
        )}
      </Head>
      {hands.problem ? (
        <p className="warn" role="alert">
          {PROBLEMS[hands.problem]}{' '}
          <Button look="quiet" onPress={hands.dismiss}>
            Good
          </Button>
        </p>
      ) : null}
      {sitting.isResumed && phase === 'ready' && said === null ? (
        <p role="status" data-resumed>
          Taken up where it was left: step {at + 1}, {counted(runs.length, 'run')} in this sitting.
        </p>
      ) : null}
      {phase === 'warm-up' ? (
        <WarmUp
          items={settings.warmUp}
          cautions={player.cautions}
          onChange={(warmUp) => keep({ ...settings, warmUp })}
          onDone={() => setPhase('ready')}
        />
      ) : null}
      {phase === 'done' ? (
        <>
          {hasPain ? (
            <p className="warn" role="alert">
              Stop for today. If pain, numbness or tingling stays, see a doctor or physiotherapist. What was
              played is kept.
            </p>
          ) : null}
          {mode === 'probe' && !hasPain && runs.length > 0 ? (
            <p className="found" data-probe>
              Start the ladder at <b>{start0} bpm</b>:{' '}
              {cleanBpms.length === 0
                ? 'below the slowest, which was not clean yet.'
                : cleanBpms.length === 1
                  ? 'the one tempo that was clean.'
                  : 'one tempo below the last that was clean.'}{' '}
              <Button
                look="primary"
                onPress={() => {
                  setLadder({ startBpm: start0, steps: null });
                  attempt('Ending', async () => {
                    await sitting.end();
                    router.push(`/ladder/${exerciseId}`);
                  });
                }}
              >
                Start at {start0}
              </Button>
            </p>
          ) : null}
          <Summary
            exerciseId={exerciseId}
            runs={runs}
            tempo={record.tempo}
            why={sitting.why}
            warnings={warnings ?? []}
            onAgain={() => {
              setSaid(null);
              setPhase('ready');
            }}
            onDrill={
              worst?.place
                ? () => attempt('Making the drill', () => makeDrill(worst.place!, worst.reason))
                : null
            }
          />
        </>
      ) : null}
      {phase === 'warm-up' || phase === 'done' ? null : (
        <Stage
          runner={runner}
          mode={mode}
          runs={runs}
          onDrill={(change, why) => attempt('Making the drill', () => makeDrill(change, why))}
        />
      )}
      {isSheet && hands.sounds ? (
        <MetronomeSheet
          settings={settings}
          sounds={hands.sounds}
          beats={exercise.passage.meter.beats}
          trigger={sheetTrigger}
          onSettings={keep}
          onSounds={hands.setSounds}
          onClose={() => setIsSheet(false)}
        />
      ) : null}
    </Root>
  );
}
