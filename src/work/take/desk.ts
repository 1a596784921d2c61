/** A take from the press that begins it to its report: recorded, opened from a file, or played by the simulated player. */
import type { Capture } from '@/audio';
import {
  MAX_TAKE_NOTES,
  type ClickPattern,
  type Exercise,
  type Plan,
  type TakeOptions,
  type TakeSource,
} from '@/core';
import { takePlanOf, type PlayerErrors, type PlayerSound, type TakePlan, type TakeReport } from '@/core/take';
import type { startCheck, startSimulation, Running } from '@/workers';
import { inWords } from '../perform';
import { Store } from '../store';
import { LevelStore, microphoneText, startOf, warningsOf, type MicrophoneTools } from './microphone';

/** What is to be played. */
export interface TakeAsk {
  readonly exerciseId: string;
  readonly exercise: Exercise;
  readonly plan: Plan;
  readonly playerId: string;
  /** The sitting that it is a part of; absent: none. */
  readonly sessionId?: string;
  readonly bpm: number;
  readonly passes: number;
  readonly countInBeats: number;
  readonly clicks: ClickPattern;
}

/** A recording that was held against its plan. */
export interface CheckedTake {
  readonly ask: TakeAsk;
  readonly plan: TakePlan;
  readonly source: TakeSource;
  /** Which file, or who the simulated player was. */
  readonly name: string;
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  readonly report: TakeReport;
  /** What is to be known of the recording: gaps, clipping, processing. */
  readonly warnings: readonly string[];
}

export type TakePhase = 'idle' | 'opening' | 'recording' | 'reading' | 'checking';

export interface TakeState {
  readonly phase: TakePhase;
  /** How much of the checking is done, 0–1. */
  readonly done: number;
  readonly checked: CheckedTake | null;
  /** The report that is kept of it; null: none yet. */
  readonly keptId: string | null;
  /** Why nothing came of the last one; null: something did. */
  readonly fault: string | null;
}

/** What is played while a take is recorded: its click. */
export interface TakeClick {
  /** Starts the count-in. @returns the frame of the audio clock at which the plan starts; null: there is no sound. */
  readonly start: (ask: TakeAsk) => Promise<number | null>;
  /** Calls back when the plan is played to its end, or the click was stopped. */
  readonly onEnd: (tell: (isWhole: boolean) => void) => () => void;
  readonly stop: () => void;
}

/** What a take needs of the world. */
export interface TakeTools extends MicrophoneTools {
  readonly click: TakeClick;
  readonly decode: (
    bytes: ArrayBuffer,
  ) => Promise<{ samples: Float32Array<ArrayBuffer>; sampleRate: number }>;
  readonly check: typeof startCheck;
  readonly simulate: typeof startSimulation;
  /** Keeps its report. @returns under which id. */
  readonly keep: (take: CheckedTake) => Promise<string>;
}

const IDLE: TakeState = { phase: 'idle', done: 0, checked: null, keptId: null, fault: null };

/** What rings after the last note. */
const TAIL_SECONDS = 0.7;
/** Longer recordings are not read. */
export const LONGEST_SECONDS = 600;
export class TakeDesk extends Store<TakeState> {
  /** Counts what was begun: what comes of something that was ended or overtaken is not shown. */
  private turn = 0;
  private capture: Capture | null = null;
  private running: Running<unknown> | null = null;
  /** What is being kept: the buttons for the report and for its recording may be pressed one right after the other. */
  private keeping: { readonly of: CheckedTake; readonly done: Promise<string | null> } | null = null;
  private endClick: () => void = () => undefined;
  private clipped = 0;
  /** Of the microphone while it is open. */
  readonly level = new LevelStore();

  constructor(private readonly tools: TakeTools) {
    super(IDLE);
  }

  private begin(phase: TakePhase): number {
    this.end();
    this.put({ ...this.state, phase, done: 0, fault: null });
    return this.turn;
  }

  /** Ends whatever is under way: microphone closed, click silent, nothing comes of it. */
  private end(): void {
    this.turn += 1;
    this.endClick();
    this.endClick = () => undefined;
    this.tools.click.stop();
    this.capture?.drop();
    this.capture = null;
    this.level.show(null);
    this.running?.stop();
    this.running = null;
  }

