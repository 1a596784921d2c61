/** The microphone: opened when it is asked for, its blocks joined on the audio clock, closed at once when it is let go. */
import { under } from '@/addresses';
import { openOutput } from './output';
import { joinBlocks, type Block, type Recorded } from './joining';

/** What is asked of the browser: the sound as it is. */
const AS_IT_IS = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const;
/** What is told of the level, so often. */
const LEVEL_MS = 80;
/** A sample this near to the most there is was cut. */
export const CLIPPED = 0.99;

/** Why the microphone does not open. */
export type MicrophoneProblem = 'refused' | 'none' | 'busy';

/** The microphone does not open. */
export class MicrophoneError extends Error {
  constructor(readonly problem: MicrophoneProblem) {
    super(`The microphone does not open: ${problem}.`);
  }
}

/** What comes in just now. */
export interface Level {
  /** The loudest of the last moment, 0–1. */
  readonly peak: number;
  /** Samples that were cut so far. */
  readonly clipped: number;
}

/** A microphone that is open. */
export interface Capture {
  readonly sampleRate: number;
  /** Which microphone it is, as this browser knows it. */
  readonly device: string;
  /** Processing that the browser left on, by name; the sound is not as it is. */
  readonly processed: readonly string[];
  /** The microphone went away, or the loudspeaker on whose clock it is. */
  readonly onLost: (tell: () => void) => void;
  /** Forgets what came so far; the microphone stays open. */
  readonly restart: () => void;
  /** What was recorded since it was opened, or begun anew; the microphone stays open. */
  readonly cut: () => Promise<Recorded>;
  /** Closes it; what was recorded since it was opened, or begun anew. */
  readonly stop: () => Promise<Recorded>;
  /** Closes it and forgets what came. */
  readonly drop: () => void;
}

const problemOf = (error: unknown): MicrophoneProblem => {
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  return name === 'NotFoundError' || name === 'OverconstrainedError' ? 'none' : 'busy';
};

/**
 * Opens the microphone on the clock of the loudspeaker.
 * @param hear is told of the level. @throws MicrophoneError
 */
export async function openMicrophone(volume: number, hear: (level: Level) => void): Promise<Capture> {
  if (!navigator.mediaDevices?.getUserMedia) throw new MicrophoneError('none');
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({ audio: AS_IT_IS });
  } catch (error) {
    throw new MicrophoneError(problemOf(error));
  }
  const [track] = stream.getAudioTracks();
  const close = () => stream.getTracks().forEach((one) => one.stop());
  try {
    const { context } = await openOutput(volume);
    await context.audioWorklet.addModule(under('/worklets/capture.js'));
    const source = new MediaStreamAudioSourceNode(context, { mediaStream: stream });
    const node = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    const blocks: Block[] = [];
    let [peak, clipped] = [0, 0];
    let isOpen = true;
    node.port.onmessage = ({ data }: MessageEvent<Block>) => {
      blocks.push(data);
      for (const value of data.samples) {
        const loud = Math.abs(value);
        if (loud > peak) peak = loud;
        if (loud >= CLIPPED) clipped++;
      }
    };
    const timer = setInterval(() => {
      hear({ peak, clipped });
      peak = 0;
    }, LEVEL_MS);
    source.connect(node);
    const end = () => {
      isOpen = false;
      clearInterval(timer);
      source.disconnect();
      close();
    };
    const settings = track?.getSettings() ?? {};
    return {
      sampleRate: context.sampleRate,
      device: settings.deviceId ?? '',
      processed: Object.keys(AS_IT_IS).filter((name) => settings[name as keyof typeof AS_IT_IS] === true),
      onLost: (tell) => {
        const look = () => {
          if (isOpen) tell();
        };
        track?.addEventListener('ended', look);
        // Another device: the clock is given up, and nothing comes from the microphone any more.
        context.addEventListener('statechange', () => {
          if (context.state === 'closed') look();
        });
      },
      restart: () => {
        blocks.length = 0;
        clipped = 0;
      },
      cut: async () => {
        // What the processor still holds back comes first.
        await new Promise((resolve) => setTimeout(resolve, LEVEL_MS));
        return joinBlocks(blocks, context.sampleRate);
      },
      stop: async () => {
        end();
        node.port.postMessage('end');
        // What is on its way yet comes first.
        await new Promise((resolve) => setTimeout(resolve, LEVEL_MS));
        return joinBlocks(blocks, context.sampleRate);
      },
      drop: () => {
        end();
        node.port.postMessage('end');
        blocks.length = 0;
      },
    };
  } catch (error) {
    close();
    throw error instanceof MicrophoneError ? error : new MicrophoneError('busy');
  }
}
