/** Plays a performance on the audio clock: events are placed ahead of time on whole frames, and can be taken back. */
import {
  changeTempo,
  frameAt,
  rampTempo,
  steadyTempo,
  ticksAtFrame,
  type Beat,
  type PerformedEvent,
  type Performance,
  type PlayPlace,
  type TempoMap,
  type VoicedKind,
} from '@/core';
import {
  dropOutput,
  latencySeconds,
  openOutput,
  releaseOutput,
  setOutputVolume,
  type Output,
} from './output';
import { placeNote, placeSound, SoundBank, type Placed } from './place';
import { AUDIBLE, performanceFor, type PlaybackState, type PlaySounds, type Score } from './score';
import { spokenStrokes, VOICE_LEVEL, voicesOf, type SpokenStrokes } from './voice';
import { WakeLock } from './wakeLock';

/** So far ahead sounds are placed: a page in the background is woken once a second. */
const AHEAD_SECONDS = 1.6;
const WAKE_MS = 60;
/** From pressing play to the first sound, and from a change to where it can still act. */
const LEAD_SECONDS = 0.08;
/** An audio clock that stands still for so long has lost its device. */
const STILL_MS = 1_500;
/** How fast what still sounds dies away when it is stopped. */
const FADE_SECONDS = 0.015;

interface Waiting extends Placed {
  readonly ticks: number;
}

interface Running {
  readonly output: Output;
  /** All sounds of this run; one fade ends them. */
  readonly bus: GainNode;
  readonly bank: SoundBank;
  performance: Performance;
  loop: boolean;
  /** The pass it ends with, once the loop was turned off on the way; else null. */
  lastPass: number | null;
  map: TempoMap;
  /** Where it ends; null: it goes on. */
  endTicks: number | null;
  /** Everything before this tick is placed. */
  placedTicks: number;
  waiting: Waiting[];
  /** When the audio clock was last seen to move: its time, and that of the page. */
  moved: { readonly audioSeconds: number; readonly pageMs: number };
  readonly timer: ReturnType<typeof setInterval>;
}

