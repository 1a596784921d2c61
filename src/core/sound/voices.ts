/** Voices by which strokes and kinds of change are told apart by ear. Own sounds; nothing is taken from a source. */
import type { Stroke } from '../passage/passage';
import type { ChangeKind } from '../picking/changes';
import { fadeOut } from './pluck';

/** Kinds of change that have a voice; going on on the same string has none. */
export const VOICED_KINDS = ['outside', 'inside', 'sweep', 'backtrack', 'repeat'] as const;
/** The kinds of change that have a voice. */
export type VoicedKind = (typeof VOICED_KINDS)[number];

/** Whether a kind of change is heard. */
export function isVoiced(kind: ChangeKind | null): kind is VoicedKind {
  return kind !== null && kind !== 'alternate';
}

const sine = (hertz: number, seconds: number) => Math.cos(2 * Math.PI * hertz * seconds);

/** A sound from a function of time; its first sample is at full strength, so that it begins where it is placed. */
function made(
  seconds: number,
  sampleRate: number,
  at: (seconds: number) => number,
): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  for (let frame = 0; frame < samples.length; frame++) samples[frame] = at(frame / sampleRate);
  fadeOut(samples, Math.floor(sampleRate * 0.01));
  return samples;
}

/** A tap for each stroke: low and round for down, high and short for up. */
export function strokeTap(stroke: Stroke, sampleRate: number): Float32Array<ArrayBuffer> {
  return stroke === 'down'
    ? made(0.09, sampleRate, (t) => (0.7 * sine(310, t) + 0.3 * sine(620, t)) * Math.exp(-t * 55))
    : made(0.05, sampleRate, (t) => (0.6 * sine(930, t) + 0.4 * sine(1860, t)) * Math.exp(-t * 110));
}

/**
 * A voice for each kind: outside rings open, inside sounds hollow from within, a sweep glides up, against the grain
 * grates, the same stroke again knocks twice.
 */
export function kindVoice(kind: VoicedKind, sampleRate: number): Float32Array<ArrayBuffer> {
  switch (kind) {
    case 'outside':
      return made(0.22, sampleRate, (t) => (0.55 * sine(784, t) + 0.45 * sine(1176, t)) * Math.exp(-t * 16));
    case 'inside':
      return made(
        0.18,
        sampleRate,
        (t) => (0.7 * sine(196, t) + 0.2 * sine(588, t) + 0.1 * sine(980, t)) * Math.exp(-t * 18),
      );
    case 'sweep':
      // The phase of a tone that rises evenly from 400 to 1,000 hertz.
      return made(
        0.16,
        sampleRate,
        (t) => Math.cos(2 * Math.PI * (400 * t + (600 / 0.32) * t * t)) * Math.exp(-t * 9),
      );
    case 'backtrack':
      return made(0.2, sampleRate, (t) => 0.5 * (Math.sign(sine(147, t)) + sine(158, t)) * Math.exp(-t * 14));
    case 'repeat':
      return made(
        0.14,
        sampleRate,
        (t) => sine(655, t) * (Math.exp(-t * 90) + (t > 0.07 ? Math.exp(-(t - 0.07) * 90) : 0)),
      );
  }
}
