'use client';
/** The desk of a view, and hearing what lies on it again. */
import { useEffect, useMemo, useState } from 'react';
import { database, soundSettings } from '@/storage';
import type { TakePlan } from '@/core/take';
import { startSimulation } from '@/workers';
import { attempt } from '@/work/perform';
import { TakeDesk, type CheckedTake, type TakeState } from '@/work/take/desk';
import { Recordings } from '@/work/take/recordings';
import { useStore } from '@/ui/shell/useStore';
import { RECORDINGS, takeTools } from './takeTools';

/** The desk; what is under way ends with the view. */
export function useTakeDesk(): { desk: TakeDesk; state: TakeState } {
  const [desk] = useState(() => new TakeDesk(takeTools()));
  const state = useStore(desk);
  useEffect(() => () => desk.cancel(), [desk]);
  return { desk, state };
}

/** Recordings that are kept, with their size by take. */
export function useRecordings(): { recordings: Recordings; kept: ReadonlyMap<string, number> } {
  const [recordings] = useState(() => new Recordings(RECORDINGS));
  useEffect(() => attempt('Looking for recordings', () => recordings.read()), [recordings]);
  return { recordings, kept: useStore(recordings) };
}

/** What is listened to just now. */
export type Heard = 'take' | 'plan' | null;

/** Listening begins so many beats before the chosen note, and lasts so long after. */
const BEATS_BEFORE = 2;
const BEATS_AFTER = 4;
/** What the plan sounds like: the same each time. */
const PLAN_SEED = 1;
const RATE = 48_000;

/** The plan's notes from one planned second to another, beginning at 0. */
export function excerptOf({ notes }: TakePlan, from: number, to: number): TakePlan {
  const moved = notes
    .filter(({ onset }) => onset >= from - 1e-6 && onset < to)
    .map((note) => ({
      ...note,
      onset: note.onset - from,
      ...(note.until === undefined ? {} : { until: note.until - from }),
    }));
  return { notes: moved };
}

/** Hears take or plan from two beats before a note. */
export function useListening(checked: CheckedTake | null) {
  const [heard, setHeard] = useState<Heard>(null);
  const [isHalf, setIsHalf] = useState(false);
  const player = useMemo(() => {
    const loaded = import('@/audio').then(({ Listening }) => new Listening());
    loaded.catch(() => undefined);
    return loaded;
  }, []);
  useEffect(
    () => () => {
      player.then(
        (listening) => listening.stop(),
        () => undefined,
      );
    },
    [player],
  );
  const stop = () => attempt('Stopping', async () => (await player).stop());
  const hear = (what: 'take' | 'plan', index: number) => {
    if (!checked) return;
    attempt('Listening', async () => {
      const listening = await player;
      const { ask, plan, report } = checked;
      const beat = 60 / ask.bpm;
      const { onset } = plan.notes[index]!;
      const { volume } = await soundSettings(database());
      const first = plan.notes.findIndex((note) => note.onset >= onset - BEATS_BEFORE * beat - 1e-6);
      const from = plan.notes[first]!.onset;
      const over = () => setHeard(null);
      if (what === 'take') {
        const start = report.due[first] ?? 0;
        const end = (report.due[index] ?? start) + BEATS_AFTER * beat;
        const how = { fromSeconds: Math.max(0, start - 0.05), toSeconds: end, isHalf, volume };
        await listening.play(checked.samples, checked.sampleRate, how, over);
      } else {
        const excerpt = excerptOf(plan, from, onset + BEATS_AFTER * beat);
        const made = await startSimulation(excerpt, {
          seed: PLAN_SEED,
          sampleRate: RATE,
          startSeconds: 0.05,
        }).result;
        const how = { fromSeconds: 0, toSeconds: made.samples.length / RATE, isHalf, volume };
        await listening.play(made.samples, RATE, how, over);
      }
      setHeard(what);
    });
  };
  return { heard, isHalf, setIsHalf, hear, stop };
}
