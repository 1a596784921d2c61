/** The one control of what is heard: playback is loaded when it is first asked for, and what was asked meanwhile is not forgotten. */
import type { Beat, PlayPlace, VoicedKind } from '@/core';
import type { Playback, PlaybackState, Score } from '@/audio';
import type { SoundSettings } from '@/storage';
import { ahead, attempt } from './perform';

/** Where the settings of sound are kept. */
export interface KeptSounds {
  readonly read: () => Promise<SoundSettings>;
  /** Keeps a choice beside what else is kept. */
  readonly keep: (change: Partial<SoundSettings>) => Promise<unknown>;
}

/** As much of the playback as is used here. */
export type PlaybackLike = Pick<
  Playback,
  | 'subscribe'
  | 'snapshot'
  | 'start'
  | 'stop'
  | 'stopAtClick'
  | 'setTempo'
  | 'setScore'
  | 'setSounds'
  | 'preview'
  | 'dismiss'
  | 'place'
  | 'beat'
  | 'startFrame'
>;

const SILENT: PlaybackState = { isPlaying: false, bpm: 0, problem: null, finished: 0 };

/** Before the playback is loaded there is silence. */
export const silence = (): PlaybackState => SILENT;

export class PlaybackControl {
  private loaded: PlaybackLike | null = null;
  private readonly waiting = new Set<() => void>();
  /** Counts what was asked, so that a start that was taken back while it loaded is none. */
  private asked = 0;
  /** Choices that are being kept, which what is shown may not hold yet; and how many. */
  private keeping: Partial<SoundSettings> = {};
  private open = 0;

  constructor(
    private readonly load: () => Promise<PlaybackLike>,
    private readonly sounds: KeptSounds,
  ) {}

  /** Listens to the playback, also before it is there. */
  readonly subscribe = (listener: () => void): (() => void) => {
    let end = this.loaded?.subscribe(listener);
    const onLoad = () => {
      end = this.loaded?.subscribe(listener);
      listener();
    };
    if (!this.loaded) this.waiting.add(onLoad);
    return () => {
      this.waiting.delete(onLoad);
      end?.();
    };
  };

  readonly getSnapshot = (): PlaybackState => this.loaded?.snapshot() ?? SILENT;

  private async ready(): Promise<PlaybackLike> {
    const playback = await this.load();
    if (!this.loaded) {
      this.loaded = playback;
      for (const listener of [...this.waiting]) listener();
      this.waiting.clear();
    }
    return this.loaded;
  }

  /** Loads it before it is asked for, so that the first run begins at once. */
  readonly prepare = (): void => ahead(() => this.ready());

  /** Begins with the count-in; what was playing stops. @param sounds null: as they are kept. */
  readonly start = (score: Score, bpm: number, sounds: SoundSettings | null): void => {
    const mine = ++this.asked;
    attempt('Playing', async () => {
      const [playback, wanted] = await Promise.all([this.ready(), sounds ?? this.sounds.read()]);
      if (mine === this.asked) await playback.start(score, bpm, wanted);
    });
  };

  /** Ends at once, and takes back a start that is still on its way. */
  readonly stop = (): void => {
    this.asked++;
    this.loaded?.stop();
  };

  /** Ends at the next click. */
  readonly stopAtClick = (): void => {
    this.loaded?.stopAtClick();
  };

  /** Stops what plays, or begins. */
  readonly toggle = (score: Score, bpm: number, sounds: SoundSettings | null): void => {
    if (this.getSnapshot().isPlaying) this.stop();
    else this.start(score, bpm, sounds);
  };

  /** Heard from the next click on. */
  readonly setTempo = (bpm: number): void => {
    this.loaded?.setTempo(bpm);
  };

  /** Another tempo, where it plays and is not heard at it already. */
  readonly followTempo = (bpm: number): void => {
    const { isPlaying, bpm: heard } = this.getSnapshot();
    if (isPlaying && heard !== bpm) this.setTempo(bpm);
  };

  /** Other notes: heard from the next click on. */
  readonly followScore = (score: Score): void => {
    this.loaded?.setScore(score);
  };

  /** A choice among the sounds: heard at once, then kept beside the others. @param shown what was read last. */
  readonly setSounds = (change: Partial<SoundSettings>, shown: SoundSettings): void => {
    this.keeping = { ...this.keeping, ...change };
    this.loaded?.setSounds({ ...shown, ...this.keeping });
    this.open++;
    const kept = () => {
      if (--this.open === 0) this.keeping = {};
    };
    attempt('Keeping the setting', () => this.sounds.keep(change).finally(kept));
  };

  /** Sounds the voice of a kind of change once. */
  readonly preview = (kind: VoicedKind, volume: number): void =>
    attempt('Playing', async () => (await this.ready()).preview(kind, volume));

  /** The frame of the audio clock at which the first pass begins; null when nothing plays. */
  readonly startFrame = (): number | null => this.loaded?.startFrame() ?? null;

  readonly dismiss = (): void => {
    this.loaded?.dismiss();
  };

  /** What is heard now; null in the count-in and in silence. */
  readonly place = (): PlayPlace | null => this.loaded?.place() ?? null;

  /** The beat that is heard now; null in silence. */
  readonly beat = (): Beat | null => this.loaded?.beat() ?? null;
}
