/** The microphone, as takes and listening use it: why it does not open, what is to be known of a recording, and where the plan starts in it. */
import type { Capture, Level, Recorded } from '@/audio';
import type { TakeOptions } from '@/core';
import { inWords } from '../perform';
import { Store } from '../store';

/** Seconds from the audio clock through loudspeaker or headphones, microphone and back. */
export interface SoundDelay {
  readonly seconds: number;
  /** It was measured with these devices, to a fraction of a millisecond; else it is a guess to some twenty. */
  readonly isMeasured: boolean;
}

/** What recording needs of the world. */
export interface MicrophoneTools {
  readonly openMicrophone: (hear: (level: Level) => void) => Promise<Capture>;
  /** The delay with the devices of now. */
  readonly delay: (capture: Pick<Capture, 'device'>) => Promise<SoundDelay>;
  /** Waits. */
  readonly wait: (seconds: number) => Promise<void>;
}

/** The level of a microphone; null: it is closed. Apart from all else, for it changes many times a second. */
export class LevelStore extends Store<Level | null> {
  constructor() {
    super(null);
  }

  readonly show = (level: Level | null): void => this.put(level);
}

const PROBLEMS: Readonly<Record<string, string>> = {
  refused: 'The microphone was refused. Allow it for this page in the browser, then press again.',
  none: 'There is no microphone. Plug one in, open a file, or let the simulated player play.',
  busy: 'The microphone does not open: another program may have it.',
};

/** Why the microphone does not open, in words. */
export function microphoneText(error: unknown): string {
  const { problem } = error as { problem?: string };
  return (problem && PROBLEMS[problem]) ?? inWords(error);
}

const PROCESSING: Readonly<Record<string, string>> = {
  echoCancellation: 'echo cancellation',
  noiseSuppression: 'noise suppression',
  autoGainControl: 'automatic gain',
};

/** What is to be known of how it was recorded. @param clipped samples that were cut. @param processed what the browser left on. */
export function warningsOf(
  { gaps }: Pick<Recorded, 'gaps'>,
  clipped: number,
  processed: readonly string[],
): string[] {
  const missing = gaps.reduce((sum, { seconds }) => sum + seconds, 0);
  return [
    ...(processed.length > 0
      ? [
          `The browser left ${processed.map((name) => PROCESSING[name] ?? name).join(' and ')} on: notes may sound cut or come late.`,
        ]
      : []),
    ...(gaps.length > 0
      ? [
          `${Math.round(missing * 1000)} ms are missing from the recording, first at ${gaps[0]!.at.toFixed(1)} s: the device or the browser could not keep up.`,
        ]
      : []),
    ...(clipped > 0 ? ['It was too loud and is clipped: turn the input down.'] : []),
  ];
}

/** Where the plan starts in a recording. @param startFrame the frame of the audio clock at which its click starts. */
export const startOf = (
  startFrame: number,
  recorded: Recorded,
  { seconds, isMeasured }: SoundDelay,
): Omit<TakeOptions, 'report'> => ({
  startSeconds: (startFrame - recorded.startFrame) / recorded.sampleRate + seconds,
  startIsExact: isMeasured,
});
