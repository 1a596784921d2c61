/** How long sound takes out of the computer and in again: measured with an earpiece at the microphone, kept for these devices. */
import type { Capture } from '@/audio';
import { CHIRPS_AT, MOST_DELAY_SECONDS, type Loopback } from '@/core/take';
import type { MeasuredDelay } from '@/storage';
import type { startLoopback, Running } from '@/workers';
import { inWords } from '../perform';
import { Store } from '../store';
import { LevelStore, microphoneText, type MicrophoneTools, type SoundDelay } from './microphone';

/** A microphone's own way into the computer where nothing was measured: usual of a laptop. Common practice, no source. */
const INPUT_SECONDS = 0.02;
/** Another loudspeaker has another delay: one that moved less is the same. */
const SAME_OUTPUT_SECONDS = 0.005;

/** The delay with the devices of now. @param outputSeconds what the browser says of the loudspeaker. */
export function delayNow(measured: MeasuredDelay | null, device: string, outputSeconds: number): SoundDelay {
  const isSame =
    measured?.device === device && Math.abs(measured.outputSeconds - outputSeconds) <= SAME_OUTPUT_SECONDS;
  return isSame
    ? { seconds: measured.seconds, isMeasured: true }
    : { seconds: outputSeconds + INPUT_SECONDS, isMeasured: false };
}

export type DelayState =
  | { readonly phase: 'idle' | 'opening' | 'measuring' }
  | { readonly phase: 'measured'; readonly seconds: number; readonly spreadSeconds: number }
  | { readonly phase: 'failed'; readonly why: string };

/** What measuring needs of the world. */
export interface DelayTools extends Pick<MicrophoneTools, 'openMicrophone' | 'wait'> {
  /** Plays the chirps. @returns the frame of the audio clock at which the first begins. */
  readonly playChirps: () => Promise<number>;
  readonly seek: typeof startLoopback;
  readonly outputSeconds: () => Promise<number>;
  readonly keep: (measured: MeasuredDelay) => Promise<void>;
}

const FAILED = {
  'not heard':
    'The chirps were not heard. Turn the volume up a little, hold the earpiece right against the microphone, and try again.',
  'not steady':
    'The chirps came at different distances, so nothing was kept. Hold everything still; with wireless headphones the delay may change by itself.',
} as const;

/** One measurement at a time. */
export class DelayDesk extends Store<DelayState> {
  readonly level = new LevelStore();
  private turn = 0;
  private capture: Capture | null = null;
  private running: Running<Loopback> | null = null;

  constructor(private readonly tools: DelayTools) {
    super({ phase: 'idle' });
  }

  /** Ends what is under way and closes the microphone. */
  cancel(): void {
    this.end();
    this.put({ phase: 'idle' });
  }

  private end(): void {
    this.turn += 1;
    this.capture?.drop();
    this.capture = null;
    this.running?.stop();
    this.running = null;
    this.level.show(null);
  }

  /** Plays the chirps, hears them, and keeps the delay for these devices. */
  async measure(): Promise<void> {
    this.end();
    const { turn, tools } = this;
    const isOver = () => turn !== this.turn;
    const fail = (why: string) => {
      if (isOver()) return;
      this.end();
      this.put({ phase: 'failed', why });
    };
    this.put({ phase: 'opening' });
    try {
      const capture = await tools.openMicrophone(this.level.show);
      if (isOver()) return capture.drop();
      this.capture = capture;
      capture.onLost(() => fail('The microphone went away.'));
      this.put({ phase: 'measuring' });
      const first = await tools.playChirps();
      // A lead, the chirps, and the longest way that the last may take.
      await tools.wait(0.3 + CHIRPS_AT.at(-1)! + MOST_DELAY_SECONDS + 0.1);
      if (isOver()) return;
      this.capture = null;
      const [recorded, outputSeconds] = await Promise.all([capture.stop(), tools.outputSeconds()]);
      if (isOver()) return;
      this.level.show(null);
      const { samples, sampleRate, startFrame } = recorded;
      this.running = tools.seek(samples, sampleRate, first - startFrame);
      const heard = await this.running.result;
      if (isOver()) return;
      this.running = null;
      if (!heard.found) return fail(FAILED[heard.why]);
      const { seconds, spreadSeconds } = heard;
      await tools.keep({ seconds, outputSeconds, device: capture.device });
      if (!isOver()) this.put({ phase: 'measured', seconds, spreadSeconds });
    } catch (error) {
      fail(microphoneText(error) || inWords(error));
    }
  }
}
