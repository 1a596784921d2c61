/** Rendering a track, block by block: no more of it is in memory than what sounds. */
import type { PerformedEvent } from '../sound/performance';
import { LEVELS } from '../sound/levels';
import { click, pluck } from '../sound/pluck';
import { frameAt, ticksAtFrame } from '../tempo/tempoMap';
import type { LaidPiece } from './lay';

/** When the notes are heard beside the click. */
export type TrackNotes = 'always' | 'first pass' | 'never';

/** How a track is to sound. */
export interface TrackSound {
  readonly sampleRate: number;
  readonly notes: TrackNotes;
  /** What is spoken before each piece, as samples of this rate one after the other; null: nothing. */
  readonly spoken: ((at: number) => readonly Float32Array[]) | null;
}

/** Click and notes together stay below the most that a file can hold. */
const TRACK_LEVEL = 0.8;

/** Ticks that a block looks beyond its end, so that no rounding loses the event on its edge. */
const MARGIN_TICKS = 4;

/** A sound on its frames. */
interface Voice {
  readonly samples: Float32Array;
  readonly from: number;
  readonly level: number;
  /** Where it is released; Infinity: it rings out. */
  readonly release: number;
  /** How far its pitch is off at a frame, in semitones; null: never. */
  readonly bend: ((frame: number) => number) | null;
  /** Where in its samples it is. */
  position: number;
}

type Note = Extract<PerformedEvent, { kind: 'note' }>;

/** Samples of one rate, made when they are first needed. */
class Samples {
  private readonly made = new Map<string, Float32Array>();

  constructor(private readonly sampleRate: number) {}

  private of(key: string, make: () => Float32Array): Float32Array {
    const known = this.made.get(key);
    if (known) return known;
    const samples = make();
    this.made.set(key, samples);
    return samples;
  }

  click(accent: 'bar' | 'beat' | 'slot'): Float32Array {
    return this.of(accent, () => click(accent, this.sampleRate));
  }

  string({ pitch, attack }: Note['sounding']): Float32Array {
    return this.of(`${pitch} ${attack}`, () => pluck(pitch, attack, this.sampleRate));
  }
}

/** How the pitch of a note goes: a slide from where it comes, a bend up and perhaps back. */
function bendOf({ sounding }: Note, from: number, to: number, sampleRate: number): Voice['bend'] {
  const { slidFrom, pitch, bendSemitones, bendReleased } = sounding;
  const slideTo = Math.min(to, from + LEVELS.slideSeconds * sampleRate);
  const half = (from + to) / 2;
  const part = (frame: number, start: number, end: number) =>
    end <= start ? 1 : Math.min(1, Math.max(0, (frame - start) / (end - start)));
  if (slidFrom !== null) return (frame) => (slidFrom - pitch) * (1 - part(frame, from, slideTo));
  if (bendSemitones === 0) return null;
  return (frame) => bendSemitones * (part(frame, from, half) - (bendReleased ? part(frame, half, to) : 0));
}

/** The voices that begin before a frame, from where a piece was taken up last. */
class PieceVoices {
  private placedTicks: number;
  private hasSpoken = false;

  constructor(
    private readonly laid: LaidPiece,
    private readonly at: number,
    private readonly samples: Samples,
    private readonly sound: TrackSound,
  ) {
    this.placedTicks = laid.performance.startTicks;
  }

  before(frame: number): Voice[] {
    const { map, performance, startFrame } = this.laid;
    const voices = this.hasSpoken || startFrame >= frame ? [] : this.spoken();
    const until = Math.min(performance.endTicks!, Math.ceil(ticksAtFrame(map, frame)) + MARGIN_TICKS);
    if (until <= this.placedTicks) return voices;
    for (const event of performance.eventsBetween(this.placedTicks, until))
      voices.push(...this.voiceOf(event));
    this.placedTicks = until;
    return voices;
  }

  private spoken(): Voice[] {
    this.hasSpoken = true;
    let from = this.laid.startFrame;
    return (this.sound.spoken?.(this.at) ?? []).map((samples) => {
      const voice = { samples, from, level: LEVELS.voice, release: Infinity, bend: null, position: 0 };
      from += samples.length;
      return voice;
    });
  }