  private fail(turn: number, fault: string): void {
    if (turn !== this.turn) return;
    this.end();
    this.put({ ...this.state, phase: 'idle', done: 0, fault });
  }

  /** Ends what is under way; what was recorded so far is forgotten. What was checked before stays. */
  cancel(): void {
    this.end();
    this.put({ ...this.state, phase: 'idle', done: 0 });
  }

  /** Opens the microphone, counts in, and records until the plan is over. */
  async record(ask: TakeAsk): Promise<void> {
    const turn = this.begin('opening');
    this.clipped = 0;
    let capture: Capture;
    try {
      capture = await this.tools.openMicrophone((level) => {
        if (turn !== this.turn) return;
        this.clipped = level.clipped;
        this.level.show(level);
      });
    } catch (error) {
      return this.fail(turn, microphoneText(error));
    }
    if (turn !== this.turn) return capture.drop();
    this.capture = capture;
    capture.onLost(() => this.fail(turn, 'The microphone went away. Nothing of this take is kept.'));
    let startFrame: number | null;
    try {
      startFrame = await this.tools.click.start(ask);
    } catch (error) {
      return this.fail(turn, `The click does not start: ${inWords(error)}`);
    }
    if (turn !== this.turn) return;
    if (startFrame === null) return this.fail(turn, 'The browser does not let the click sound.');
    this.put({ ...this.state, phase: 'recording' });
    this.endClick = this.tools.click.onEnd((isWhole) => {
      if (turn === this.turn)
        this.recorded(ask, turn, startFrame, isWhole).catch((error: unknown) =>
          this.fail(turn, inWords(error)),
        );
    });
  }

  /** Ends the recording before the plan is over; what was played is checked. */
  stop(): void {
    if (this.state.phase === 'recording') this.tools.click.stop();
  }

  private async recorded(ask: TakeAsk, turn: number, startFrame: number, isWhole: boolean): Promise<void> {
    this.endClick();
    if (isWhole) await this.tools.wait(TAIL_SECONDS);
    const { capture } = this;
    if (turn !== this.turn || !capture) return;
    this.capture = null;
    const [recorded, delay] = await Promise.all([capture.stop(), this.tools.delay(capture)]);
    if (turn !== this.turn) return;
    this.level.show(null);
    const { samples, sampleRate } = recorded;
    const warnings = warningsOf(recorded, this.clipped, capture.processed);
    await this.check(
      { ask, source: 'microphone', name: 'microphone', samples, sampleRate, warnings },
      turn,
      startOf(startFrame, recorded, delay),
    );
  }

  /** Reads a sound file that the browser can decode. @param startSeconds where in it the exercise starts; null: it is sought. */
  async open(ask: TakeAsk, file: File, startSeconds: number | null): Promise<void> {
    const turn = this.begin('reading');
    let sound: { samples: Float32Array<ArrayBuffer>; sampleRate: number };
    try {
      sound = await this.tools.decode(await file.arrayBuffer());
    } catch {
      return this.fail(
        turn,
        `“${file.name}” is no sound file that this browser can read. Nothing was changed.`,
      );
    }
    if (turn !== this.turn) return;
    if (sound.samples.length > LONGEST_SECONDS * sound.sampleRate)
      return this.fail(
        turn,
        `“${file.name}” is longer than ten minutes. Cut out the part that is to be checked.`,
      );
    await this.check(
      { ask, source: 'file', name: file.name, ...sound, warnings: [] },
      turn,
      startSeconds === null ? {} : { startSeconds },
    );
  }

  /** Shows a recording that is kept with its report again; nothing is kept anew. */
  async reopen(
    ask: TakeAsk,
    recording: Blob,
    of: { readonly takeId: string; readonly source: TakeSource; readonly name: string },
  ): Promise<void> {
    const turn = this.begin('reading');
    try {
      const sound = await this.tools.decode(await recording.arrayBuffer());
      if (turn !== this.turn) return;
      await this.check(
        { ask, source: of.source, name: of.name, ...sound, warnings: [] },
        turn,
        {},
        of.takeId,
      );
    } catch (error) {
      this.fail(turn, `The recording cannot be read: ${inWords(error)}`);
    }
  }

