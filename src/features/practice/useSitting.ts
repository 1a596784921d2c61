'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  bareRecord,
  buildLadder,
  passageHash,
  probeTempos,
  type LadderSpec,
  type LadderStep,
  type Move,
  type RunRecord,
} from '@/core';
import type { Climbing } from '@/core/drills';
import { nextStart, type Reason, type RunPlace, type TempoNow } from '@/core/record';
import {
  addRun,
  correctRun,
  database,
  endPractice,
  isNoRoom,
  keepPractice,
  newId,
  openPractice,
  removeRuns,
  runsOfSitting,
  timestamp,
  type NewRun,
  type PracticeMode,
  type PracticeSession,
} from '@/storage';
import { say } from '@/ui/controls/say';
import { usePlayer } from '@/ui/shell/player';
import { attempt } from '@/work/perform';
import { afterTight, afterVerdict, newSitting, runFrom, verdictOf, type PlayedRun } from './sitting';

/** A probe is short: passes a run. */
const PROBE_PASSES = 2;

/** The steps of a probe: one run each, from half the goal upward. */
function probeSteps(spec: LadderSpec): LadderStep[] {
  const [step] = buildLadder({ ...spec, kind: 'even', goalBpm: spec.startBpm, rounding: 'none' });
  return probeTempos(spec.goalBpm / 2, spec.goalBpm).map((bpm) => ({
    ...step!,
    bpm,
    passes: PROBE_PASSES,
    upAfter: 1,
    restSeconds: 0,
    movement: null,
  }));
}

export interface Sitting {
  /** Undefined until it is read. */
  readonly session: PracticeSession | undefined;
  readonly steps: readonly LadderStep[];
  /** It was not ended, and goes on where it stood. */
  readonly isResumed: boolean;
  /** Why the ladder begins where it does. */
  readonly why: string;
  /** Runs of this sitting, oldest first. */
  readonly runs: readonly RunRecord[];
  /** Keeps a verdict; null where no pass was played. */
  readonly judge: (
    said: 'clean' | 'not clean',
    played: PlayedRun,
    of: { readonly bpm: number; readonly seen: string },
  ) => Promise<{ move: Move; session: PracticeSession } | null>;
  /** Says more of the last run. */
  readonly amend: (more: { readonly reason?: Reason; readonly place?: RunPlace }) => Promise<void>;
  readonly takeBack: () => Promise<void>;
  readonly tight: () => void;
  readonly change: (change: (session: PracticeSession) => PracticeSession) => void;
  readonly end: () => Promise<void>;
}

function failed(error: unknown): void {
  say(
    isNoRoom(error)
      ? 'There is no room left in this browser: the run was not kept. The runs before it are. Export all, then delete what is not needed.'
      : `The run was not kept: ${(error as Error).message}. The runs before it are; judge it again to try once more.`,
  );
}

/** The sitting of the student of the moment on an exercise: taken up where it was left, kept with every verdict. */
export function useSitting(
  exerciseId: string,
  mode: PracticeMode,
  climb: Climbing,
  tempo: TempoNow | null | undefined,
): Sitting {
  const player = usePlayer();
  const { spec } = climb;
  const steps = useMemo(() => (mode === 'probe' ? probeSteps(spec) : climb.steps), [mode, spec, climb.steps]);
  const [session, setSession] = useState<PracticeSession>();
  const [isResumed, setIsResumed] = useState(false);
  const next = useMemo(
    () =>
      nextStart(
        tempo ?? null,
        spec.startBpm,
        steps.map(({ bpm }) => bpm),
      ),
    [tempo, spec.startBpm, steps],
  );
  const latest = useRef<PracticeSession>(undefined);
  const show = useCallback((value: PracticeSession) => {
    latest.current = value;
    setSession(value);
  }, []);

  const key = `${player.id} ${exerciseId} ${mode}`;
  const opened = useRef('');
  useEffect(() => {
    // The record must be read first: it says where to begin. Another student is another sitting.
    if (tempo === undefined || player.revision === 0 || opened.current === key) return;
    opened.current = key;
    attempt('Opening the sitting', async () => {
      const kept = await openPractice(database(), player.id);
      const isMine = kept?.exerciseId === exerciseId && kept.mode === mode && kept.climb.at < steps.length;
      setIsResumed(isMine && kept.past.length > 0);
      show(
        isMine
          ? kept
          : newSitting(
              {
                id: newId(),
                playerId: player.id,
                exerciseId,
                mode,
                startedAt: timestamp(),
                bpm: next.bpm,
              },
              mode === 'ladder' ? next.step : 0,
              steps.length,
            ),
      );
    });
  }, [key, tempo, player, exerciseId, mode, steps.length, next, show]);

  const runs = useLiveQuery(
    async () => (session ? runsOfSitting(database(), session.id) : []),
    [session?.id],
  );

  const change = useCallback(
    (by: (session: PracticeSession) => PracticeSession) => {
      if (!latest.current) return;
      const now = by(latest.current);
      show(now);
      keepPractice(database(), now).catch(failed);
    },
    [show],
  );

  // One after the other: a second key must find what the first one kept.
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const inTurn = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const done = queue.current.then(work);
    queue.current = done.catch(() => undefined);
    return done;
  }, []);

  const judgeNow: Sitting['judge'] = async (said, played, { bpm, seen }) => {
    const now = latest.current;
    const verdict = verdictOf(said, played);
    if (!now || !verdict) return null;
    const step = steps[now.climb.at]!;
    const stepped = climb.stepped(step);
    const { passage } = stepped.exercise;
    const run = runFrom({
      session: now,
      stepped,
      setup: player.setup,
      passageHash: passageHash(passage),
      bpm,
      step,
      seen,
      verdict,
      brokenAt: played.brokenAt,
    });
    const { session: after, move } = afterVerdict(now, steps, verdict.verdict);
    try {
      const kept = { ...after, past: [...after.past, { climb: now.climb, runId: '' }] };
      const runId = await addRun(database(), run, {
        session: (id) => withLastRun(kept, id),
        passage,
      });
      const next = withLastRun(kept, runId);
      show(next);
      return { move, session: next };
    } catch (error) {
      failed(error);
      return null;
    }
  };

  const lastRun = async () => {
    const id = latest.current?.past.at(-1)?.runId;
    return id ? database().runs.get(id) : undefined;
  };

  return {
    session,
    steps,
    isResumed,
    why: next.why,
    runs: runs ?? [],
    judge: (said, played, of) => inTurn(() => judgeNow(said, played, of)),
    amend: (more) =>
      inTurn(async () => {
        const old = await lastRun();
        if (!old || !latest.current) return;
        const { id: _, ...fields } = bareRecord(old);
        const run: NewRun = { ...fields, ...more };
        const { id } = await correctRun(database(), old, run);
        change((now) => withLastRun(now, id));
      }),
    takeBack: () =>
      inTurn(async () => {
        const old = await lastRun();
        const past = latest.current?.past.at(-1);
        if (!old || !past) return;
        await removeRuns(database(), [old]);
        change((now) => ({ ...now, climb: past.climb, past: now.past.slice(0, -1) }));
      }),
    tight: () => change(afterTight),
    change,
    end: () => endPractice(database(), player.id),
  };
}

function withLastRun(session: PracticeSession, runId: string): PracticeSession {
  return {
    ...session,
    past: session.past.map((one, at) => (at === session.past.length - 1 ? { ...one, runId } : one)),
  };
}
