'use client';
/** What a take needs of the browser, handed to the desk. */
import type { ClickPattern } from '@/core';
import { addTake, database, soundSettings } from '@/storage';
import { startCheck, startSimulation } from '@/workers';
import { told } from '@/work/perform';
import type { CheckedTake, TakeAsk, TakeTools } from '@/work/take/desk';
import { takeOf } from '@/work/take/kept';

const CLICK_ONLY = { click: true, notes: false, strokes: false, kinds: false, called: false } as const;

const scoreOf = ({ plan, exercise, passes, countInBeats, clicks }: TakeAsk & { clicks: ClickPattern }) => ({
  plan,
  loop: exercise.policy.loop === true,
  passes,
  countInBeats,
  clicks,
});

/** The tools of the page. @param onKept is told whose report was kept. */
export function takeTools(onKept: (take: CheckedTake) => void): TakeTools {
  const audio = () => import('@/audio');
  let end: () => void = () => undefined;
  let latency = 0;
  const stop = () => end();
  return {
    openMicrophone: async (hear) => {
      const { openMicrophone } = await audio();
      return openMicrophone((await soundSettings(database())).volume, hear);
    },
    click: {
      start: async (ask) => {
        const { thePlayback, openOutput, latencySeconds } = await audio();
        const { volume } = await soundSettings(database());
        const playback = thePlayback();
        await playback.start(scoreOf(ask), ask.bpm, { ...CLICK_ONLY, volume });
        end = () => playback.stop();
        latency = latencySeconds((await openOutput(volume)).context);
        return playback.startFrame();
      },
      onEnd: (tell) => {
        let leave: () => void = () => undefined;
        let isOver = false;
        audio().then(
          ({ thePlayback }) => {
            const playback = thePlayback();
            const { finished } = playback.snapshot();
            const look = () => {
              const now = playback.snapshot();
              if (isOver || now.isPlaying) return;
              isOver = true;
              tell(now.finished > finished);
            };
            leave = playback.subscribe(look);
            look();
          },
          () => tell(false),
        );
        return () => {
          isOver = true;
          leave();
        };
      },
      stop,
      latencySeconds: () => latency,
    },
    decode: async (bytes) => (await audio()).decodeSound(bytes),
    check: startCheck,
    simulate: startSimulation,
    wait: (seconds) => new Promise((resolve) => setTimeout(resolve, seconds * 1000)),
    keep: async (take) => {
      const { ask, report, source } = take;
      const { playerId, exerciseId, exercise, bpm, passes } = ask;
      const of = { playerId, exerciseId, exercise, bpm, passes, source, runId: null, sessionId: null };
      await addTake(database(), takeOf(report, of), exercise.passage);
      told('The report is kept.');
      onKept(take);
    },
  };
}
