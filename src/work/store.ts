/** A value that is shown: views read it and are told when it is another. */
export class Store<State> {
  private readonly listeners = new Set<() => void>();

  constructor(protected state: State) {}

  /** Calls back after every change; returns what ends that. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): State => this.state;

  /** Shows another value; the same one is told to nobody. */
  protected put(state: State): void {
    if (state === this.state) return;
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
