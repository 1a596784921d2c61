/** Putting sounds on frames of the audio clock. */
import {
  click,
  kindVoice,
  LEVELS,
  pluck,
  strokeTap,
  type Attack,
  type PerformedEvent,
  type Sounding,
  type Stroke,
  type VoicedKind,
} from '@/core';

/** A sound that was placed and can still be taken back. */
export interface Placed {
  readonly frame: number;
  readonly cancel: () => void;
}

/** Sounds of one sample rate, made when they are first needed. */
export class SoundBank {
  private readonly buffers = new Map<string, AudioBuffer>();

  constructor(private readonly sampleRate: number) {}

  private bufferOf(key: string, make: () => Float32Array<ArrayBuffer>): AudioBuffer {
    const known = this.buffers.get(key);
    if (known) return known;
    const samples = make();
    const buffer = new AudioBuffer({
      length: samples.length,
      numberOfChannels: 1,
      sampleRate: this.sampleRate,
    });
    buffer.copyToChannel(samples, 0);
    this.buffers.set(key, buffer);
    return buffer;
  }

  click(accent: 'bar' | 'beat' | 'slot'): AudioBuffer {
    return this.bufferOf(`click ${accent}`, () => click(accent, this.sampleRate));
  }

  tap(stroke: Stroke): AudioBuffer {
    return this.bufferOf(`tap ${stroke}`, () => strokeTap(stroke, this.sampleRate));
  }

  kind(kind: VoicedKind): AudioBuffer {
    return this.bufferOf(`kind ${kind}`, () => kindVoice(kind, this.sampleRate));
  }

  string(pitch: number, attack: Attack): AudioBuffer {
    return this.bufferOf(`${pitch} ${attack}`, () => pluck(pitch, attack, this.sampleRate));
  }
}

/**
 * The time that makes a source begin exactly at a frame. A hair before it: frame / rate is rarely a whole number of
 * frames again when the browser multiplies it back, and it rounds up to the next frame.
 */
export function timeOfFrame(frame: number, sampleRate: number): number {
  return Math.max(0, frame - 1 / 1024) / sampleRate;
}

/** Places a sound so that its first sample sounds at a frame. */
export function placeSound(
  context: BaseAudioContext,
  buffer: AudioBuffer,
  frame: number,
  into: AudioNode,
  level = 1,
): Placed {
  const source = new AudioBufferSourceNode(context, { buffer });
  const gain = new GainNode(context, { gain: level });
  source.connect(gain).connect(into);
  source.start(timeOfFrame(frame, context.sampleRate));
  return { frame, cancel: () => source.disconnect() };
}

function shapePitch(source: AudioBufferSourceNode, sounding: Sounding, start: number, end: number): void {
  const { detune } = source;
  if (sounding.slidFrom !== null) {
    detune.setValueAtTime((sounding.slidFrom - sounding.pitch) * 100, start);
    detune.linearRampToValueAtTime(0, Math.min(end, start + LEVELS.slideSeconds));
  }
  if (sounding.bendSemitones > 0) {
    const half = (start + end) / 2;
    detune.setValueAtTime(0, start);
    detune.linearRampToValueAtTime(sounding.bendSemitones * 100, half);
    if (sounding.bendReleased) detune.linearRampToValueAtTime(0, end);
  }
}

/** Places a note from a frame until another, where it is released. */
export function placeNote(
  context: BaseAudioContext,
  bank: SoundBank,
  event: Extract<PerformedEvent, { kind: 'note' }>,
  frames: { readonly from: number; readonly to: number },
  into: AudioNode,
): Placed {
  const { sounding } = event;
  const { sampleRate } = context;
  const [start, end] = [timeOfFrame(frames.from, sampleRate), timeOfFrame(frames.to, sampleRate)];
  const source = new AudioBufferSourceNode(context, {
    buffer: bank.string(sounding.pitch, sounding.attack),
  });
  const gain = new GainNode(context, { gain: sounding.loudness * LEVELS.note });
  source.connect(gain).connect(into);
  shapePitch(source, sounding, start, end);
  gain.gain.setTargetAtTime(0, end, LEVELS.releaseSeconds);
  source.start(start);
  source.stop(end + LEVELS.releaseSeconds * LEVELS.releaseConstants);
  return { frame: frames.from, cancel: () => gain.disconnect() };
}