  /** Lets the simulated player play it. */
  async simulate(
    ask: TakeAsk,
    name: string,
    how: { readonly errors: PlayerErrors; readonly sound: PlayerSound; readonly seed: number },
  ): Promise<void> {
    const turn = this.begin('reading');
    try {
      const running = this.tools.simulate(planFor(ask), { ...how, sampleRate: 48_000 });
      this.running = running;
      const { samples } = await running.result;
      if (turn !== this.turn) return;
      const take = {
        ask,
        source: 'simulated player' as const,
        name,
        samples,
        sampleRate: 48_000,
        warnings: [],
      };
      await this.check(take, turn, {});
    } catch (error) {
      this.fail(turn, `The simulated player broke off: ${inWords(error)}`);
    }
  }

  private async check(
    take: Omit<CheckedTake, 'plan' | 'report'>,
    turn: number,
    start: Omit<TakeOptions, 'report'>,
    keptId: string | null = null,
  ): Promise<void> {
    this.put({ ...this.state, phase: 'checking', done: 0 });
    const plan = planFor(take.ask);
    if (plan.notes.length > MAX_TAKE_NOTES)
      return this.fail(turn, 'These are too many notes for one take: choose fewer passes.');
    try {
      const running = this.tools.check(take.samples, take.sampleRate, plan, start, (done) =>
        this.put({ ...this.state, done }),
      );
      this.running = running;
      const report = await running.result;
      if (turn !== this.turn) return;
      this.running = null;
      this.put({ ...IDLE, checked: { ...take, plan, report }, keptId });
    } catch (error) {
      return this.fail(turn, `The check broke off: ${inWords(error)}`);
    }
    // What somebody played is kept at once; what the simulated player did, when it is asked for.
    if (take.source !== 'simulated player' && keptId === null) await this.keep();
  }

  /**
   * Keeps the report that is shown, once however often it is asked for; where that fails it says so, and the report stays.
   * @returns its id; null: it is not kept.
   */
  keep(): Promise<string | null> {
    const { checked, keptId: known } = this.state;
    if (!checked || known !== null) return Promise.resolve(known);
    if (this.keeping?.of !== checked) this.keeping = { of: checked, done: this.kept(checked) };
    return this.keeping.done;
  }

  private async kept(checked: CheckedTake): Promise<string | null> {
    try {
      const keptId = await this.tools.keep(checked);
      if (this.state.checked === checked) this.put({ ...this.state, keptId, fault: null });
      return keptId;
    } catch (error) {
      this.put({
        ...this.state,
        fault: `The report was not kept, but it is still here; press Keep to try again. (${inWords(error)})`,
      });
      this.keeping = null;
      return null;
    }
  }
}

/** Notes of a kind that make its interval narrow, and no take longer than a minute and a quarter for them. */
const NOTES_OF_A_KIND = 12;
const USUAL_SECONDS = 75;
const MOST_PASSES = 24;

/** So often round that the rarest kind of change comes often enough to be told, where that does not take long. */
export function usualPasses(ask: Omit<TakeAsk, 'passes'>): number {
  const { notes } = planFor({ ...ask, passes: 1 });
  const counts = new Map<string, number>();
  for (const { change } of notes)
    if (change !== null && change !== 'alternate') counts.set(change, (counts.get(change) ?? 0) + 1);
  const rarest = counts.size === 0 ? notes.length : Math.min(...counts.values());
  const { passage } = ask.exercise;
  const seconds = (passage.lengthTicks + passage.pickupTicks) * (60 / ask.bpm / passage.meter.beatTicks);
  const wanted = Math.ceil(NOTES_OF_A_KIND / Math.max(1, rarest));
  return Math.max(1, Math.min(MOST_PASSES, wanted, Math.floor(USUAL_SECONDS / Math.max(0.1, seconds))));
}

/** The plan of what was asked. */
export const planFor = ({ plan, bpm, passes, countInBeats, clicks, exercise }: TakeAsk): TakePlan =>
  takePlanOf(plan, { bpm, passes, countInBeats, clicks, loop: exercise.policy.loop === true });