export class Playback {
  private state: PlaybackState = { isPlaying: false, bpm: 0, problem: null, finished: 0 };
  private readonly listeners = new Set<() => void>();
  private running: Running | null = null;
  private readonly banks = new Map<number, SoundBank>();
  private readonly wakeLock = new WakeLock();
  private sounds: PlaySounds = {
    volume: 0.7,
    click: true,
    notes: true,
    strokes: false,
    kinds: false,
    called: false,
  };
  private voice: SpokenStrokes | null = null;
  /** Counts starts, so that one that was overtaken does nothing. */
  private starts = 0;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): PlaybackState => this.state;

  private set(next: Partial<PlaybackState>): void {
    this.state = { ...this.state, ...next };
    for (const listener of this.listeners) listener();
  }

  /** Begins from the count-in; what was playing stops. Only ever called because the user asked. */
  async start(score: Score, bpm: number, sounds: PlaySounds): Promise<void> {
    this.stop();
    this.set({ problem: null });
    const mine = ++this.starts;
    this.sounds = sounds;
    let output: Output;
    try {
      output = await openOutput(sounds.volume);
    } catch {
      dropOutput();
      this.set({ problem: 'refused' });
      return;
    }
    const { context } = output;
    if (sounds.called) await this.readVoice(context);
    if (mine !== this.starts) return;
    const { sampleRate } = context;
    const performance = performanceFor(score);
    const bank = this.bankFor(sampleRate);
    // The strings are made before the clock is read, so that making them does not hold up the first of them.
    const firstTicks = performance.startTicks;
    for (const event of performance.eventsBetween(firstTicks, firstTicks + 64 * performance.meter.beatTicks))
      if (event.kind === 'note') bank.string(event.sounding.pitch, event.sounding.attack);
    const bus = new GainNode(context);
    bus.connect(output.master);
    const frame = Math.ceil((context.currentTime + LEAD_SECONDS) * sampleRate);
    this.running = {
      output,
      bus,
      bank,
      performance,
      loop: score.loop,
      lastPass: null,
      map: this.mapFor(score, performance, bpm, sampleRate, frame),
      endTicks: performance.endTicks,
      placedTicks: firstTicks,
      waiting: [],
      moved: { audioSeconds: context.currentTime, pageMs: globalThis.performance.now() },
      timer: setInterval(() => this.placeAhead(), WAKE_MS),
    };
    context.onstatechange = () => this.onContextState(context);
    this.wakeLock.hold();
    this.set({ isPlaying: true, bpm });
    this.placeAhead();
  }

  private mapFor(
    { toBpm }: Score,
    { startTicks, endTicks, meter }: Performance,
    bpm: number,
    sampleRate: number,
    frame: number,
  ): TempoMap {
    const steady = steadyTempo(sampleRate, meter.beatTicks, bpm, { ticks: startTicks, frame });
    return toBpm === undefined || endTicks === null ? steady : rampTempo(steady, 0, endTicks, toBpm);
  }

  /** Ends at the next click. */
  stopAtClick(): void {
    const { running } = this;
    if (!running) return;
    const ticks = this.nextBeatTicks(running);
    this.takeBackAfter(running, ticks - 1);
    running.endTicks = running.endTicks === null ? ticks : Math.min(running.endTicks, ticks);
    this.placeAhead();
  }

  stop(): void {
    this.starts++;
    const { running } = this;
    if (!running) return;
    this.running = null;
    clearInterval(running.timer);
    running.output.context.onstatechange = null;
    for (const one of running.waiting) one.cancel();
    const { bus, output } = running;
    bus.gain.setTargetAtTime(0, output.context.currentTime, FADE_SECONDS);
    setTimeout(() => bus.disconnect(), FADE_SECONDS * 10_000);
    releaseOutput();
    this.wakeLock.release();
    this.set({ isPlaying: false });
  }

  /** Another tempo, heard from the next click on. */
  setTempo(bpm: number): void {
    const { running } = this;
    if (running) {
      const ticks = this.nextBeatTicks(running);
      running.map = changeTempo(running.map, ticks, bpm);
      this.takeBackAfter(running, ticks);
    }
    this.set({ bpm });
    this.placeAhead();
  }

  /**
   * Other notes (the exercise was edited while it goes round), heard from the next click on, at the same place of the
   * same pass. Where the loop was turned off, the pass is played to its end.
   */
  setScore(score: Score): void {
    const { running } = this;
    if (!running) return;
    const ticks = this.nextBeatTicks(running);
    const place = running.performance.placeAt(ticks);
    if (score.loop) running.lastPass = null;
    else if (running.loop) running.lastPass = place?.pass ?? 0;
    running.loop = score.loop;
    const { lastPass } = running;
    const performance = performanceFor(score, lastPass === null ? {} : { loop: true, passes: lastPass + 1 });
    if (performance.meter.beatTicks !== running.map.beatTicks) return this.stop();
    this.takeBackAfter(running, ticks - 1);
    const from = place ? performance.ticksAt(place) : ticks;
    const { sampleRate, beatTicks } = running.map;
    const frame = frameAt(running.map, ticks);
    running.map = steadyTempo(sampleRate, beatTicks, this.state.bpm, { ticks: from, frame });
    // What is left waiting sounds before the change, whatever its tick is called now.
    running.waiting = running.waiting.map((one) => ({ ...one, ticks: -Infinity }));
    running.placedTicks = from;
    running.performance = performance;
    running.endTicks = performance.endTicks;
    this.placeAhead();
  }

  setSounds(sounds: PlaySounds): void {
    const isOther = AUDIBLE.some((which) => sounds[which] !== this.sounds[which]);
    this.sounds = sounds;
    setOutputVolume(sounds.volume);
    const { running } = this;
    if (!running || !isOther) return;
    if (sounds.called && !this.voice) {
      void this.readVoice(running.output.context).then(() => this.placeAnew());
      return;
    }
    this.placeAnew();
  }

  /** What is still to come is placed again, as the sounds are set now. */
  private placeAnew(): void {
    const { running } = this;
    if (!running) return;
    this.takeBackAfter(running, Math.floor(this.nowTicks(running, LEAD_SECONDS)));
    this.placeAhead();
  }

  /** Sounds the voice of a kind of change once, to get to know it. */
  async preview(kind: VoicedKind, volume: number): Promise<void> {
    try {
      const { context, master } = await openOutput(volume);
      const bank = this.bankFor(context.sampleRate);
      const frame = Math.ceil((context.currentTime + LEAD_SECONDS) * context.sampleRate);
      placeSound(context, bank.kind(kind), frame, master, VOICE_LEVEL);
      if (!this.running) releaseOutput();
    } catch {
      dropOutput();
      this.set({ problem: 'refused' });
    }
  }

  private bankFor(sampleRate: number): SoundBank {
    const bank = this.banks.get(sampleRate) ?? new SoundBank(sampleRate);
    this.banks.set(sampleRate, bank);
    return bank;
  }

  private async readVoice(context: AudioContext): Promise<void> {
    try {
      this.voice ??= await spokenStrokes(context);
    } catch {
      this.set({ problem: 'no voice' });
    }
  }

  dismiss(): void {
    this.set({ problem: null });
  }

  /** What is heard just now, the way to the ear taken off; null in the count-in and when nothing plays. */
  place(): PlayPlace | null {
    const { running } = this;
    if (!running) return null;
    return running.performance.placeAt(this.nowTicks(running, -latencySeconds(running.output.context)));
  }

  /** The beat that is heard just now. */
  beat(): Beat | null {
    const { running } = this;
    if (!running) return null;
    return running.performance.beatAt(this.nowTicks(running, -latencySeconds(running.output.context)));
  }

  private nowTicks({ output, map }: Running, aheadSeconds: number): number {
    const { currentTime, sampleRate } = output.context;
    return ticksAtFrame(map, (currentTime + aheadSeconds) * sampleRate);
  }

  /** The first beat that is far enough ahead to be changed. */
  private nextBeatTicks(running: Running): number {
    const { performance } = running;
    const from = Math.max(performance.startTicks, Math.ceil(this.nowTicks(running, LEAD_SECONDS)));
    const click = performance
      .eventsBetween(from, from + 2 * performance.meter.beatTicks)
      .find((event) => event.kind === 'click' && event.accent !== 'slot');
    return click?.ticks ?? from;
  }

  /** Takes back what was placed after a tick, to be placed again. */
  private takeBackAfter(running: Running, ticks: number): void {
    running.waiting = running.waiting.filter((one) => {
      if (one.ticks <= ticks) return true;
      one.cancel();
      return false;
    });
    running.placedTicks = Math.min(running.placedTicks, ticks + 1);
  }

  private placeAhead(): void {
    const { running } = this;
    if (!running) return;
    const { output, map, performance } = running;
    const { currentTime, sampleRate } = output.context;
    const nowFrame = currentTime * sampleRate;
    const pageMs = globalThis.performance.now();
    if (currentTime > running.moved.audioSeconds) running.moved = { audioSeconds: currentTime, pageMs };
    else if (pageMs - running.moved.pageMs > STILL_MS) return this.interrupt();
    running.waiting = running.waiting.filter((one) => one.frame > nowFrame);
    const { endTicks } = running;
    const ahead = Math.ceil(ticksAtFrame(map, nowFrame + AHEAD_SECONDS * sampleRate));
    const until = endTicks === null ? ahead : Math.min(ahead, endTicks);
    if (until > running.placedTicks) {
      for (const event of performance.eventsBetween(running.placedTicks, until))
        this.placeEvent(running, event, nowFrame);
      running.placedTicks = until;
    }
    if (endTicks === null || nowFrame <= frameAt(map, endTicks) + LEAD_SECONDS * sampleRate) return;
    const isWhole = endTicks === performance.endTicks;
    this.stop();
    if (isWhole) this.set({ finished: this.state.finished + 1 });
  }

  private placeEvent(running: Running, event: PerformedEvent, nowFrame: number): void {
    const { output, bank, bus, map } = running;
    const voices = voicesOf(event, this.sounds, bank, this.voice, this.state.bpm, map.beatTicks);
    if (event.kind === 'note' ? !this.sounds.notes : voices.length === 0) return;
    const from = frameAt(map, event.ticks);
    if (from <= nowFrame) {
      // A sound out of its place is worse than none.
      if (this.state.problem !== 'held up') this.set({ problem: 'held up' });
      return;
    }
    const { ticks } = event;
    for (const { buffer, level } of voices)
      running.waiting.push({ ...placeSound(output.context, buffer, from, bus, level), ticks });
    if (event.kind !== 'note') return;
    const to = frameAt(map, ticks + event.sounding.durationTicks);
    running.waiting.push({ ...placeNote(output.context, bank, event, { from, to }, bus), ticks });
  }

  private onContextState(context: AudioContext): void {
    if (!this.running || context.state === 'running') return;
    this.interrupt();
  }

  /** The clock stands still or is gone: what was placed no longer fits, so it ends here, says so, and begins anew. */
  private interrupt(): void {
    this.stop();
    dropOutput();
    this.set({ problem: 'interrupted' });
  }
}

let playback: Playback | null = null;

/** The one playback of the page. */
export function thePlayback(): Playback {
  playback ??= new Playback();
  return playback;
}
