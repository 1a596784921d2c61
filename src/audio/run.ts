/** One run of a performance on the audio clock: events are placed ahead of time on whole frames, and can be taken back. */
import {
  changeTempo,
  courseMap,
  frameAt,
  loopSpan,
  steadyTempo,
  ticksAtFrame,
  type Beat,
  type PerformedEvent,
  type Performance,
  type PlayPlace,
  type TempoMap,
} from '@/core';
import { latencySeconds, type Output } from './output';
import { placeNote, placeSound, type Placed, type SoundBank } from './place';
import { performanceFor, type PlaySounds, type Score } from './score';
import { voicesOf, type SpokenStrokes } from './voice';

/** So far ahead sounds are placed: a page in the background is woken once a second. */
const AHEAD_SECONDS = 1.6;
/** From pressing play to the first sound, and from a change to where it can still act. */
export const LEAD_SECONDS = 0.08;
/** An audio clock that stands still for so long has lost its device. */
const STILL_MS = 1_500;
/** How fast what still sounds dies away when it is stopped. */
const FADE_SECONDS = 0.015;
/** The strings of so many beats are made before the first sounds. */
const MADE_BEATS = 64;

interface Waiting extends Placed {
  readonly ticks: number;
}

/** How an event is to be heard. */
export interface Hearing {
  readonly sounds: PlaySounds;
  readonly voice: SpokenStrokes | null;
  readonly bpm: number;
}

/** `still`: the clock lost its device. `whole`: played to its end; `cut`: ended before it. */
export interface RunState {
  readonly now: 'goes on' | 'still' | 'whole' | 'cut';
  /** A sound could not be placed in time any more. */
  readonly isLate: boolean;
}

/** The tempo of a run on its course. */
function mapOf(
  { course, plan, passes }: Score,
  { endTicks, ticksAt }: Performance,
  steady: TempoMap,
  bpm: number,
) {
  if (!course || passes === null || endTicks === null) return steady;
  const { startTicks } = loopSpan(plan.passage);
  const later = Array.from({ length: passes - 1 }, (_, at) => ticksAt({ pass: at + 1, ticks: startTicks }));
  return courseMap(steady, { ...course, bpm, passTicks: [0, ...later, endTicks] });
}

export class Run {
  private performance: Performance;
  private map: TempoMap;
  private loop: boolean;
  /** The pass it ends with, once the loop was turned off on the way; else null. */
  private lastPass: number | null = null;
  /** Where it ends; null: it goes on. */
  private endTicks: number | null;
  /** Everything before this tick is placed. */
  private placedTicks: number;
  private waiting: Waiting[] = [];
  /** All sounds of this run; one fade ends them. */
  private readonly bus: GainNode;
  /** When the audio clock was last seen to move: its time, and that of the page. */
  private moved: { readonly audioSeconds: number; readonly pageMs: number };

  /** Begins from the count-in of the score, shortly after now. */
  constructor(
    readonly output: Output,
    private readonly bank: SoundBank,
    score: Score,
    bpm: number,
  ) {
    const { context } = output;
    const performance = performanceFor(score);
    const { startTicks, endTicks, meter } = performance;
    // The strings are made before the clock is read, so that making them does not hold up the first of them.
    for (const event of performance.eventsBetween(startTicks, startTicks + MADE_BEATS * meter.beatTicks))
      if (event.kind === 'note') bank.string(event.sounding.pitch, event.sounding.attack);
    this.bus = new GainNode(context);
    this.bus.connect(output.master);
    const frame = Math.ceil((context.currentTime + LEAD_SECONDS) * context.sampleRate);
    const steady = steadyTempo(context.sampleRate, meter.beatTicks, bpm, { ticks: startTicks, frame });
    this.map = mapOf(score, performance, steady, bpm);
    this.performance = performance;
    this.loop = score.loop;
    this.endTicks = endTicks;
    this.placedTicks = startTicks;
    this.moved = { audioSeconds: context.currentTime, pageMs: globalThis.performance.now() };
  }

  /** Ends at the next click. */
  stopAtClick(): void {
    const ticks = this.nextBeatTicks();
    this.takeBackAfter(ticks - 1);
    this.endTicks = this.endTicks === null ? ticks : Math.min(this.endTicks, ticks);
  }

  /** Ends at once. */
  end(): void {
    for (const one of this.waiting) one.cancel();
    this.bus.gain.setTargetAtTime(0, this.output.context.currentTime, FADE_SECONDS);
    setTimeout(() => this.bus.disconnect(), FADE_SECONDS * 10_000);
  }

  /** Another tempo, heard from the next click on. */
  setTempo(bpm: number): void {
    const ticks = this.nextBeatTicks();
    this.map = changeTempo(this.map, ticks, bpm);
    this.takeBackAfter(ticks);
  }

