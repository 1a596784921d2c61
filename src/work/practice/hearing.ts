/** Listening while it is practised: each run is heard, held against its plan, and a verdict is suggested. The player's own always wins. */
import type { Capture } from '@/audio';
import { isStringChange, KIND_NAMES, MAX_TAKE_NOTES, type TakeFault, type Transition } from '@/core';
import type { JudgedBy, Reason } from '@/core/record';
import { noteIdOf, passOf, type TakePlan, type TakeReport } from '@/core/take';
import type { startCheck, Running } from '@/workers';
import { inWords } from '../perform';
import { Store } from '../store';
import { planFor, type TakeAsk } from '../take/desk';
import { LevelStore, microphoneText, startOf, warningsOf, type MicrophoneTools } from '../take/microphone';
import { msText } from '../take/words';

/** What was heard of a run. */
export interface Suggestion {
  readonly clean: boolean;
  /** What was heard, in one sentence. */
  readonly text: string;
  readonly reason: Reason | null;
  /** The change at which it fell apart; null: no one, or no change. */
  readonly change: Transition | null;
  readonly report: TakeReport;
  readonly ask: TakeAsk;
}

export type HearingPhase = 'off' | 'opening' | 'open' | 'hearing' | 'checking';

export interface HearingState {
  /** `off`: the microphone is closed and nothing is remembered. */
  readonly phase: HearingPhase;
  readonly suggestion: Suggestion | null;
  /** Why nothing was heard; null: something was, or nothing was asked. */
  readonly fault: string | null;
}

/** What listening needs of the world. */
export interface HearingTools extends MicrophoneTools {
  readonly check: typeof startCheck;
  /** The frame of the audio clock at which the run's first pass begins; null when nothing plays. */
  readonly startFrame: () => number | null;
  /** Keeps what was heard of a run that was judged. @returns under which id. */
  readonly keep: (heard: Suggestion, runId: string) => Promise<string>;
  /** Takes away what was kept. */
  readonly remove: (takeId: string, heard: Suggestion) => Promise<void>;
}

const OFF: HearingState = { phase: 'off', suggestion: null, fault: null };
const TAIL_SECONDS = 0.4;
/** The start of the sound is looked for so often. */
const LOOK_SECONDS = 0.1;

const REASON_OF: Readonly<Record<TakeFault, Reason>> = {
  missing: 'silent',
  wrong: 'wrong',
  extra: 'noise',
  uneven: 'uneven',
};
const FAULT_TEXT: Readonly<Record<TakeFault, string>> = {
  missing: 'a note is missing',
  wrong: 'another pitch was played',
  extra: 'there are notes too many',
  uneven: 'more than one note in ten is out of time',
};

/** What a report suggests of a run. */
export function suggestionOf(report: TakeReport, ask: TakeAsk): Omit<Suggestion, 'report' | 'ask'> | null {
  const { verdict, spreadMs } = report;
  if (!verdict) return null;
  if (verdict.clean || verdict.because === null) {
    const text = spreadMs ? `clean, two notes in three within ${msText(spreadMs.all)} ms` : 'clean';
    return { clean: true, text: `Heard: ${text}.`, reason: null, change: null };
  }
  const noteId = verdict.noteId === null ? null : noteIdOf(verdict.noteId);
  const change =
    ask.plan.analysis.transitions.find(
      (one) => isStringChange(one) && one.pass === 0 && one.toNote === noteId,
    ) ?? null;
  const where = [
    ...(change ? [`${KIND_NAMES[change.kind]}, string ${change.stringFrom} to ${change.stringTo}`] : []),
    ...(verdict.noteId === null || ask.passes === 1 ? [] : [`pass ${passOf(verdict.noteId) + 1}`]),
  ].join(', ');
  const text = `Heard: not clean, ${FAULT_TEXT[verdict.because]}${where === '' ? '' : ` (${where})`}.`;
  return { clean: false, text, reason: REASON_OF[verdict.because] ?? null, change };
}

/** Who judged, from what was suggested and what was said. */
export const judgedBy = (suggestion: Suggestion | null, verdict: 'clean' | 'not clean'): JudgedBy =>
  suggestion === null ? 'ear' : suggestion.clean === (verdict === 'clean') ? 'confirmed' : 'overruled';

export class RunHearing extends Store<HearingState> {
  /** Counts what was begun, so that what was overtaken changes nothing. */
  private turn = 0;
  private capture: Capture | null = null;
  /** Of the microphone while it is open. */
  readonly level = new LevelStore();
  private clipped = 0;
  private running: Running<unknown> | null = null;
  private ask: TakeAsk | null = null;
  private startFrame: number | null = null;
  /** What was judged before it was heard: it is kept when it is. */
  private judged: string | null = null;
  /** What was kept last: its verdict may be taken back. */
  private kept: { readonly heard: Suggestion; readonly runId: string; readonly takeId: string } | null = null;

  constructor(private readonly tools: HearingTools) {
    super(OFF);
  }

  private set(change: Partial<HearingState>): void {
    this.put({ ...this.state, ...change });
  }

