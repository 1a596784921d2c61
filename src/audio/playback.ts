/** The playback of the page: starts and ends runs, and says what became of them. */
import { LEVELS, type Beat, type PlayPlace, type VoicedKind } from '@/core';
import { dropOutput, openOutput, releaseOutput, setOutputVolume, type Output } from './output';
import { placeSound, SoundBank } from './place';
import { LEAD_SECONDS, Run } from './run';
import { AUDIBLE, type PlaybackState, type PlaySounds, type Score } from './score';
import { spokenStrokes, type SpokenStrokes } from './voice';
import { WakeLock } from './wakeLock';

const WAKE_MS = 60;

export class Playback {
  private state: PlaybackState = { isPlaying: false, bpm: 0, problem: null, finished: 0 };
  private readonly listeners = new Set<() => void>();
  private run: Run | null = null;
  private timer: ReturnType<typeof setInterval> | undefined;
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
    this.run = new Run(output, this.bankFor(context.sampleRate), score, bpm);
    this.timer = setInterval(() => this.placeAhead(), WAKE_MS);
    context.onstatechange = () => {
      if (this.run && context.state !== 'running') this.interrupt();
    };
    this.wakeLock.hold();
    this.set({ isPlaying: true, bpm });
    this.placeAhead();
  }

  /** Ends at the next click. */
  stopAtClick(): void {
    this.run?.stopAtClick();
    this.placeAhead();
  }

  stop(): void {
    this.starts++;
    const { run } = this;
    if (!run) return;
    this.run = null;
    clearInterval(this.timer);
    run.output.context.onstatechange = null;
    run.end();
    releaseOutput();
    this.wakeLock.release();
    this.set({ isPlaying: false });
  }

  /** Another tempo, heard from the next click on. */
  setTempo(bpm: number): void {
    this.run?.setTempo(bpm);
    this.set({ bpm });
    this.placeAhead();
  }

  /**
   * Other notes (the exercise was edited while it goes round), heard from the next click on, at the same place of the
   * same pass. Where the loop was turned off, the pass is played to its end.
   */
  setScore(score: Score): void {
    if (this.run && !this.run.setScore(score, this.state.bpm)) return this.stop();
    this.placeAhead();
  }

  setSounds(sounds: PlaySounds): void {
    const isOther = AUDIBLE.some((which) => sounds[which] !== this.sounds[which]);
    this.sounds = sounds;
    setOutputVolume(sounds.volume);
    const { run } = this;
    if (!run || !isOther) return;
    if (sounds.called && !this.voice) {
      void this.readVoice(run.output.context).then(() => this.placeAnew());
      return;
    }
    this.placeAnew();
  }

  /** What is still to come is placed again, as the sounds are set now. */
  private placeAnew(): void {
    this.run?.placeAnew();
    this.placeAhead();
  }

  /** Sounds the voice of a kind of change once, to get to know it. */
  async preview(kind: VoicedKind, volume: number): Promise<void> {
    try {
      const { context, master } = await openOutput(volume);
      const bank = this.bankFor(context.sampleRate);
      const frame = Math.ceil((context.currentTime + LEAD_SECONDS) * context.sampleRate);
      placeSound(context, bank.kind(kind), frame, master, LEVELS.voice);
      if (!this.run) releaseOutput();
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
    return this.run?.place() ?? null;
  }

  /** The frame of the audio clock at which the first pass begins; null when nothing plays. */
  startFrame(): number | null {
    return this.run?.startFrame() ?? null;
  }

  /** The beat that is heard just now. */
  beat(): Beat | null {
    return this.run?.beat() ?? null;
  }

  private placeAhead(): void {
    const { run, sounds, voice } = this;
    if (!run) return;
    const { now, isLate } = run.placeAhead({ sounds, voice, bpm: this.state.bpm });
    if (isLate && this.state.problem !== 'held up') this.set({ problem: 'held up' });
    if (now === 'still') this.interrupt();
    if (now !== 'whole' && now !== 'cut') return;
    this.stop();
    if (now === 'whole') this.set({ finished: this.state.finished + 1 });
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