  /**
   * Other notes, heard from the next click on, at the same place of the same pass. Where the loop was turned off, the pass is played to
   * its end. @returns false where the beats are others, so that it cannot go on.
   */
  setScore(score: Score, bpm: number): boolean {
    const ticks = this.nextBeatTicks();
    const place = this.performance.placeAt(ticks);
    if (score.loop) this.lastPass = null;
    else if (this.loop) this.lastPass = place?.pass ?? 0;
    this.loop = score.loop;
    const passes = this.lastPass === null ? {} : { loop: true, passes: this.lastPass + 1 };
    const performance = performanceFor(score, passes);
    const { sampleRate, beatTicks } = this.map;
    if (performance.meter.beatTicks !== beatTicks) return false;
    this.takeBackAfter(ticks - 1);
    const from = place ? performance.ticksAt(place) : ticks;
    this.map = steadyTempo(sampleRate, beatTicks, bpm, { ticks: from, frame: frameAt(this.map, ticks) });
    // What is left waiting sounds before the change, whatever its tick is called now.
    this.waiting = this.waiting.map((one) => ({ ...one, ticks: -Infinity }));
    this.placedTicks = from;
    this.performance = performance;
    this.endTicks = performance.endTicks;
    return true;
  }

  /** What is still to come is to be placed again. */
  placeAnew(): void {
    this.takeBackAfter(Math.floor(this.nowTicks(LEAD_SECONDS)));
  }

  /** What is heard just now, the way to the ear taken off; null in the count-in. */
  place(): PlayPlace | null {
    return this.performance.placeAt(this.nowTicks(-latencySeconds(this.output.context)));
  }

  /** The frame of the audio clock at which the first pass begins. */
  startFrame(): number {
    return frameAt(this.map, 0);
  }

  /** The beat that is heard just now. */
  beat(): Beat | null {
    return this.performance.beatAt(this.nowTicks(-latencySeconds(this.output.context)));
  }

  /** Places what comes in the next moment. */
  placeAhead(hearing: Hearing): RunState {
    const { currentTime, sampleRate } = this.output.context;
    const nowFrame = currentTime * sampleRate;
    const pageMs = globalThis.performance.now();
    if (currentTime > this.moved.audioSeconds) this.moved = { audioSeconds: currentTime, pageMs };
    else if (pageMs - this.moved.pageMs > STILL_MS) return { now: 'still', isLate: false };
    this.waiting = this.waiting.filter((one) => one.frame > nowFrame);
    const { endTicks } = this;
    const ahead = Math.ceil(ticksAtFrame(this.map, nowFrame + AHEAD_SECONDS * sampleRate));
    const until = endTicks === null ? ahead : Math.min(ahead, endTicks);
    let isLate = false;
    if (until > this.placedTicks) {
      for (const event of this.performance.eventsBetween(this.placedTicks, until))
        if (!this.placeEvent(event, nowFrame, hearing)) isLate = true;
      this.placedTicks = until;
    }
    if (endTicks === null || nowFrame <= frameAt(this.map, endTicks) + LEAD_SECONDS * sampleRate)
      return { now: 'goes on', isLate };
    return { now: endTicks === this.performance.endTicks ? 'whole' : 'cut', isLate };
  }

  /** @returns false where it is too late for it: a sound out of its place is worse than none. */
  private placeEvent(event: PerformedEvent, nowFrame: number, { sounds, voice, bpm }: Hearing): boolean {
    const { output, bank, bus, map } = this;
    const voices = voicesOf(event, sounds, bank, voice, bpm, map.beatTicks);
    if (event.kind === 'note' ? !sounds.notes : voices.length === 0) return true;
    const from = frameAt(map, event.ticks);
    if (from <= nowFrame) return false;
    const { ticks } = event;
    for (const { buffer, level } of voices)
      this.waiting.push({ ...placeSound(output.context, buffer, from, bus, level), ticks });
    if (event.kind !== 'note') return true;
    const to = frameAt(map, ticks + event.sounding.durationTicks);
    this.waiting.push({ ...placeNote(output.context, bank, event, { from, to }, bus), ticks });
    return true;
  }

  private nowTicks(aheadSeconds: number): number {
    const { currentTime, sampleRate } = this.output.context;
    return ticksAtFrame(this.map, (currentTime + aheadSeconds) * sampleRate);
  }

  /** The first beat that is far enough ahead to be changed. */
  private nextBeatTicks(): number {
    const { performance } = this;
    const from = Math.max(performance.startTicks, Math.ceil(this.nowTicks(LEAD_SECONDS)));
    return performance.nextBeat(from) ?? from;
  }

  /** Takes back what was placed after a tick, to be placed again. */
  private takeBackAfter(ticks: number): void {
    this.waiting = this.waiting.filter((one) => {
      if (one.ticks <= ticks) return true;
      one.cancel();
      return false;
    });
    this.placedTicks = Math.min(this.placedTicks, ticks + 1);
  }
}