  /** Opens the microphone. Only ever called because the player asked. */
  async turnOn(): Promise<void> {
    if (this.state.phase !== 'off') return;
    const mine = ++this.turn;
    this.put({ ...OFF, phase: 'opening' });
    try {
      const capture = await this.tools.openMicrophone((level) => {
        if (!this.capture) return;
        this.clipped = level.clipped;
        this.level.show(level);
      });
      if (mine !== this.turn) return capture.drop();
      this.capture = capture;
      capture.onLost(() => {
        this.turnOff();
        this.set({
          fault: 'The microphone or the loudspeaker changed: nothing is heard any more. Press Listen again.',
        });
      });
      this.set({ phase: 'open' });
    } catch (error) {
      if (mine !== this.turn) return;
      this.put({ ...OFF, fault: microphoneText(error) });
    }
  }

  /** Closes the microphone at once and forgets what was heard. */
  turnOff(): void {
    this.turn++;
    this.capture?.drop();
    this.capture = null;
    this.running?.stop();
    this.running = null;
    this.ask = null;
    this.judged = null;
    this.kept = null;
    this.level.show(null);
    this.put(OFF);
  }

  /** A run begins. @param ask null: it cannot be held against a plan (its tempo moves, or it goes on for ever). */
  begin(ask: TakeAsk | null): void {
    if (!this.capture) {
      if (this.state.phase === 'opening')
        this.set({ fault: 'This run is not heard: the microphone was still opening.' });
      return;
    }
    const mine = ++this.turn;
    this.running?.stop();
    this.running = null;
    this.judged = null;
    this.kept = null;
    this.capture.restart();
    this.clipped = 0;
    this.ask = ask;
    this.startFrame = null;
    this.set({
      phase: ask ? 'hearing' : 'open',
      suggestion: null,
      fault: ask ? null : 'This run is not heard: only runs of a steady tempo that end are.',
    });
    if (ask) this.findStart(mine).catch((error: unknown) => this.set({ fault: inWords(error) }));
  }

  private async findStart(mine: number): Promise<void> {
    // As long as the run goes on: a busy machine lets its sound begin late.
    while (mine === this.turn && this.state.phase === 'hearing' && this.startFrame === null) {
      this.startFrame = this.tools.startFrame();
      if (this.startFrame === null) await this.tools.wait(LOOK_SECONDS);
    }
  }

  /** The run is over. @param passes whole passes that were played. */
  async end(passes: number): Promise<void> {
    const { capture, ask, startFrame, turn } = this;
    if (!capture || !ask || this.state.phase !== 'hearing') return;
    this.ask = null;
    if (passes < 1)
      return this.set({ phase: 'open', fault: 'This run is not heard: less than one pass was played.' });
    if (startFrame === null)
      return this.set({ phase: 'open', fault: 'This run is not heard: its start was not found.' });
    this.set({ phase: 'checking' });
    await this.tools.wait(TAIL_SECONDS);
    if (turn !== this.turn) return;
    const [recorded, delay] = await Promise.all([capture.cut(), this.tools.delay(capture)]);
    if (turn !== this.turn) return;
    const heard = { ...ask, passes: Math.min(ask.passes, passes) };
    const plan: TakePlan = planFor(heard);
    if (plan.notes.length > MAX_TAKE_NOTES)
      return this.set({ phase: 'open', fault: 'This run has too many notes to be heard.' });
    const { samples, sampleRate } = recorded;
    const start = startOf(startFrame, recorded, delay);
    try {
      const running = this.tools.check(samples, sampleRate, plan, start, () => undefined);
      this.running = running;
      const report = await running.result;
      if (turn !== this.turn) return;
      this.running = null;
      const said = suggestionOf(report, heard);
      const suggestion = said && { ...said, report, ask: heard };
      this.set({
        phase: 'open',
        suggestion,
        fault:
          [
            ...(suggestion
              ? []
              : [`The run was not judged by measure: ${report.why ?? 'nothing was heard'}.`]),
            ...warningsOf(recorded, this.clipped, capture.processed),
          ].join(' ') || null,
      });
    } catch (error) {
      if (turn === this.turn)
        this.set({ phase: 'open', fault: `The run could not be heard: ${inWords(error)}` });
    }
    const { judged } = this;
    this.judged = null;
    if (judged !== null && turn === this.turn) await this.wasJudged(judged);
  }

  /** The run was judged: what was heard of it is kept with it. */
  async wasJudged(runId: string): Promise<void> {
    const { suggestion, phase } = this.state;
    if (phase === 'off') return;
    if (!suggestion) {
      this.judged = phase === 'checking' ? runId : null;
      return;
    }
    this.set({ suggestion: null });
    try {
      const takeId = await this.tools.keep(suggestion, runId);
      this.kept = { heard: suggestion, runId, takeId };
    } catch (error) {
      this.set({ fault: `What was heard of the run was not kept; the run is. (${inWords(error)})` });
    }
  }

  /** The verdict was taken back: so is what was kept with it, and it is suggested again. */
  async takenBack(runId: string): Promise<void> {
    if (this.judged === runId) this.judged = null;
    const { kept } = this;
    if (kept?.runId !== runId) return;
    this.kept = null;
    if (this.state.phase === 'open') this.set({ suggestion: kept.heard });
    await this.tools.remove(kept.takeId, kept.heard);
  }
}
