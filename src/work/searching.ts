/** A search on another thread as it is shown: what it has found so far, whether it runs, and why it broke off. */
import type { Running } from '@/workers';
import { inWords } from './perform';

export interface Searched<Shown> {
  /** What it has found; null before the first was begun. */
  readonly shown: Shown | null;
  readonly isRunning: boolean;
  /** Why it broke off, in words; null where it did not. What it had found by then stays. */
  readonly fault: string | null;
}

/** What the search tells while it runs changes what is shown. */
export type Report<Shown> = (change: (now: Shown) => Shown) => void;

/** One search at a time: a new one ends the one before, and what an ended one still says is heard no more. */
export class Search<Shown> {
  private state: Searched<Shown> = { shown: null, isRunning: false, fault: null };
  private running: Running<unknown> | null = null;
  private readonly listeners = new Set<(isUrgent: boolean) => void>();

  /** @param listener is told whether the user did it (begin, stop), or the search, which may wait. */
  readonly subscribe = (listener: (isUrgent: boolean) => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): Searched<Shown> => this.state;

  private set(next: Partial<Searched<Shown>>, isUrgent: boolean): void {
    this.state = { ...this.state, ...next };
    for (const listener of this.listeners) listener(isUrgent);
  }

  /**
   * Begins a search.
   * @param shown what is shown at first. @param run starts it. @param settle what its result makes of what is shown.
   */
  begin<Result>(
    shown: Shown,
    run: (report: Report<Shown>) => Running<Result>,
    settle: (now: Shown, result: Result) => Shown,
  ): void {
    this.running?.stop();
    this.running = null;
    this.set({ shown, isRunning: true, fault: null }, true);
    let search: Running<Result>;
    try {
      search = run((change) => {
        if (this.running === search) this.set({ shown: change(this.state.shown!) }, false);
      });
    } catch (error) {
      this.set({ isRunning: false, fault: inWords(error) }, true);
      return;
    }
    this.running = search;
    const end = (change: () => Partial<Searched<Shown>>) => {
      if (this.running !== search) return;
      this.running = null;
      this.set({ isRunning: false, ...change() }, false);
    };
    search.result.then(
      (result) => end(() => ({ shown: settle(this.state.shown!, result) })),
      (error: unknown) => end(() => ({ fault: inWords(error) })),
    );
  }

  /** Ends it where it runs; what it has found stays. */
  stop(): void {
    if (!this.running) return;
    this.running.stop();
    this.running = null;
    this.set({ isRunning: false }, true);
  }
}
