/** Measuring the click: minutes of it rendered as the loudspeaker would get them, and where each click really begins. */
import {
  changeTempo,
  emptyPassage,
  frameAt,
  PLAIN_CLICK,
  performanceOf,
  rampTempo,
  steadyTempo,
  type ClickPattern,
  type PerformedEvent,
} from '@/core';
import { placeSound, SoundBank } from './place';

/** A tempo from a beat on. */
export interface TempoAtBeat {
  readonly beat: number;
  readonly bpm: number;
  /** Rises or falls evenly to the next one, instead of changing there. */
  readonly ramps?: boolean;
}

export interface ClickMeasure {
  readonly sampleRate: number;
  /** Frames where clicks were to begin, and where they do. */
  readonly planned: readonly number[];
  readonly found: readonly number[];
}

/** Sounds are placed so many seconds at a time: a graph of thousands of sources would stop the page. */
const SLICE_SECONDS = 10;

/** Frames of silence before a sample counts as the beginning of a click. */
const SILENT_FRAMES = 512;

function beginnings(samples: Float32Array): number[] {
  const found: number[] = [];
  let silent = SILENT_FRAMES;
  for (let frame = 0; frame < samples.length; frame++) {
    if (samples[frame] === 0) {
      silent++;
      continue;
    }
    if (silent >= SILENT_FRAMES) found.push(frame);
    silent = 0;
  }
  return found;
}

/**
 * Renders clicks with tempo changes and finds them again.
 * @param tempos the first at beat 0; beats in order.
 */
export async function measureClicks(
  seconds: number,
  sampleRate: number,
  tempos: readonly TempoAtBeat[],
  clicks: ClickPattern = PLAIN_CLICK,
): Promise<ClickMeasure> {
  const passage = emptyPassage();
  const { beatTicks } = passage.meter;
  const performance = performanceOf(passage, { loop: true, passes: null, countInBeats: 0, clicks });
  let map = steadyTempo(sampleRate, beatTicks, tempos[0]?.bpm ?? 60, { ticks: 0, frame: 0 });
  tempos.forEach(({ beat, bpm, ramps }, at) => {
    const next = tempos[at + 1];
    if (at > 0 && !tempos[at - 1]!.ramps) map = changeTempo(map, beat * beatTicks, bpm);
    if (ramps && next) map = rampTempo(map, beat * beatTicks, next.beat * beatTicks, next.bpm);
  });
  const length = Math.round(seconds * sampleRate);
  const context = new OfflineAudioContext(1, length, sampleRate);
  const bank = new SoundBank(sampleRate);
  const planned: number[] = [];
  let placedTicks = 0;
  const placeUntil = (frame: number) => {
    for (;;) {
      const next: PerformedEvent[] = performance
        .eventsBetween(placedTicks, placedTicks + beatTicks)
        .filter((event) => event.kind === 'click');
      const [event] = next;
      if (event?.kind !== 'click') return;
      const at = frameAt(map, event.ticks);
      if (at >= frame) return;
      placedTicks = event.ticks + 1;
      if (event.accent === 'silent') continue;
      planned.push(at);
      placeSound(context, bank.click(event.accent), at, context.destination);
    }
  };
  for (let slice = SLICE_SECONDS; slice < seconds; slice += SLICE_SECONDS)
    void context.suspend(slice).then(() => {
      placeUntil(Math.min(length, (slice + SLICE_SECONDS + 1) * sampleRate));
      return context.resume();
    });
  placeUntil(Math.min(length, (SLICE_SECONDS + 1) * sampleRate));
  const rendered = await context.startRendering();
  return { sampleRate, planned, found: beginnings(rendered.getChannelData(0)) };
}