  private voiceOf(event: PerformedEvent): Voice[] {
    const { map } = this.laid;
    const { sampleRate, notes } = this.sound;
    const from = frameAt(map, event.ticks);
    const plain = { from, release: Infinity, bend: null, position: 0, level: 1 };
    if (event.kind === 'click')
      return event.accent === 'silent' ? [] : [{ ...plain, samples: this.samples.click(event.accent) }];
    if (event.kind !== 'note' || notes === 'never' || (notes === 'first pass' && event.pass > 0)) return [];
    const { sounding } = event;
    const to = frameAt(map, event.ticks + sounding.durationTicks);
    return [
      {
        ...plain,
        samples: this.samples.string(sounding),
        level: sounding.loudness * LEVELS.note,
        release: to,
        bend: bendOf(event, from, to, sampleRate),
      },
    ];
  }
}

/** A voice whose pitch stays: plain additions, which is most of the work there is. */
function mixPlain(voice: Voice, block: Float32Array, startFrame: number, gain: number, fade: number): void {
  const { samples, from, release } = voice;
  const first = Math.max(from, startFrame);
  const offset = first - startFrame;
  const position = first - from;
  const count = Math.min(block.length - offset, samples.length - position);
  const held = Math.max(0, Math.min(count, release - first));
  for (let at = 0; at < held; at++) block[offset + at]! += samples[position + at]! * gain;
  let level = gain;
  for (let at = held; at < count; at++) {
    block[offset + at]! += samples[position + at]! * level;
    level *= fade;
  }
}

/** A voice whose pitch moves: read at the speed of its pitch. */
function mixBent(voice: Voice, block: Float32Array, startFrame: number, gain: number, fade: number): void {
  const { samples, from, release } = voice;
  const bend = voice.bend!;
  const end = startFrame + block.length;
  let level = gain;
  for (let frame = Math.max(from, startFrame); frame < end; frame++) {
    const at = Math.floor(voice.position);
    if (at >= samples.length) return;
    const next = at + 1 < samples.length ? samples[at + 1]! : 0;
    block[frame - startFrame]! += (samples[at]! + (next - samples[at]!) * (voice.position - at)) * level;
    if (frame >= release) level *= fade;
    voice.position += 2 ** (bend(frame) / 12);
  }
}

/** Adds what of a voice lies in a block. @returns whether something of it is left. */
function mix(voice: Voice, block: Float32Array, startFrame: number, sampleRate: number): boolean {
  const { samples, from, level, release, bend } = voice;
  const end = startFrame + block.length;
  const lastFrame = release + LEVELS.releaseConstants * LEVELS.releaseSeconds * sampleRate;
  const fade = Math.exp(-1 / (LEVELS.releaseSeconds * sampleRate));
  const first = Math.max(from, startFrame);
  const gain = level * TRACK_LEVEL * (first > release ? fade ** (first - release) : 1);
  // What is released is cut where nothing of it is left to be heard, wherever blocks end.
  const heard = block.subarray(0, Math.max(0, Math.min(block.length, Math.ceil(lastFrame) - startFrame)));
  (bend === null ? mixPlain : mixBent)(voice, heard, startFrame, gain, fade);
  const isOut = bend === null ? end - from >= samples.length : voice.position >= samples.length;
  return !isOut && end < lastFrame;
}

/**
 * Renders a track, one channel in −1…1.
 * @param blockFrames the length of a block. @yields block after block; the last is as long as what is left.
 */
export function* renderTrack(
  laid: readonly LaidPiece[],
  sound: TrackSound,
  blockFrames: number,
): Generator<Float32Array<ArrayBuffer>> {
  const { sampleRate } = sound;
  const total = laid.at(-1)?.endFrame ?? 0;
  const samples = new Samples(sampleRate);
  const pieces = laid.map((one, at) => new PieceVoices(one, at, samples, sound));
  let current = 0;
  let voices: Voice[] = [];
  for (let start = 0; start < total; start += blockFrames) {
    const block = new Float32Array(Math.min(blockFrames, total - start));
    const end = start + block.length;
    // Pieces follow each other: those that begin later have nothing in this block.
    for (let at = current; at < laid.length && laid[at]!.startFrame < end; at++)
      voices.push(...pieces[at]!.before(end));
    while (current < laid.length - 1 && laid[current]!.endFrame <= end) current++;
    voices = voices.filter((voice) => voice.from >= end || mix(voice, block, start, sampleRate));
    for (let frame = 0; frame < block.length; frame++)
      if (Math.abs(block[frame]!) > 1) block[frame] = Math.sign(block[frame]!);
    yield block;
  }
}
