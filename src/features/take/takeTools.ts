'use client';
/** What a take needs of the browser, handed to the desk. */
import type { ClickPattern } from '@/core';
import {
  addTake,
  database,
  keepRecording,
  keepSoundDelay,
  readRecordings,
  recordingOf,
  removeRecording,
  soundSettings,
} from '@/storage';
import { MICROPHONE, outputSeconds } from '@/ui/sound/microphone';
import { startCheck, startLoopback, startSimulation } from '@/workers';
import { told } from '@/work/perform';
import type { DelayTools } from '@/work/take/delay';
import type { TakeAsk, TakeTools } from '@/work/take/desk';
import { takeOf } from '@/work/take/kept';
import type { RecordingTools } from '@/work/take/recordings';

const CLICK_ONLY = { click: true, notes: false, strokes: false, kinds: false, called: false } as const;

const scoreOf = ({ plan, exercise, passes, countInBeats, clicks }: TakeAsk & { clicks: ClickPattern }) => ({
  plan,
  loop: exercise.policy.loop === true,
  passes,
  countInBeats,
  clicks,
});

const audio = () => import('@/audio');

/** The tools of the page. */
export function takeTools(): TakeTools {
  let end: () => void = () => undefined;
  const stop = () => end();
  return {
    ...MICROPHONE,
    click: {
      start: async (ask) => {
        const { thePlayback } = await audio();
        const { volume } = await soundSettings(database());
        const playback = thePlayback();
        await playback.start(scoreOf(ask), ask.bpm, { ...CLICK_ONLY, volume });
        end = () => playback.stop();
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
    },
    decode: async (bytes) => (await audio()).decodeSound(bytes),
    check: startCheck,
    simulate: startSimulation,
    keep: async ({ ask, report, source }) => {
      const { playerId, exerciseId, exercise, bpm, passes } = ask;
      const of = { playerId, exerciseId, exercise, bpm, passes, source, runId: null, sessionId: null };
      const id = await addTake(database(), takeOf(report, of), exercise.passage);
      told('The report is kept.');
      return id;
    },
  };
}

/** Recordings in this browser. */
export const RECORDINGS: RecordingTools = {
  read: () => readRecordings(database()),
  keep: (takeId, sound) => keepRecording(database(), takeId, sound),
  file: recordingOf,
  remove: removeRecording,
  encode: async (samples, sampleRate) => (await audio()).wavOf(samples, sampleRate),
};

/** Measuring the delay of the sound. */
export const DELAY: DelayTools = {
  ...MICROPHONE,
  outputSeconds,
  playChirps: async () => (await audio()).playChirps((await soundSettings(database())).volume),
  seek: startLoopback,
  keep: (measured) => keepSoundDelay(database(), measured),
};
